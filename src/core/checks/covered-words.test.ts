import { describe, expect, it } from "vitest";
import { block, pageData, partWith } from "../../../test/page-data";

import { shaper } from "../../../test/shaper";
import { ENGLISH } from "../../messages/visitor-words";
import { designOf } from "../design/design";
import type { Band, Part } from "../design/part";
import { TextMeasure } from "../measure/text-measure";
import { coveredWords } from "./covered-words";
import { lookFindings } from "./look-findings";

const data = pageData();
const about = { material: data, style: data.style };
const band = (own: object = {}, height = 40): Band =>
  partWith("footer", [block("logo", { height: { wide: height } })], own).bands[0] as Band;
const GROUND = { background: { colour: "role:surface" } };

describe("words below a band that lies over them", () => {
  it("are found where it lies over more than is free there", () => {
    const over = (overlap: number) => coveredWords([band(), band({ ...GROUND, overlap })], about);
    expect(over(16)).toEqual([]);
    expect(over(17)).toMatchObject([{ isBelow: false, overlap: 17, free: 16 }]);
    expect(over(17)[0]?.widths).toEqual(["wide", "middle", "small"]);
  });
  it("lie further away in a band that is higher than what it holds, as it is aligned", () => {
    const free = (alignBlock: "start" | "centre" | "end") =>
      coveredWords(
        [
          band({ height: { wide: 172 }, alignBlock }),
          band({ ...GROUND, height: { wide: 300 }, overlap: 120 }),
        ],
        about,
      )[0]?.free;
    expect([free("start"), free("centre"), free("end")]).toEqual([116, 66, 16]);
  });
  it("are found above and below, on the screens where both are there", () => {
    const below = band({ ...GROUND, overlap: 30, overlapSide: "below" });
    expect(coveredWords([below, band()], about)).toMatchObject([
      { band: below.id, overlap: 30, free: 16, widths: ["wide", "middle", "small"] },
    ]);
    expect(coveredWords([below, band({ hideOn: ["small"] })], about)[0]?.widths).toEqual(["wide", "middle"]);
    // where the next one is not shown it lies over the one after it
    const found = coveredWords([below, band({ hideOn: ["small"] }), band()], about);
    expect(found.map(({ widths }) => widths)).toEqual([["wide", "middle"], ["small"]]);
  });
  it("are its own below a band that stays in front", () => {
    const [found] = coveredWords([band({ ...GROUND, sticky: true }), band({ overlap: 40 })], about);
    expect(found).toMatchObject({ isBelow: true, overlap: 40, free: 16 });
  });
  it("are seen through a band without a ground, until words meet", () => {
    const over = (overlap: number) => coveredWords([band(), band({ overlap })], about);
    expect(over(32)).toEqual([]);
    expect(over(33)).toMatchObject([{ free: 32 }]);
  });
  it("are no finding of a band that holds nothing, or of one nothing lies over", () => {
    const empty = {
      ...band({ height: { wide: 300 } }),
      cells: [{ ...(band().cells[0] as Band["cells"][0]), blocks: [] }],
    };
    expect(coveredWords([empty, band({ ...GROUND, overlap: 290 })], about)).toEqual([]);
    expect(coveredWords([band(), band()], about)).toEqual([]);
  });
  const between = (above: Part, below: Part, beside = [{ upper: "above", lower: "below" }]) =>
    lookFindings(
      designOf([
        { id: "style", kind: "style", body: data.style },
        { id: "above", kind: "part", body: above },
        { id: "below", kind: "part", body: below },
      ]),
      {
        fit: { ...data, words: ENGLISH },
        measure: new TextMeasure(shaper, data.style, "en"),
        pictures: [],
        pagePictures: () => [],
        following: () => [],
        lists: () => ({}),
        sayers: () => [],
        beside,
      },
    ).filter(({ code }) => code === "covers");
  const part = (slot: Part["slot"], bands: readonly Band[]): Part => ({ ...partWith(slot, []), bands });
  it("of the part above are found where pages show one below the other", () => {
    const bar = part("titleBar", [band()]);
    const layout = part("layout", [band({ ...GROUND, overlap: 50 }), band()]);
    expect(between(bar, layout, [])).toEqual([]);
    expect(between(bar, layout)).toMatchObject([
      {
        severity: "error",
        part: "below",
        beside: "above",
        neighbour: bar.bands[0]?.id,
        overlap: 50,
        free: 16,
      },
    ]);
  });
  it("are those of the band that is there: on each screen, and for who is signed out", () => {
    const layout = part("layout", [band({ ...GROUND, overlap: 50 })]);
    const [first, last] = [band(), band({ hideOn: ["small"] })];
    expect(between(part("titleBar", [first, last]), layout)).toMatchObject([
      { neighbour: last.id, widths: ["wide", "middle"] },
      { neighbour: first.id, widths: ["small"] },
    ]);
    const forMembers = band({ seenBy: "signedIn" });
    expect(between(part("titleBar", [first, forMembers]), layout)).toMatchObject([{ neighbour: first.id }]);
  });
  it("are none of a header that is laid over a picture there, and its own where none follows", () => {
    const header = part("header", [band({ overPicture: { on: true } })]);
    const bar = (picture: string) =>
      part("titleBar", [band({ background: { colour: "role:surface", picture }, overlap: 50 })]);
    expect(between(header, bar("pic"))).toEqual([]);
    expect(between(header, bar(""))).toHaveLength(1);
  });
});
