import { describe, expect, it } from "vitest";
import { block, pageData, partWith } from "../../../test/page-data";
import { shaper } from "../../../test/shaper";
import { ENGLISH } from "../../messages/visitor-words";
import type { Block } from "../design/part";
import { renderPage } from "../render/page";
import { wornStyles } from "../style/worn";
import { HouseStyle } from "./house-style";
import { familyOf, styleOn, textLookOf } from "./text-looks";

const plain = pageData().style;
const own = {
  id: "fine",
  name: "Fine",
  look: { ...plain.type.menu, family: "third" as const, size: 1.5, sizeOn: { small: 1.1 }, upper: true },
};
const layoutOf = (blocks: readonly Block[]) => ({ id: "l", part: partWith("layout", blocks) });
const drawn = (blocks: readonly Block[], worn: HouseStyle) => {
  const slots = { ...pageData().slots, layout: layoutOf(blocks) };
  const { regions, css } = renderPage({ ...pageData({ style: worn }), slots }, ENGLISH, { shaper });
  return { html: regions.layout, css };
};
const wearing = (one: Block): Block => ({ ...one, look: { ...one.look, type: "style:fine" } }) as Block;

const style = HouseStyle.parse({
  ...plain,
  fonts: { ...plain.fonts, third: "Lora" },
  type: { ...plain.type, h2: { ...plain.type.h2, size: 2, sizeOn: { middle: 1.6 } } },
  textStyles: [own],
});

describe("text styles", () => {
  it("are found by name; one that is gone is running text", () => {
    expect(textLookOf(style, "style:fine")).toEqual(own.look);
    expect(textLookOf(style, "style:gone")).toBe(style.type.body);
    expect(familyOf(style, "third")).toBe("Lora");
    expect(familyOf(plain, "third")).toBe(plain.fonts.text);
  });
  it("have a size of their own on a width, or that of the wider one", () => {
    const sizes = (["wide", "middle", "small"] as const).map((width) => {
      const seen = styleOn(style, width);
      return [textLookOf(seen, "h2").size, textLookOf(seen, "style:fine").size, seen.type.body.size];
    });
    expect(sizes).toEqual([
      [2, 1.5, 1],
      [1.6, 1.5, 1],
      [1.6, 1.1, 1],
    ]);
    expect(styleOn(style, "small")).toBe(styleOn(style, "small"));
    expect(styleOn(plain, "small")).toBe(plain);
  });
  it("are drawn with their sizes, the site's own only where one is worn", () => {
    const { html, css } = drawn(
      [
        block("heading", { style: "style:fine" }),
        wearing(block("menu", { menu: "main" })),
        block("heading", { style: "style:gone" }),
      ],
      style,
    );
    expect(html).toContain('class="b-heading');
    expect(html).toMatch(/t-style-fine/);
    expect(html).toMatch(/t-body/);
    expect(html).not.toContain("t-style-gone");
    expect(css).toContain("--t-h2:2rem");
    expect(css).toContain("@media (width < 62.5em){:root{--t-h2:1.6rem}}");
    expect(css).toContain("@media (width < 37.5em){:root{--t-style-fine:1.1rem}}");
    expect(css).toMatch(/\.t-style-fine\{font-family:"Lora"[^}]*font-size:var\(--t-style-fine\)/);
    expect(css).toMatch(/font-family:"Lora";font-weight/);
    expect(drawn([block("heading")], style).css).not.toContain(".t-style-fine");
  });
  it("bring the third family only where a text style is set in it", () => {
    const unworn = HouseStyle.parse({ ...style, textStyles: [] });
    expect(drawn([block("heading")], unworn).css).not.toContain('"Lora"');
  });
});

describe("blocks that wear a text style", () => {
  it("are counted once each", () => {
    const { part: body } = layoutOf([
      block("heading", { style: "style:fine" }),
      wearing(block("menu")),
      block("tagline"),
    ]);
    const design = new Map([["p", { id: "p", kind: "part", body }]]) as never;
    expect(wornStyles(design)["style:fine"]).toBe(2);
  });
});
