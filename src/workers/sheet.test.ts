import { parse } from "css-tree";
import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { cutSheet, type Sheet, type SheetChange, sheetChange } from "./sheet";

const joined = ({ faces, values, rules }: Sheet): string => faces + values + rules.join("");

/** What a frame makes of a change. */
const changedTo = (before: Sheet | null, change: SheetChange | null): Sheet => {
  const rules = [...(change?.rules ?? before?.rules ?? [])];
  for (const [place, rule] of change?.changed ?? []) rules[place] = rule;
  return {
    faces: change?.faces ?? before?.faces ?? "",
    values: change?.values ?? before?.values ?? "",
    rules,
  };
};

/** How many rules css-tree finds at the top of a sheet. */
const rulesIn = (css: string): number => [...parse(css).children].length;

const declaration = fc.constantFrom("order:1", 'content:"}{"', 'content:"\\"}"', "color:red;padding:0 2px");
const plain = fc
  .tuple(fc.constantFrom(".a", ".b>.c:hover", "a,b", "::before"), declaration)
  .map(([at, what]) => `${at}{${what}}`);
const rule = fc.oneof(
  plain,
  fc.array(plain, { maxLength: 3 }).map((inside) => `@media (width >= 1px){${inside.join("")}}`),
  fc
    .array(plain, { maxLength: 2 })
    .map((inside) => `@container (width < 3rem){@media print{${inside.join("\n")}}}`),
);
const stylesheet = fc
  .tuple(fc.boolean(), fc.boolean(), fc.array(rule, { maxLength: 12 }), fc.constantFrom("", "\n"))
  .map(
    ([hasFaces, hasValues, rules, between]) =>
      `${hasFaces && hasValues ? '@font-face{font-family:"Sky";src:url(sky.woff2)}' : ""}${hasValues ? ":root{--a:1px;--b:#fff}" : ""}${rules.join(between)}`,
  );

describe("a stylesheet in pieces", () => {
  it("is what it was, each piece one rule as css-tree reads it", () => {
    fc.assert(
      fc.property(stylesheet, (css) => {
        const sheet = cutSheet(css);
        expect(joined(sheet)).toBe(css);
        for (const each of sheet.rules) expect(rulesIn(each)).toBe(1);
        expect(sheet.rules.length).toBe(rulesIn(css) - rulesIn(sheet.faces) - rulesIn(sheet.values));
      }),
    );
  });
  it("keeps the faces, the values and the rules apart", () => {
    expect(cutSheet('@font-face{font-family:"Sky"}:root{--a:1px}a{b:c}\n@media print{d{e:f}}')).toEqual({
      faces: '@font-face{font-family:"Sky"}',
      values: ":root{--a:1px}",
      rules: ["a{b:c}", "\n@media print{d{e:f}}"],
    });
  });
});

describe("what changes in a stylesheet", () => {
  it("makes any one of any other, and is nothing where they are the same", () => {
    fc.assert(
      fc.property(fc.option(stylesheet), stylesheet, (before, after) => {
        const [from, to] = [before === null ? null : cutSheet(before), cutSheet(after)];
        const change = sheetChange(from, to);
        expect(changedTo(from, change)).toEqual(to);
        expect(change === null).toBe(before === after);
      }),
    );
  });
  it("is the rules that differ, where there are as many", () => {
    const [before, after] = [cutSheet("a{}b{}c{}"), cutSheet("a{}d{}c{}")];
    expect(sheetChange(before, after)).toEqual({ changed: [[1, "d{}"]] });
    expect(sheetChange(before, cutSheet("a{}b{}"))).toEqual({ rules: ["a{}", "b{}"] });
  });
});
