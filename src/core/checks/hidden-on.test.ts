import { describe, expect, it } from "vitest";
import { block, pageData, partWith } from "../../../test/page-data";
import { shaper } from "../../../test/shaper";
import { ENGLISH } from "../../messages/visitor-words";
import type { Part } from "../design/part";
import { TextMeasure } from "../measure/text-measure";
import type { PageData } from "../render/page-data";
import { hiddenMendOperations, hiddenOn, lacksRoom } from "./hidden-on";

const base = pageData();
const measure = new TextMeasure(shaper, base.style, "en");
const GROUND = { colour: "role:surface" };
const logo = () => block("logo", { height: { wide: 40 } });
const withSlots = (slots: Partial<Record<keyof PageData["slots"], Part>>, title = "One"): PageData => ({
  ...base,
  page: { ...base.page, title },
  slots: {
    ...base.slots,
    ...Object.fromEntries(Object.entries(slots).map(([slot, part]) => [slot, { id: slot, part }])),
  },
});
const codes = (part: Part, data: PageData) =>
  hiddenOn(part, data, ENGLISH, measure).map(({ code, band }) => [code, band]);

describe("what hides words on a page", () => {
  const header = partWith("header", [logo()], { id: "top", background: GROUND });
  const bar = partWith("titleBar", [block("title")], { id: "bar", background: GROUND, overlap: 40 });
  it("is told of the part that lies over and of the one that is lain over, and not of others", () => {
    const footer = partWith("footer", [logo()], { background: GROUND });
    const data = withSlots({ header, titleBar: bar, footer });
    expect(codes(bar, data)).toEqual([["covers", "bar"]]);
    expect(codes(header, data)).toEqual([["covers", "bar"]]);
    expect(codes(footer, data)).toEqual([]);
    // on a page without a header there is nothing to lie over
    expect(codes(bar, withSlots({ titleBar: bar }))).toEqual([]);
  });
  it("counts the title of the page looked at, in as many lines as it takes", () => {
    const one = Math.ceil(base.style.type.h1.size * 16 * base.style.type.h1.lineHeight);
    const exact = partWith("titleBar", [block("title")], { height: { wide: one + 32 }, heightIs: "exactly" });
    expect(codes(exact, withSlots({ titleBar: exact }, "Domes"))).toEqual([]);
    const long = withSlots({ titleBar: exact }, "All that is to be seen with the large dome on clear nights");
    expect(codes(exact, long).map(([code]) => code)).toEqual(["tooHigh"]);
  });
  it("is mended by one change of its band, where the band is the part's own", () => {
    const data = withSlots({ header, titleBar: bar });
    const [found] = hiddenOn(bar, data, ENGLISH, measure);
    expect(found && hiddenMendOperations(bar, "id", found)).toMatchObject([
      { node: "bar", path: ["overlap"], value: 16 },
    ]);
    expect(found && hiddenMendOperations(header, "id", found)).toEqual([]);
    const mended = { ...bar, bands: bar.bands.map((band) => ({ ...band, overlap: 16 })) };
    expect(codes(mended, withSlots({ header, titleBar: mended }))).toEqual([]);
  });
  it("is not what lacks room, which is told of headers and footers", () => {
    const tight = partWith("footer", [], {
      cells: [0, 1, 2].map((at) => ({
        id: `c${at}`,
        share: 1,
        blocks: [block("logo", { height: { wide: 64 } })],
      })),
    });
    const pictures = { pic: { ...base.pictures["pic"], width: 1600, height: 200 } } as PageData["pictures"];
    expect(lacksRoom(tight, { ...base, pictures }, ENGLISH, measure)).toBe(true);
    expect(lacksRoom({ ...tight, slot: "layout" }, { ...base, pictures }, ENGLISH, measure)).toBe(false);
    expect(lacksRoom(header, base, ENGLISH, measure)).toBe(false);
  });
});
