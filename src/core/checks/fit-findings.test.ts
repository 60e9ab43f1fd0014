import { describe, expect, it } from "vitest";
import { block, pageData, partWith, picture } from "../../../test/page-data";
import { shaper } from "../../../test/shaper";
import { ENGLISH } from "../../messages/visitor-words";
import { designOf } from "../design/design";
import { applyOperations } from "../design/operations";
import type { Block, Part } from "../design/part";
import { BandFit } from "../layout/fit";
import { fitMendOperations } from "../layout/fit-mends";
import { TextMeasure } from "../measure/text-measure";
import { lookFindings } from "./look-findings";

const data = pageData({ pictures: { pic: { ...picture, width: 1600, height: 200 } } });
const { style } = data;
const fit = { ...data, words: ENGLISH };
const measure = new TextMeasure(shaper, style, "en");
const findingsOf = (body: Part) =>
  lookFindings(
    designOf([
      { id: "style", kind: "style", body: style },
      { id: "p", kind: "part", body },
    ]),
    {
      fit,
      measure,
      pictures: [],
      pagePictures: () => [],
      following: () => [],
      lists: () => ({}),
      sayers: () => [],
      beside: [],
    },
  ).flatMap((found) => (found.code === "doesNotFit" ? [found] : []));

const cells = (...all: readonly (readonly Block[])[]) =>
  all.map((blocks, at) => ({ id: `c${at}`, share: 1, direction: "column", blocks }));
const small = (hidden: Block): Block => ({ ...hidden, look: { ...hidden.look, hideOn: ["small"] } }) as Block;

describe("what has too little room", () => {
  const logo = block("logo", { height: { wide: 64 } });
  it("is found in a footer, where rows may wrap: a logo smaller than half of what it is meant to be", () => {
    const body = partWith("footer", [], { cells: cells([logo], [block("copyright")], [block("tagline")]) });
    const [found] = findingsOf(body);
    expect(found).toMatchObject({ code: "doesNotFit", state: "squeezed", node: logo.id, from: 320 });
    // 8 : 1 at half of 64 px is 256 px; three cells of a third, 24 px between them and at either side
    const band = body.bands[0];
    const widthAt = (at: number) => band && new BandFit(band, fit, measure).cellWidth("c0", at);
    const to = found?.to ?? 0;
    expect(widthAt(to)).toBeLessThan(256);
    expect(widthAt(to + 1)).toBeGreaterThanOrEqual(256);
  });
  it("is said to be mended by cells one below another only where that does", () => {
    const words = block("heading", { text: "Under a dark sky" });
    const three = {
      cells: cells([words], [block("heading", { text: "Open nights and days" })], [block("copyright")]),
    };
    const [found] = findingsOf(partWith("footer", [], three));
    expect(found?.state).toBe("squeezed");
    expect(found?.mends).toContainEqual({ is: "stack" });
    expect(findingsOf(partWith("footer", [], { ...three, stackOnSmall: true }))).toEqual([]);
    const wide = findingsOf(partWith("footer", [], { cells: cells([logo], [logo], [logo]) }));
    expect(wide[0]).toMatchObject({ state: "squeezed", mends: [] });
  });
  it("is a word a line, and words wider than their place", () => {
    const states = (text: string, share: number) =>
      findingsOf(
        partWith("footer", [], {
          cells: [
            { id: "a", share, direction: "column", blocks: [block("notice", { text })] },
            { id: "b", share: 12, direction: "column", blocks: [block("space")] },
          ],
        }),
      ).map((found) => found.state);
    expect(states("Closed for the eclipse in August", 3)).toEqual(["squeezed"]);
    expect(states("Closed for the eclipse in August", 12)).toEqual([]);
    expect(states("Übernachtungsmöglichkeiten", 4)).toEqual(["squeezed"]);
    // two words below one another are no word a line
    expect(states("Open nights", 6)).toEqual([]);
  });
});

describe("a menu that is spelled out, a button, and spelled out again", () => {
  const menu = block("menu", { menu: "main" });
  const flipping = partWith("header", [menu, small(block("search", { width: 340 }))]);
  it("is found, with the width from which it would stay", () => {
    const found = findingsOf(flipping).find(({ state }) => state === "flips");
    const [mend] = found?.mends ?? [];
    if (!found || mend?.is !== "oneEdge") throw new Error("test: expected a menu that flips");
    expect([found.from, found.to]).toEqual([style.measures.edgeMiddle, mend.to - 1]);
    const mended = applyOperations(
      designOf([{ id: "p", kind: "part", body: flipping }]),
      fitMendOperations(flipping, "p", found.band, mend),
    );
    if (!mended.ok) throw new Error(JSON.stringify(mended));
    expect(findingsOf(mended.value.get("p")?.body as Part)).toEqual([]);
  });
  it("is not told of a band that something may go from instead, where it only breaks", () => {
    const search = block("search", { width: 110 });
    const [found] = findingsOf(partWith("header", [menu, search]));
    expect(found).toMatchObject({
      state: "crowded",
      mends: [{ is: "hide", node: search.id, kind: "search", hideOn: ["small"] }],
    });
  });
  it("is not found where it is a button once", () => {
    expect(findingsOf(partWith("header", [menu, block("search", { width: 60 })]))).toEqual([]);
  });
});
