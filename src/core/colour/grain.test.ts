import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { GRAIN, grainOf, greysAt } from "./grain";

const [ACROSS, DOWN] = [8, 8];
const [WIDTH, HEIGHT] = [320, 320];
const drawn = (at: (x: number, y: number) => number) => ({
  greys: Uint8Array.from({ length: WIDTH * HEIGHT }, (_, each) => at(each % WIDTH, Math.floor(each / WIDTH))),
  width: WIDTH,
  height: HEIGHT,
});
/** What stands for a sample in a picture, as shares by grey. */
const seen = (at: (x: number, y: number) => number, sample: number, column = 0, line = 0) => {
  const grain = grainOf(drawn(at), ACROSS, DOWN);
  const shares = new Map<number, number>();
  for (const [grey, share] of greysAt(sample, grain, { column, line, across: ACROSS }))
    shares.set(grey, (shares.get(grey) ?? 0) + share);
  return shares;
};

describe("what lies within samples of lightness", () => {
  it("of a plain ground, or without grain, is the sample", () => {
    expect([...seen(() => 90, 90).keys()]).toEqual([90]);
    const few = grainOf({ greys: new Uint8Array(49), width: 7, height: 7 }, ACROSS, DOWN);
    expect(few).toHaveLength(0);
    expect(greysAt(77, few, { column: 3, line: 2, across: ACROSS })).toEqual([[77, 1]]);
  });
  it("of stripes are both colours, half of each", () => {
    const shares = seen((x) => (Math.floor(x / 10) % 2 === 0 ? 40 : 255), 147);
    expect([...shares.keys()].sort((a, b) => a - b)).toEqual([40, 255]);
    for (const share of shares.values()) expect(share).toBeCloseTo(0.5, 6);
  });
  it("of lines that cover a tenth is seen, of dots that cover a thirtieth is not", () => {
    const lines = seen((x) => (x % 10 === 0 ? 255 : 20), 44);
    expect([...lines.keys()].sort((a, b) => a - b)).toEqual([20, 255]);
    const dots = seen((x, y) => (x % 10 === 0 && y % 3 === 0 ? 255 : 20), 28);
    expect([...dots.keys()]).toEqual([20]);
  });
  it("is told of the square it is in", () => {
    const half = (x: number) => (x < 160 ? 100 : Math.floor(x / 10) % 2 === 0 ? 0 : 200);
    expect([...seen(half, 100, 3, 0).keys()]).toEqual([100]);
    expect(seen(half, 100, 4, 7).size).toBeGreaterThan(1);
  });
  it("stands for all of it, whatever the picture, in bytes that can be kept", () => {
    expect(GRAIN.reduce((all, { share }) => all + share, 0)).toBeCloseTo(1, 9);
    fc.assert(
      fc.property(
        fc.uint8Array({ minLength: 200, maxLength: 400 }),
        fc.integer({ min: 1, max: 12 }),
        fc.integer({ min: 1, max: 10 }),
        fc.integer({ min: 0, max: 255 }),
        (bytes, across, down, sample) => {
          const height = Math.floor(bytes.length / 20);
          const greys = bytes.subarray(0, 20 * height);
          const grain = grainOf({ greys, width: 20, height }, across, down);
          expect(grain).toHaveLength(Math.ceil(across / 2) * Math.ceil(down / 2) * GRAIN.length);
          const at = greysAt(sample, grain, { column: across - 1, line: down - 1, across });
          // each is a grey that is there
          expect(at.every(([grey]) => greys.includes(grey))).toBe(true);
          expect(at.map(([grey]) => grey)).toEqual([...at.map(([grey]) => grey)].sort((a, b) => a - b));
        },
      ),
    );
  });
});
