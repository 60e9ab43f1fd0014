import { describe, expect, it } from "vitest";
import { block, pageData, partWith } from "../../../test/page-data";
import { shaper } from "../../../test/shaper";
import { ENGLISH } from "../../messages/visitor-words";
import type { Band } from "../design/part";
import { BandFit } from "../layout/fit";
import { TextMeasure } from "../measure/text-measure";
import { tooHigh } from "./too-high";

const data = pageData();
const measure = new TextMeasure(shaper, data.style, "en");
const band = (own: object, blocks = [block("logo", { height: { wide: 60, small: 30 } })]): Band =>
  partWith("titleBar", blocks, own).bands[0] as Band;
const found = (own: object, blocks?: ReturnType<typeof block>[]) =>
  tooHigh(new BandFit(band(own, blocks), { ...data, words: ENGLISH }, measure));

describe("a band that is exactly so high", () => {
  it("is found where it holds more, at the widths where it does", () => {
    // 60 px and 16 above and below are 92; 62 on small screens
    const exact = (height: object) => found({ height, heightIs: "exactly" });
    expect(exact({ wide: 92 })).toBeNull();
    expect(exact({ wide: 90 })).toMatchObject({ widths: ["wide", "middle"], told: 90, needed: 92 });
    expect(exact({ wide: 60 })?.widths).toEqual(["wide", "middle", "small"]);
    expect(exact({ wide: 90, middle: 0 })?.widths).toEqual(["wide"]);
    expect(found({ height: { wide: 60 } })).toBeNull();
    expect(
      found({ height: { wide: 60 }, heightIs: "exactly", hideOn: ["wide", "middle", "small"] }),
    ).toBeNull();
  });
  it("counts text styles in the size they have on each width", () => {
    const { style } = measure;
    const h2 = { ...style.type.h2, size: 2, lineHeight: 1, sizeOn: { middle: 3, small: 4 } };
    const sized = new TextMeasure(measure.shaper, { ...style, type: { ...style.type, h2 } }, "en");
    const widths = (wide: number) => {
      const one = band({ height: { wide }, heightIs: "exactly" }, [block("heading", { text: "A" })]);
      return tooHigh(new BandFit(one, { ...data, words: ENGLISH }, sized))?.widths;
    };
    // 32, 48 and 64 px, and 16 above and below
    expect(widths(96)).toBeUndefined();
    expect(widths(90)).toEqual(["small"]);
    expect(widths(70)).toEqual(["middle", "small"]);
  });
  it("counts words in as many lines as they take on narrow screens", () => {
    const words = [block("heading", { text: "Open nights on the ridge", style: "h2" })];
    const one = Math.ceil(data.style.type.h2.size * 16 * data.style.type.h2.lineHeight);
    const own = { height: { wide: one + 32 }, heightIs: "exactly" };
    expect(found(own, words)?.widths).toEqual(["small"]);
    expect(found(own, [block("heading", { text: "Nights", style: "h2" })])).toBeNull();
  });
});
