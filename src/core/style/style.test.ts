import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { block, pageData, partWith } from "../../../test/page-data";
import { randomStyle } from "../../../test/random-style";
import { contrastOf } from "../colour/contrast";
import { GROUNDS, proposePalette, speakingColours } from "../colour/palette";
import { type Design, designOf, getBody } from "../design/design";
import { applyOperations } from "../design/operations";
import type { Block, Part } from "../design/part";
import { upgraded } from "../design/upgrades";
import { HouseStyle, secondStyle, valuesOf } from "../model/house-style";
import { styleDifferences, takeOver, withDifference } from "./differences";
import { pairsInUse } from "./pairs";
import { bindOperation, typedInColours } from "./typed-in";

const style = pageData().style;
const NO_MENUS = { menus: {}, links: {} };
const designWith = (part: Part, over: Partial<HouseStyle> = {}): Design =>
  designOf([
    { id: "style", kind: "style", body: { ...style, ...over } },
    { id: "p1", kind: "part", body: part },
  ]);

describe("pairs of text and ground in use", () => {
  it("are those of the style, of bands and of blocks, with their uses, the worst first", () => {
    const grey = { ...block("heading"), look: { ...block("heading").look, colour: "#999999" } };
    const part = partWith("header", [grey, block("heading")], {
      colour: "colour:line",
      background: { colour: "colour:grey" },
    });
    const pairs = pairsInUse(designWith(part), NO_MENUS);
    const found = (text: string, ground: string) =>
      pairs.find((pair) => pair.text === text && pair.ground === ground);
    expect(found("colour:line", "colour:grey")?.uses).toEqual([
      { use: "band", part: "p1", node: part.bands[0]?.id },
    ]);
    const failing = found("#999999", "colour:grey");
    expect(failing?.passes).toBe(false);
    // a heading of 24 px and more (WCAG 2.2 §1.4.3, large scale)
    expect(failing?.needed).toBe(3);
    expect(contrastOf(failing?.nearest as string, "#555555")).toBeGreaterThanOrEqual(3);
    expect(found("role:text", "role:background")?.passes).toBe(true);
    const order = pairs.map((pair) => pair.ratio / pair.needed);
    expect(order).toEqual([...order].sort((a, b) => a - b));
  });
  it("need less contrast where text is large: 24 px, or 18.66 px bold (WCAG 2.2 §1.4.3)", () => {
    const neededOf = (size: number, weight: number) => {
      const { h2 } = style.type;
      const own = { ...style, type: { ...style.type, h2: { ...h2, size, weight } } };
      const part = partWith("header", [block("heading", { style: "h2" })], { colour: "#123456" });
      return pairsInUse(designWith(part, own), NO_MENUS).find(({ text }) => text === "#123456")?.needed;
    };
    expect([neededOf(1.5, 400), neededOf(1.49, 400), neededOf(1.17, 700), neededOf(1.16, 700)]).toEqual([
      3, 4.5, 3, 4.5,
    ]);
    expect(neededOf(1.3, 600)).toBe(4.5);
  });
  it("on a gradient are those with its ends, and with a step between them where that is fainter; on a ground of its own there is none", () => {
    const own = { ...block("heading"), look: { ...block("heading").look, background: "#101010" } };
    const grounds = (text: string, from: string, to: string, blocks: readonly Block[] = [block("heading")]) =>
      pairsInUse(
        designWith(partWith("header", blocks, { colour: text, background: { colour: from, colourTo: to } })),
        NO_MENUS,
      )
        .filter(({ uses }) => uses.some(({ part }) => part !== null))
        .map(({ ground, ratio }) => [ground, ratio] as const);
    const crossed = grounds("#777777", "#000000", "#ffffff");
    expect(
      crossed
        .map(([ground]) => ground)
        .slice(1)
        .sort(),
    ).toEqual(["#000000", "#ffffff"]);
    expect(crossed[0]?.[1]).toBeLessThan(1.3);
    expect(grounds("#ffffff", "#000000", "#333333")).toHaveLength(2);
    expect(grounds("#ffffff", "#000000", "")).toHaveLength(1);
    expect(
      grounds("#ffffff", "#000000", "#333333", [block("heading"), own]).map(([ground]) => ground),
    ).toContain("#101010");
  });
  it("over a picture nothing is claimed, and paused parts count for nothing", () => {
    const over = partWith("header", [block("heading")], {
      colour: "#ffffff",
      background: { picture: "pic" },
    });
    expect(
      pairsInUse(designWith(over), NO_MENUS).some(({ uses }) => uses.some(({ part }) => part !== null)),
    ).toBe(false);
    const paused = { ...partWith("header", [block("heading")], { colour: "#ffffff" }), on: false };
    expect(
      pairsInUse(designWith(paused), NO_MENUS).some(({ uses }) => uses.some(({ part }) => part !== null)),
    ).toBe(false);
  });
  it("count muted facts, highlighted items and fields on the ground they really stand on", () => {
    const of = (part: Part, shown: Parameters<typeof pairsInUse>[1] = NO_MENUS, over = {}) =>
      pairsInUse(designWith(part, over), shown)
        .filter(({ uses }) => uses.some(({ part: id }) => id === "p1"))
        .map(({ text, ground }) => `${text} on ${ground}`);
    const list = [block("entryList")];
    const dark = { background: { colour: "#202020" } };
    expect(of(partWith("layout", list, dark))).toContain("role:mutedText on #202020");
    // in a band with a colour of its own they take that
    expect(of(partWith("layout", list, { ...dark, colour: "#ffffff" }))).toEqual(["#ffffff on #202020"]);
    const buttons = { ...style.buttons, filled: { ...style.buttons.filled, ground: "" as const } };
    const menu = pageData().menus["main"] as ReturnType<typeof pageData>["menus"][string];
    const [first, ...others] = menu.items;
    const high = { ...menu, items: first ? [{ ...first, highlight: true }, ...others] : [] };
    const { links } = pageData();
    const header = partWith("header", [block("menu", { menu: "main" })], { ...dark, colour: "#ffffff" });
    expect(of(header, { menus: { main: high }, links }, { buttons })).toContain(
      "role:textOnAccent on #202020",
    );
    expect(of(header, { menus: { main: menu }, links }, { buttons })).toEqual(["#ffffff on #202020"]);
    const fields = { ...style.fields, text: "" as const };
    expect(of(partWith("header", [block("search")], { colour: "#eeeeee" }), NO_MENUS, { fields })).toContain(
      "#eeeeee on role:surface",
    );
  });
  it("are those of blocks in a box with a colour of its own, whatever the band has", () => {
    const box = block("group", {}, [block("heading")]);
    const red = { ...box, look: { ...box.look, colour: "#ffaaaa" } } as Block;
    const pairs = pairsInUse(designWith(partWith("footer", [red])), NO_MENUS);
    expect(pairs.find(({ text }) => text === "#ffaaaa")).toMatchObject({
      ground: "role:background",
      passes: false,
      uses: [{ use: "block", part: "p1", node: box.blocks?.[0]?.id }],
    });
  });
  it("look through grounds that are see-through, and count textures that cover enough", () => {
    const box = { ...block("heading"), look: { ...block("heading").look, background: "#ffffff80" } };
    const grounds = (part: Part) =>
      pairsInUse(designWith(part), NO_MENUS)
        .filter(({ uses }) => uses.some(({ part: id }) => id === "p1"))
        .map(({ ground }) => ground);
    // half of white on black (CSS Compositing 1 §5.1)
    expect(grounds(partWith("header", [box as Block], { background: { colour: "#000000" } }))).toEqual([
      "#808080",
    ]);
    const textured = (texture: string) =>
      grounds(
        partWith("header", [block("heading")], {
          colour: "#ffffff",
          background: { colour: "#000000", texture, textureStrength: 50 },
        }),
      );
    expect(textured("dots")).toEqual(["#000000"]);
    expect(textured("lines").sort()).toEqual(["#000000", "#808080"]);
    expect(textured("weave").sort()).toEqual(["#000000", "#808080", "#bfbfbf"]);
  });
  it("every failing pair has a nearest colour that passes", () => {
    fc.assert(
      fc.property(randomStyle, (random) => {
        for (const pair of pairsInUse(designWith(partWith("header", []), random), NO_MENUS))
          if (!pair.passes && pair.nearest !== null)
            expect(contrastOf(pair.nearest, pair.groundHex)).toBeGreaterThanOrEqual(pair.needed);
          else if (pair.passes) expect(pair.ratio).toBeGreaterThanOrEqual(pair.needed);
      }),
    );
  });
});

describe("typed-in colours", () => {
  const inner = { ...block("heading"), id: "inner", look: { ...block("heading").look, colour: "#111111" } };
  const words = {
    ...block("heading"),
    id: "words",
    settings: { ...block("heading").settings, text: "#abcdef" },
  };
  const group = { ...block("group"), id: "g", blocks: [inner, words] } as Block;
  const part = partWith("footer", [group], { colour: "#565656", background: { colour: "#ffffff" } });
  const design = designWith(part);
  const found = typedInColours(design);
  it("are found in bands, blocks and groups, with the nearest colour and how far it is", () => {
    expect(found.map(({ value, nearest, node }) => [value, nearest.id, node])).toEqual([
      ["#ffffff", "paper", part.bands[0]?.id],
      ["#565656", "grey", part.bands[0]?.id],
      ["#111111", "ink", "inner"],
    ]);
    expect(found[0]?.distance).toBe(0);
  });
  it("words that look like a colour are none", () => {
    expect(found.some(({ node }) => node === "words")).toBe(false);
  });
  it("are bound one by one or all at once, and then there is none", () => {
    const bound = applyOperations(design, found.map(bindOperation));
    if (!bound.ok) throw new Error(JSON.stringify(bound.issues));
    expect(typedInColours(bound.value)).toEqual([]);
    expect(getBody(bound.value, "part", "p1").bands[0]?.background.colour).toBe("colour:paper");
  });
});

describe("styles compared", () => {
  it("taking over every difference makes one the other, and none means the same", () => {
    fc.assert(
      fc.property(randomStyle, randomStyle, (a, b) => {
        const [from, to] = [valuesOf(a), valuesOf(b)];
        const all = styleDifferences(from, to);
        const taken = all.reduce(withDifference, from);
        expect(styleDifferences(taken, to)).toEqual([]);
        expect(styleDifferences(from, from)).toEqual([]);
        // one by one in any order: each leaves one fewer
        for (const one of all.slice(0, 3))
          expect(styleDifferences(withDifference(from, one), to)).toHaveLength(all.length - 1);
      }),
    );
  });
  it("operations take a whole style over and back", () => {
    fc.assert(
      fc.property(randomStyle, randomStyle, (a, b) => {
        const design: Design = designOf([{ id: "style", kind: "style", body: a }]);
        const operations = takeOver(valuesOf(a), valuesOf(b));
        const there = applyOperations(design, operations);
        if (!there.ok) throw new Error(JSON.stringify(there.issues));
        const { textStyles, ...values } = valuesOf(getBody(there.value, "style", "style"));
        const { textStyles: brought, ...others } = valuesOf(b);
        expect(values).toEqual(others);
        // blocks may wear those the other style knows nothing of: none is taken away
        expect(new Set(textStyles)).toEqual(
          new Set([...brought, ...a.textStyles.filter(({ id }) => !brought.some((own) => own.id === id))]),
        );
      }),
    );
  });
});

describe("a style of schema 1", () => {
  it("is read as one of today that looks the same", () => {
    const { type: _, ...rest } = style;
    const first = {
      ...rest,
      schema: 1,
      sizes: { body: 1.1, small: 0.9, lead: 1.2, h1: 2.5, h2: 1.8, h3: 1.4, h4: 1.1 },
      headingWeight: 650,
      measures: { contentWidth: 1000, radius: 9, edgeWide: 1000, edgeMiddle: 600 },
    };
    const now = secondStyle(first);
    expect(HouseStyle.safeParse(now).success).toBe(true);
    expect([now.type.h1.size, now.type.h1.weight, now.type.body.size, now.type.menu.size]).toEqual([
      2.5, 650, 1.1, 1.1,
    ]);
    expect([now.buttons.radius, now.fields.radius, now.measures.distance]).toEqual([9, 9, 8]);
    const stored = { id: "style", kind: "style", body: first } as never;
    expect(upgraded(stored)).toEqual({ ok: true, value: { id: "style", kind: "style", body: now } });
  });
});

describe("a palette from one colour or a picture", () => {
  const anyHex = fc
    .tuple(...[0, 1, 2].map(() => fc.integer({ min: 0, max: 255 })))
    .map((parts) => `#${parts.map((part) => part.toString(16).padStart(2, "0")).join("")}`);
  it("passes WCAG AA in every pair, light and dark, whatever it starts from", () => {
    fc.assert(
      fc.property(anyHex, fc.constantFrom(...GROUNDS), (seed, ground) => {
        const palette = proposePalette(seed, ground);
        for (const on of [palette.background, palette.surface])
          for (const text of [palette.text, palette.mutedText, palette.accent])
            expect(contrastOf(text, on)).toBeGreaterThanOrEqual(4.5);
        expect(contrastOf(palette.textOnAccent, palette.accent)).toBeGreaterThanOrEqual(4.5);
        expect(proposePalette(seed, ground)).toEqual(palette);
      }),
      { numRuns: 1000 },
    );
  });
  it("a picture speaks with its strongest colours first; one without colour with its grey", () => {
    const pixels = (...runs: readonly (readonly [number, readonly [number, number, number]])[]) =>
      new Uint8Array(runs.flatMap(([times, rgb]) => Array.from({ length: times }, () => rgb).flat()));
    const [first, second] = speakingColours(
      pixels([60, [200, 40, 40]], [30, [40, 60, 200]], [500, [240, 240, 240]]),
    );
    expect(first).toBe("#c82828");
    expect(second).toBe("#283cc8");
    expect(speakingColours(pixels([10, [128, 128, 128]]))).toEqual(["#808080"]);
    expect(speakingColours(new Uint8Array())).toHaveLength(1);
  });
});
