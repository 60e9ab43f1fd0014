import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { checkDeclarations } from "../../../test/css-declarations";
import { pageData } from "../../../test/page-data";
import { WIDTHS } from "../model/values";
import { colourCss, downFrom, rem, Stylesheet } from "./css";

const { style } = pageData();
const sheet = () => new Stylesheet(style);

type Step =
  | {
      readonly do: "node";
      readonly selector: string;
      readonly value: string;
      readonly width: "wide" | "middle" | "small";
    }
  | { readonly do: "share" | "extra"; readonly name: string };
const take = (to: Stylesheet, step: Step): void => {
  if (step.do === "node") to.node(step.selector, { color: step.value }, step.width);
  if (step.do === "share") to.share(step.name, `.${step.name}{margin:0}`);
  if (step.do === "extra") to.extra(`@media print{.${step.name}{display:none}}`);
};
const name = fc.constantFrom("a", "b", "c");
const anyStep: fc.Arbitrary<Step> = fc.oneof(
  fc.record({
    do: fc.constant("node" as const),
    selector: name.map((each) => `.${each}`),
    value: fc.constantFrom("red", "blue"),
    width: fc.constantFrom(...WIDTHS),
  }),
  fc.record({ do: fc.constantFrom("share" as const, "extra" as const), name }),
);

describe("a stylesheet put together while a page is drawn", () => {
  it("has what is shared first, then rules from wide to small, then what fits nowhere else", () => {
    const css = sheet();
    css.extra("@container (width < 10rem){.a{display:none}}");
    css.node(".a", { color: "red" }, "small");
    css.node(".a", { color: "blue" });
    css.share("base", "body{margin:0}");
    const text = css.toString();
    const order = ["body{", ".a{color:blue}", downFrom(style, "small"), "@container"].map((part) =>
      text.indexOf(part),
    );
    expect(order.every((at) => at >= 0)).toBe(true);
    expect(order).toEqual([...order].sort((a, b) => a - b));
  });
  it("leaves out what is empty, and a rule of nothing at all", () => {
    const css = sheet();
    css.node(".a", { color: "", background: null, margin: "0" });
    css.node(".b", { color: "" });
    css.responsive(".c", { wide: 10, small: 4 }, (value) => ({ gap: rem(value) }));
    const text = css.toString();
    expect(text).toContain(".a{margin:0}");
    expect(text).not.toContain(".b");
    expect(text).toContain(`.c{gap:${rem(10)}}`);
    expect(text).toContain(`${downFrom(style, "small")}{.c{gap:${rem(4)}}}`);
    expect(text).not.toContain(downFrom(style, "middle"));
  });
  it("says of one node what was said of it in turn, the last last", () => {
    const css = sheet();
    css.node(".a", { color: "red" });
    css.node(".b", { color: "green" });
    css.node(".a", { color: "blue" });
    expect(css.toString()).toContain(".a{color:red;color:blue}.b{color:green}");
  });
  it("takes over another sheet where it was asked to, as if all of it had been said here", () => {
    fc.assert(
      fc.property(
        fc.array(anyStep, { maxLength: 6 }),
        fc.array(anyStep, { maxLength: 6 }),
        fc.array(anyStep, { maxLength: 6 }),
        (before, kept, after) => {
          const direct = sheet();
          for (const step of [...before, ...kept, ...after]) take(direct, step);
          const inner = sheet();
          for (const step of kept) take(inner, step);
          const outer = sheet();
          for (const step of before) take(outer, step);
          outer.absorb(inner);
          for (const step of after) take(outer, step);
          expect(outer.toString()).toBe(direct.toString());
          expect(checkDeclarations(outer.toString()).trouble).toEqual([]);
        },
      ),
    );
  });
  it("hides on the widths named and no others", () => {
    const css = sheet();
    css.hide(".a", ["middle"]);
    const { edgeWide, edgeMiddle } = style.measures;
    expect(css.toString()).toContain(
      `@media (${edgeMiddle / 16}em <= width < ${edgeWide / 16}em){.a{display:none!important}}`,
    );
  });
  it("folds below one edge where it is the same on all screens, below three where it is not, always where it never fits", () => {
    const one = sheet();
    one.folded({ wide: 40, middle: 40, small: 40 }, ".m{display:none}");
    expect(one.toString()).toContain("@container (width < 40rem){.m{display:none}}");
    const three = sheet();
    three.folded({ wide: 40, middle: 30, small: Number.POSITIVE_INFINITY }, ".m{display:none}");
    const text = three.toString();
    expect(text.match(/@container/g)).toHaveLength(2);
    expect(text).toContain(`@media (width < ${style.measures.edgeMiddle / 16}em){.m{display:none}}`);
  });
});

describe("values in a stylesheet", () => {
  it("are rem of a root of 16 px, without a tail of digits", () => {
    expect([0, 1, 8, 10, 16, 21].map(rem)).toEqual([
      "0",
      "0.0625rem",
      "0.5rem",
      "0.625rem",
      "1rem",
      "1.3125rem",
    ]);
  });
  it("are colours by role, by name or as typed; that of text where one is gone", () => {
    const [first] = style.palette;
    expect(colourCss(style, "")).toBe("");
    expect(colourCss(style, "role:text")).toBe("var(--text)");
    expect(colourCss(style, "#123456")).toBe("#123456");
    expect(colourCss(style, `colour:${first?.id}`)).toBe(`var(--c-${first?.id})`);
    expect(colourCss(style, "colour:gone")).toBe("var(--text)");
  });
});
