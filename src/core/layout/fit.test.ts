import { readFileSync } from "node:fs";
import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { block, pageData, partWith, picture } from "../../../test/page-data";
import { randomHeader } from "../../../test/random-header";
import { seeded } from "../../../test/seeded";
import { blindShaper, shaper } from "../../../test/shaper";
import { ENGLISH } from "../../messages/visitor-words";
import { unpackWoff2 } from "../../server/files/woff2";
import type { Band } from "../design/part";
import { Shaper, type TextSetting } from "../measure/shaper";
import { TextMeasure } from "../measure/text-measure";
import type { Menu } from "../model/menu";
import { BandFit } from "./fit";
import { flexWidths } from "./flex";
import { foldsOf } from "./kept-fits";
import { waysToReach } from "./reach";
import { readBands } from "./readings";

const data = pageData();
const measure = new TextMeasure(shaper, data.style, "en");
const setting: TextSetting = { family: "Public Sans", weight: 400, size: 16, spacing: 0, upper: false };

describe("a text's width", () => {
  it("is the sum of its glyphs, kerned: AV is narrower than A and V", () => {
    const width = (text: string) => shaper.width(text, setting) as number;
    expect(width("AV")).toBeLessThan(width("A") + width("V"));
    expect(width("")).toBe(0);
  });
  it("grows by the letter spacing once a letter, the last included", () => {
    const spaced = shaper.width("nnnn", { ...setting, spacing: 2 }) as number;
    expect(spaced - (shaper.width("nnnn", setting) as number)).toBeCloseTo(8, 1);
  });
  it("takes capitals first, in the language of the page", () => {
    const upper = { ...setting, upper: true };
    expect(shaper.width("straße", upper)).toBe(shaper.width("STRASSE", setting));
    expect(shaper.width("i", upper, [], "tr")).toBe(shaper.width("İ", setting));
    expect(shaper.width("i", upper)).toBe(shaper.width("I", setting));
  });
  it("has letters in whichever file of the family has them: œ, Œ and ı are with the Latin ones, ệ with the Vietnamese", () => {
    for (const letter of ["œ", "Œ", "ı", "ệ"]) expect(shaper.width(letter, setting)).not.toBeNull();
  });
  it("is told in other scripts where the family has them, from right to left too", () => {
    const rubik = { ...setting, family: "Rubik" };
    for (const text of ["Обсерватория", "מצפה 12", "مرصد"])
      expect(shaper.width(text, rubik)).toBeGreaterThan(0);
    expect(shaper.width("Αστέρια", { ...setting, family: "Literata" })).toBeGreaterThan(0);
    // joined letters take no letter spacing; what stands beside them may or may not
    const spaced = { ...rubik, spacing: 3 };
    expect(shaper.width("مرصد", spaced)).toBe(shaper.width("مرصد", rubik));
    expect(shaper.width("مرصد 12", spaced)).toBeNull();
  });
  it("gives no letter spacing to what is not drawn", () => {
    const spaced = { ...setting, spacing: 4 };
    for (const undrawn of ["\u00ad", "\u200b", "\u200d", "\u2060", "\ufeff"])
      expect(shaper.width(`a${undrawn}b`, spaced)).toBe(shaper.width("ab", spaced));
  });
  it("follows the language where capitals do: Greek ones have no accents", () => {
    const greek = { ...setting, family: "Literata", upper: true };
    expect(shaper.width("ώρα", greek, [], "el")).toBe(shaper.width("ωρα", greek, [], "el"));
  });
  it("is the same however accents are written", () => {
    expect(shaper.width("e\u0301", setting)).toBe(shaper.width("é", setting));
  });
  it.each(["月の夜", "مرصد", "🌒", "j\u0301"])(
    "of %s cannot be told: no file of the family has it whole, and room is kept",
    (text) => {
      expect(shaper.width(text, setting)).toBeNull();
      const line = measure.line(text, setting);
      expect(line.isExact).toBe(false);
      expect(line.width).toBeGreaterThanOrEqual(16);
    },
  );
});

describe("a text at the end of a line", () => {
  // found by comparing with Chromium: capitals of this family are moved towards a space
  const capitals = { ...setting, family: "Work Sans", upper: true, size: 32 };
  const ends = (text: string, by = setting) => measure.lineEnd(text, by).width;
  it("is as wide as alone where nothing follows it", () => {
    expect(ends("Pellow")).toBe(measure.line("Pellow", setting).width);
    expect(ends("Pellow", capitals)).toBe(measure.line("Pellow", capitals).width);
  });
  it("leaves out the space behind it, not what the space does to its last letter", () => {
    const together = measure.line("W W", capitals).width;
    const moved = ends("W ", capitals) - measure.line("W", capitals).width;
    expect(Math.abs(moved)).toBeGreaterThan(1 / 32);
    expect(ends("W ", capitals)).toBeLessThan(together - measure.line("W", capitals).width);
  });
  it("decides how narrow a name may become", () => {
    const longest = measure.longestPiece("Pellow Ridge", capitals).width;
    expect(longest).toBe(Math.max(ends("Pellow ", capitals), ends("Ridge", capitals)));
  });
  it("is never further from the text alone than a space is wide", () => {
    const words = fc.constantFrom("Visit", "AVAT", "To", "fly", "Pellow", "Way", "y.", "L’");
    fc.assert(
      fc.property(words, fc.constantFrom(setting, capitals), (word, by) => {
        const space = measure.line(" ", by).width;
        expect(Math.abs(ends(`${word} `, by) - ends(word, by))).toBeLessThan(space);
      }),
    );
  });
});

describe("a font that comes later", () => {
  it("is measured once it is there: what could not be told before is not remembered", async () => {
    const fonts = new Map<string, Uint8Array>();
    const late = new Shaper(await import("harfbuzzjs"), fonts);
    expect(late.width("Open nights", setting)).toBeNull();
    const path = "node_modules/@fontsource-variable/public-sans/files/public-sans-latin-wght-normal.woff2";
    fonts.set("public-sans-latin-wght-normal.woff2", await unpackWoff2(readFileSync(path)));
    expect(late.width("Open nights", setting)).toBe(shaper.width("Open nights", setting));
  });
});

describe("widths on a flex line", () => {
  // worked by hand after CSS Flexible Box Layout 1 §9.7
  it.each([
    [
      "shares divide what is left",
      [
        { grow: 1, basis: 0, min: 0 },
        { grow: 3, basis: 0, min: 0 },
      ],
      400,
      [100, 300],
    ],
    [
      "content first, then shares",
      [
        { grow: 0, basis: 120, min: 50 },
        { grow: 1, basis: 0, min: 0 },
      ],
      400,
      [120, 280],
    ],
    [
      "a share keeps its least, the others give way",
      [
        { grow: 1, basis: 0, min: 300 },
        { grow: 1, basis: 0, min: 0 },
      ],
      400,
      [300, 100],
    ],
    [
      "what is too much is taken in proportion",
      [
        { grow: 0, basis: 300, min: 0 },
        { grow: 0, basis: 100, min: 0 },
      ],
      200,
      [150, 50],
    ],
    [
      "down to the least",
      [
        { grow: 0, basis: 300, min: 180 },
        { grow: 0, basis: 100, min: 0 },
      ],
      200,
      [180, 20],
    ],
    [
      "and beyond it they reach out",
      [
        { grow: 0, basis: 300, min: 180 },
        { grow: 0, basis: 100, min: 60 },
      ],
      200,
      [180, 60],
    ],
  ])("%s", (_, items, available, expected) => {
    expect(flexWidths(items, available).map((width) => Math.round(width * 64) / 64)).toEqual(expected);
  });
  it("never fall below the least, fill the line where something grows, and never shrink with more room", () => {
    const item = fc.record({
      grow: fc.integer({ min: 0, max: 3 }),
      basis: fc.integer({ min: 0, max: 400 }),
      min: fc.integer({ min: 0, max: 200 }),
    });
    fc.assert(
      fc.property(
        fc.array(item, { minLength: 1, maxLength: 5 }),
        fc.integer({ min: 0, max: 2000 }),
        (raw, room) => {
          const items = raw.map((each) => ({
            ...each,
            basis: each.grow > 0 ? 0 : Math.max(each.basis, each.min),
          }));
          const widths = flexWidths(items, room);
          widths.forEach((width, at) => expect(width).toBeGreaterThanOrEqual((items[at]?.min ?? 0) - 1e-9));
          const wider = flexWidths(items, room + 50);
          widths.forEach((width, at) => expect(wider[at]).toBeGreaterThanOrEqual(width - 1 / 16));
        },
      ),
      { numRuns: 1000 },
    );
  });
});

const menu = (labels: readonly string[]): Menu => ({
  schema: 1,
  name: "Main",
  origin: "00000000-0000-4000-8000-000000000000",
  items: labels.map((label, at) => ({ id: `i${at}`, label, target: { url: `/${at}/` }, items: [] })),
});
const LABELS = ["Visit", "Open nights", "Sky notes", "Prints", "About us"];
const headerOf = (settings: object = {}, labels: readonly string[] = LABELS, band: object = {}) => {
  const blocks = [
    block("siteName"),
    block("menu", { menu: "main", ...settings }),
    block("search", { width: 150 }),
  ];
  const part = partWith("header", [], {
    cells: [
      { id: "c1", share: 0, blocks: blocks.slice(0, 1) },
      { id: "c2", share: 1, align: "end", blocks: blocks.slice(1) },
    ],
    ...band,
  });
  const material = { ...data, menus: { main: menu(labels) }, words: ENGLISH };
  return { part, band: part.bands[0] as Band, material };
};
const fitOf = (...args: Parameters<typeof headerOf>) => {
  const { band, material } = headerOf(...args);
  return new BandFit(band, material, measure);
};

describe("where a band fits", () => {
  it("a longer label moves the edge by its own width, a smaller gap by four gaps", () => {
    const edge = fitOf().edges().wide;
    const longer = (measure.line("Open nights and days", measure.setting("menu")).width -
      measure.line("Open nights", measure.setting("menu")).width) as number;
    const moved = fitOf({}, ["Visit", "Open nights and days", "Sky notes", "Prints", "About us"]).edges()
      .wide;
    expect(Math.abs(moved - edge - longer)).toBeLessThanOrEqual(1);
    expect(edge - fitOf({ gap: 18 }).edges().wide).toBe(40);
  });
  it("says one row, then a button, then more than one row, each stretch once and none left out", () => {
    const stretches = fitOf().stretches(320, 1600);
    expect(stretches[0]?.from).toBe(320);
    expect(stretches.at(-1)?.to).toBe(1600);
    stretches.slice(1).forEach((each, at) => expect(each.from).toBe((stretches[at]?.to ?? 0) + 1));
    expect(stretches.map(({ state }) => state)).toEqual(["overflowing", "crowded", "button", "row"]);
    expect(stretches.at(-1)?.from).toBe(fitOf().edges().wide);
  });
  it("finds its stretches by halving as one finds them width by width", () => {
    const random = seeded(9);
    for (let at = 0; at < 40; at += 1) {
      const header = randomHeader(random, "computed");
      const fit = new BandFit(
        header.part.bands[0] as Band,
        { ...header.data, words: ENGLISH },
        new TextMeasure(shaper, header.data.style, "en"),
      );
      const folds = fit.folds();
      const slow: { state: string; from: number; to: number }[] = [];
      for (let width = 320; width <= 1600; width += 1) {
        const state = fit.stateAt(width, folds);
        const last = slow.at(-1);
        if (last?.state === state) last.to = width;
        else slow.push({ state, from: width, to: width });
      }
      expect(fit.stretches(320, 1600)).toEqual(slow);
    }
  });
  it.each([
    ["never", "row", null],
    [0, "row", null],
    [800, "row", 50],
    ["always", "row", Number.POSITIVE_INFINITY],
    ["computed", "column", null],
  ] as const)("a menu that is a button %s, in a %s, folds below %s rem", (buttonBelow, direction, rem) => {
    expect(fitOf({ buttonBelow, direction }).folds()?.wide ?? null).toBe(rem);
  });
  it("half a menu is no button, the other half is one for all", () => {
    const widths = (share: string) => fitOf({ share }).edges().wide;
    expect(widths("first")).toBeLessThan(widths("all"));
  });
  it("what is hidden on small screens counts on wide ones alone", () => {
    const { part, material } = headerOf();
    const hidden = {
      ...part,
      bands: part.bands.map((band) => ({
        ...band,
        cells: band.cells.map((cell) => ({
          ...cell,
          blocks: cell.blocks.map((each) =>
            each.kind === "search" ? { ...each, look: { ...each.look, hideOn: ["small" as const] } } : each,
          ),
        })),
      })),
    };
    const edges = new BandFit(hidden.bands[0] as Band, material, measure).edges();
    expect(edges.small).toBeLessThan(edges.wide);
    expect(edges.middle).toBe(edges.wide);
  });
  it("a cell with nothing to show leaves no hole, an empty one does", () => {
    const edgeWith = (cells: readonly object[]) => {
      const { band, material } = headerOf({}, LABELS, { cells, gap: 40 });
      return new BandFit(band, material, measure).edges().small;
    };
    const menuCell = { id: "c1", share: 0, blocks: [block("menu", { menu: "main" })] };
    const hiddenBlock = {
      ...block("search"),
      look: { colour: "", background: "", align: "", hideOn: ["small"] },
    };
    const alone = edgeWith([menuCell]);
    expect(edgeWith([menuCell, { id: "c2", share: 0, blocks: [hiddenBlock] }])).toBe(alone);
    expect(edgeWith([menuCell, { id: "c2", share: 0, blocks: [] }])).toBe(alone + 40);
  });
  it("is kept while what a band shows is the same, and told anew once a page, a label or a style is another", () => {
    const { band, material } = headerOf();
    const edge = (over: Partial<typeof material> = {}, by = measure) =>
      foldsOf(band, { ...material, ...over }, by)?.wide ?? 0;
    const first = edge();
    expect(edge()).toBe(first);
    const longer = menu(["Visit us", ...LABELS.slice(1)]);
    expect(edge({ menus: { main: longer } })).toBeGreaterThan(first);
    expect(edge()).toBe(first);
    const named = { ...material.profile, name: `${material.profile.name} by the sea` };
    expect(edge({ profile: named })).toBeGreaterThan(first);
    const small = {
      ...data.style,
      type: { ...data.style.type, menu: { ...data.style.type.menu, size: 0.8 } },
    };
    expect(edge({}, new TextMeasure(shaper, small, "en"))).toBeLessThan(first);
    const linked = {
      ...menu(LABELS),
      items: menu(LABELS).items.map((each) => ({ ...each, target: { identity: each.id } })),
    };
    const all = Object.fromEntries(LABELS.map((title, at) => [`i${at}`, { path: `/${at}/`, title }]));
    const { i0: _, ...without } = all;
    expect(edge({ menus: { main: linked }, links: all })).toBe(first);
    expect(edge({ menus: { main: linked }, links: without })).toBeLessThan(first);
  });
  it("says so where something cannot be measured", () => {
    expect(fitOf({}, ["مرصد", "Visit"]).isExact).toBe(false);
    const { band, material } = headerOf();
    expect(new BandFit(band, material, new TextMeasure(blindShaper, data.style, "en")).isExact).toBe(false);
    expect(fitOf().isExact).toBe(true);
  });
  it("tells how much longer labels may become: that much fits, one letter more does not", () => {
    const fit = fitOf();
    const room = fit.roomAt(1280);
    expect(room).toBeGreaterThan(0);
    // content is 1100 px wide at most, with 24 either side
    expect(1148 - room).toBe(fit.edges().wide);
    expect(fit.roomAt(fit.edges().wide - 10)).toBeLessThan(0);
  });
  it("reads every band of a part for the ruler", () => {
    const { part, material } = headerOf();
    const [reading] = readBands(part, material, measure);
    expect(reading).toMatchObject({ isExact: true, hasMenu: true, edge: fitOf().edges().wide });
    expect(reading?.letters).toBeGreaterThan(10);
  });
  it("a logo is as wide as its picture makes it", () => {
    const wide = { ...picture, width: 400, height: 100 };
    const band = partWith("header", [block("logo", { height: { wide: 40 } })]).bands[0] as Band;
    const material = {
      ...data,
      pictures: { pic: wide },
      profile: { ...data.profile, logo: "pic" },
      words: ENGLISH,
    };
    expect(new BandFit(band, material, measure).edges().wide).toBe(160 + 48);
  });
});

describe("what reaches an edge one wishes for", () => {
  it("each way offered does, and one step less does not", () => {
    const fit = fitOf();
    const target = fit.edges().wide - 30;
    const ways = waysToReach(fit, target);
    expect(ways.map(({ is }) => is)).toEqual(["menuGap", "menuText", "label", "hide"]);
    const [gap] = ways;
    if (gap?.is !== "menuGap") throw new Error("test: expected a gap first");
    expect(fitOf({ gap: gap.to }).edges().wide).toBeLessThanOrEqual(target);
    expect(fitOf({ gap: gap.to + 1 }).edges().wide).toBeGreaterThan(target);
    const label = ways.find((way) => way.is === "label");
    expect(label).toMatchObject({ label: "Open nights" });
  });
  it("offers nothing where nothing does, and a width of one's own where it fits already", () => {
    expect(waysToReach(fitOf(), 330)).toEqual([]);
    expect(waysToReach(fitOf(), 1200)).toEqual([expect.objectContaining({ is: "fixed", to: 1200 })]);
  });
});
