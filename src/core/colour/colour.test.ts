import Color from "colorjs.io";
import { converter, differenceEuclidean, wcagContrast } from "culori";
import fc from "fast-check";
import { afterAll, describe, expect, it } from "vitest";
import { contrastOf, NEEDED, nearestPassing } from "./contrast";
import { deltaOk, fromOklab, fromOklch, isInGamut, toOklab, toOklch } from "./convert";
import { colourOf, hexOf, oklchText, readColour } from "./hex";
import { nearestColour } from "./nearest";

/**
 * Oracles: culori and colorjs.io, two independent libraries. The largest difference seen is printed beside the
 * tolerance it must stay under.
 */
const channel = fc.integer({ min: 0, max: 255 });
const anyHex = fc
  .tuple(channel, channel, channel)
  .map(([r, g, b]) => hexOf({ r: r / 255, g: g / 255, b: b / 255 }));
const RUNS = { numRuns: 2000 };

const worst = new Map<string, { seen: number; tolerance: number }>();
const agrees = (name: string, ours: number, theirs: number, tolerance: number): void => {
  const seen = Math.abs(ours - theirs);
  worst.set(name, { seen: Math.max(worst.get(name)?.seen ?? 0, seen), tolerance });
  expect(seen, `${name}: ${ours} beside ${theirs}`).toBeLessThanOrEqual(tolerance);
};
afterAll(() => {
  for (const [name, { seen, tolerance }] of worst)
    console.log(`${name}: largest difference ${seen.toExponential(1)}, tolerance ${tolerance}`);
});

describe("conversions", () => {
  const culoriOklab = converter("oklab");
  it("to OKLab agree with culori and colorjs.io", () => {
    fc.assert(
      fc.property(anyHex, (hex) => {
        const ours = toOklab(colourOf(hex));
        const theirs = culoriOklab(hex);
        const [l, a, b] = new Color(hex).to("oklab").coords as [number, number, number];
        for (const [key, other] of [
          ["l", l],
          ["a", a],
          ["b", b],
        ] as const) {
          agrees("OKLab, culori", ours[key], theirs?.[key] ?? Number.NaN, 1e-6);
          agrees("OKLab, colorjs.io", ours[key], other, 1e-4);
        }
      }),
      RUNS,
    );
  });
  it("come back from OKLab as the same colour", () => {
    fc.assert(
      fc.property(anyHex, (hex) => {
        expect(hexOf(fromOklab(toOklab(colourOf(hex))))).toBe(hex);
        expect(hexOf(fromOklch(toOklch(colourOf(hex))))).toBe(hex);
      }),
      RUNS,
    );
  });
  it("ΔE is the one of CSS Color 4: culori's Euclidean distance in OKLab, colorjs.io's deltaE OK", () => {
    fc.assert(
      fc.property(anyHex, anyHex, (one, other) => {
        const ours = deltaOk(colourOf(one), colourOf(other));
        agrees("ΔE OK, culori", ours, differenceEuclidean("oklab")(one, other), 1e-6);
        agrees("ΔE OK, colorjs.io", ours, new Color(one).deltaE(other, "OK"), 1e-4);
      }),
      RUNS,
    );
  });
  it("a colour out of gamut keeps lightness and hue within what one sees, as CSS Color 4 §13.2 asks", () => {
    const parts = fc.record({
      l: fc.double({ min: 0.05, max: 0.95, noNaN: true }),
      c: fc.double({ min: 0, max: 0.4, noNaN: true }),
      h: fc.double({ min: 0, max: 359, noNaN: true }),
    });
    fc.assert(
      fc.property(parts, (colour) => {
        const mapped = fromOklch(colour);
        expect(isInGamut(mapped)).toBe(true);
        const reference = new Color("oklch", [colour.l, colour.c, colour.h])
          .to("srgb")
          .toGamut({ method: "css" });
        const [r, g, b] = reference.coords as [number, number, number];
        agrees("gamut mapping, colorjs.io (ΔE OK)", deltaOk(mapped, { r, g, b }), 0, 0.01);
      }),
      { numRuns: 500 },
    );
  });
});

describe("colours as people write them", () => {
  it.each([
    // CSS Color 4, samples of §§ 8.4, 9.3, 10.5, from memory; three libraries agree on them
    ["oklch(0.51975 0.17686 142.495)", "#008000"],
    ["lab(46.277% -47.562 48.583)", "#008000"],
    ["color(display-p3 0.21604 0.49418 0.13151)", "#008000"],
    // CSS Color 4 §6.1 (named colours), §7 (hsl), §8 (hwb)
    ["rebeccapurple", "#663399"],
    ["RebeccaPurple", "#663399"],
    ["hsl(120 100% 25%)", "#008000"],
    ["hwb(120 0% 50%)", "#008000"],
    ["#0F0", "#00ff00"],
    ["rgb(0 128 0 / 50%)", "#00800080"],
    ["transparent", "#00000000"],
  ])("%s is %s", (text, hex) => {
    expect(readColour(text)).toEqual({ hex, isMapped: false });
  });
  it("what sRGB cannot show is mapped, and said", () => {
    expect(readColour("color(display-p3 1 0 0)")?.isMapped).toBe(true);
    expect(readColour("oklch(70% 0.4 150)")?.isMapped).toBe(true);
  });
  it.each(["", "blu", "#12345", "rgb(1,2", "oklch(banana)", "rgb(none", "#ggg", "url(x)"])(
    "%s is none",
    (text) => {
      expect(readColour(text)).toBeUndefined();
    },
  );
  it("are written as OKLCH that reads back as the same colour", () => {
    fc.assert(
      fc.property(anyHex, (hex) => {
        const back = readColour(oklchText(hex))?.hex ?? "#000000";
        expect(deltaOk(colourOf(back), colourOf(hex))).toBeLessThan(0.004);
      }),
      RUNS,
    );
  });
});

describe("contrast", () => {
  it("agrees with culori and colorjs.io", () => {
    fc.assert(
      fc.property(anyHex, anyHex, (one, other) => {
        agrees("contrast, culori", contrastOf(one, other), wcagContrast(one, other), 1e-9);
        agrees(
          "contrast, colorjs.io",
          contrastOf(one, other),
          new Color(one).contrast(other, "WCAG21"),
          0.002,
        );
      }),
      RUNS,
    );
  });
  it.each([
    // either side of 4.5 and of 3, as three implementations agree
    ["#000000", 21],
    ["#777777", 4.4781],
    ["#767676", 4.5422],
    ["#959595", 2.9953],
    ["#949494", 3.0335],
  ])("%s on white is %d", (hex, expected) => {
    expect(contrastOf(hex, "#ffffff")).toBeCloseTo(expected, 4);
  });
  it("see-through text counts as what is seen of it", () => {
    expect(contrastOf("#00000080", "#ffffff")).toBeCloseTo(contrastOf("#7f7f7f", "#ffffff"), 1);
    expect(contrastOf("#00000000", "#ffffff")).toBe(1);
  });
  it("on a middling ground black or white itself is found", () => {
    for (const ground of ["#757575", "#767676", "#777777", "#747474"])
      for (const text of ["#808080", "#8a5a0c", "#000001", "#fefefe"])
        expect(
          contrastOf(nearestPassing(text, ground, NEEDED.text) ?? ground, ground),
        ).toBeGreaterThanOrEqual(4.5);
  });
  it("the nearest passing colour passes, keeps its hue, and nothing nearer on its side would", () => {
    fc.assert(
      fc.property(anyHex, anyHex, fc.constantFrom(NEEDED.text, NEEDED.large), (text, ground, needed) => {
        const found = nearestPassing(text, ground, needed);
        // on any ground black or white reaches 4.5: sqrt(21) = 4.58 (WCAG ratio of mid grey to either end)
        expect(found).toBeDefined();
        expect(contrastOf(found as string, ground)).toBeGreaterThanOrEqual(needed);
        if (contrastOf(text, ground) >= needed) expect(found).toBe(text);
        const [was, is] = [toOklch(colourOf(text)), toOklch(colourOf(found as string))];
        // a turn of the hue stays within what clipping may move a colour unseen (ΔE 0.02), and rounding
        const turn = (((is.h - was.h + 540) % 360) - 180) * (Math.PI / 180);
        const moved = 2 * Math.min(is.c, was.c) * Math.abs(Math.sin(turn / 2));
        expect(moved).toBeLessThan(0.03);
      }),
      { numRuns: 500 },
    );
  });
});

describe("the nearest colour of a palette", () => {
  const palette = [
    { id: "ink", value: "#101010" },
    { id: "brass", value: "#8a5a0c" },
    { id: "clear", value: "#8a5a0c80" },
  ];
  it("is itself where it is there, and says how far it is", () => {
    expect(nearestColour("#8a5a0c", palette)).toEqual({ item: palette[1], distance: 0 });
    expect(nearestColour("#111111", palette)?.item.id).toBe("ink");
    expect(nearestColour("#8a5a0c90", palette)?.item.id).toBe("clear");
    expect(nearestColour("#101010", [])).toBeUndefined();
  });
  it("no other is nearer by culori", () => {
    fc.assert(
      fc.property(anyHex, fc.array(anyHex, { minLength: 1, maxLength: 12 }), (hex, values) => {
        const found = nearestColour(
          hex,
          values.map((value) => ({ value })),
        );
        const distances = values.map((value) => differenceEuclidean("oklab")(hex, value));
        expect(found?.distance).toBeCloseTo(Math.min(...distances), 5);
      }),
    );
  });
});
