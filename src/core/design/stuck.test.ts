import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { block, partWith } from "../../../test/page-data";
import type { Band, Block } from "./part";
import { bandAtRest, bandWhenStuck, hasStuckState, smaller, statesOf, staysOn } from "./stuck";
import { flatBlocks } from "./tree";

const when = (kind: "tagline" | "siteName", whenStuck: "" | "only" | "not"): Block => {
  const plain = block(kind);
  return { ...plain, look: { ...plain.look, whenStuck } } as Block;
};
const bandOf = (blocks: readonly Block[], own: Partial<Band> = {}): Band =>
  partWith("header", blocks, { sticky: true, ...own } as never).bands[0] as Band;
const ids = (band: Band) => flatBlocks(band.cells.flatMap(({ blocks }) => blocks)).map(({ id }) => id);

describe("a band that is stuck", () => {
  it("is the same band where nothing says otherwise, or where it does not stay", () => {
    const plain = bandOf([block("logo")]);
    expect([hasStuckState(plain), statesOf(plain)]).toEqual([false, [plain]]);
    const loose = bandOf([when("tagline", "only")], { sticky: false, stuckSmaller: 40 });
    expect(statesOf(loose)).toEqual([loose]);
    expect([bandAtRest(loose), bandWhenStuck(loose)]).toEqual([loose, loose]);
  });
  it("has at each time the blocks of that time, in boxes too, and leaves no hole for a cell without any", () => {
    const [always, only, not] = [when("siteName", ""), when("tagline", "only"), when("tagline", "not")];
    const box = { ...block("group"), blocks: [only, not] } as Block;
    const band = bandOf([always, box]);
    expect(ids(bandAtRest(band))).toEqual([always.id, box.id, not.id]);
    expect(ids(bandWhenStuck(band))).toEqual([always.id, box.id, only.id]);
    const alone = bandOf([only]);
    expect(bandAtRest(alone).cells).toEqual([]);
    expect(bandWhenStuck(alone).cells).toHaveLength(1);
  });
  it("is lower by its share in padding, height and logos, and has the small logo where asked", () => {
    const logo = block("logo", { height: { wide: 40, small: 30 }, smallWhenStuck: true });
    const band = bandOf([logo], {
      stuckSmaller: 25,
      height: { wide: 80 },
      paddingBlock: { wide: 16, small: 10 },
    });
    const stuck = bandWhenStuck(band);
    expect([stuck.height, stuck.paddingBlock]).toEqual([{ wide: 60 }, { wide: 12, small: 7.5 }]);
    expect(stuck.cells[0]?.blocks[0]?.settings).toMatchObject({
      height: { wide: 30, small: 22.5 },
      variant: "small",
    });
    expect(bandAtRest(band).cells[0]?.blocks[0]?.settings).toMatchObject({ height: { wide: 40, small: 30 } });
  });
  it("stays on the widths it is not let go on", () => {
    const band = bandOf([block("logo")], { stickyNotOn: ["small"] });
    expect((["wide", "middle", "small"] as const).map((width) => staysOn(band, width))).toEqual([
      true,
      true,
      false,
    ]);
  });
  it("is never higher, never nothing where it was something until a share of all, and says widths that were said", () => {
    fc.assert(
      fc.property(
        fc.nat(2000),
        fc.option(fc.nat(2000), { nil: undefined }),
        fc.integer({ min: 0, max: 80 }),
        (wide, narrow, share) => {
          const lengths = narrow === undefined ? { wide } : { wide, small: narrow };
          const less = smaller(lengths, share);
          expect(Object.keys(less)).toEqual(Object.keys(lengths));
          expect(less.wide).toBeLessThanOrEqual(wide);
          expect(Math.abs(less.wide - wide * (1 - share / 100))).toBeLessThan(1e-6);
        },
      ),
    );
  });
});
