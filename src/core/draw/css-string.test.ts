import { parse, walk } from "css-tree";
import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { OwnFont } from "../model/house-style";
import { cssString } from "./css-string";
import { stackOf } from "./fonts";

/** What css-tree, which decodes strings by CSS Syntax 3 §4.3.5, reads where a string was written. */
const readBack = (text: string): { readonly strings: readonly string[]; readonly rules: number } => {
  const strings: string[] = [];
  let rules = 0;
  const tree = parse(`a{content:${cssString(text)}}`);
  walk(tree, (node) => {
    if (node.type === "String") strings.push((node as unknown as { value: string }).value);
    if (node.type === "Rule") rules += 1;
  });
  return { strings, rules };
};

describe("a text written into CSS", () => {
  it.each([
    "plain",
    'a"b',
    "a\\b",
    "a\nb",
    "a\r\n}b{color:red",
    "</style><script>",
    "\u0001\u007f",
    "日本",
    "😀",
  ])("is read as it was: %j", (text) => {
    expect(readBack(text)).toEqual({ strings: [text], rules: 1 });
    expect(cssString(text)).not.toMatch(/[\n\r\f<]/);
  });
  it("is read as it was, whatever it is, and never ends the rule it stands in", () => {
    fc.assert(
      fc.property(fc.string({ unit: "grapheme" }), (text) => {
        const clean = text.replaceAll("\0", "\uFFFD");
        expect(readBack(text)).toEqual({ strings: [clean], rules: 1 });
      }),
      { numRuns: 500 },
    );
  });
  it("keeps a font's name from saying more than a name", () => {
    const name = 'x"}body{display:none}\n@import url(//evil.example);a{font-family:"y';
    let [rules, imports] = [0, 0];
    walk(parse(`a{font-family:${stackOf(name)}}`), (node) => {
      if (node.type === "Rule") rules += 1;
      if (node.type === "Atrule") imports += 1;
    });
    expect([rules, imports]).toEqual([1, 0]);
  });
});

describe("the name of a font of one's own", () => {
  const font = (family: string) =>
    OwnFont.safeParse({ family, file: "a".repeat(64), licence: "mine", weights: [400, 700] }).success;
  it.each(["Ridge", "Ridge Sans 3", "Ridge-Mono", "Noto Sans 日本", "Ängström"])("may be %j", (name) =>
    expect(font(name)).toBe(true),
  );
  it.each(["", " Ridge", 'Ri"dge', "Ridge\n", "Ridge;x", "-Ridge", "a  b", "</style>", "x".repeat(81)])(
    "may not be %j",
    (name) => expect(font(name)).toBe(false),
  );
});
