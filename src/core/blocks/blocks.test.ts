import { describe, expect, it } from "vitest";
import { z } from "zod";
import { block, entryView, pageData, partWith } from "../../../test/page-data";
import { shaper } from "../../../test/shaper";
import { ENGLISH } from "../../messages/visitor-words";
import { withValueAt } from "../design/operations";
import type { Part } from "../design/part";
import { renderPage } from "../render/page";
import { BLOCK_KINDS, BLOCKS, type BlockKind, defaultSettings, isSteadyBlock } from "./";
import { about, type Role, settingsAbout, words } from "./roles";
import { identitiesLedTo, idsShown, settingsOfKind, valuesFor, withSettings } from "./shown";

type Def = { type: string; innerType?: z.ZodType; element?: z.ZodType; options?: z.ZodType[] };
const defOf = (schema: z.ZodType): Def => (schema as unknown as { _zod: { def: Def } })._zod.def;

/** Whether anything can be typed into a setting: texts that are not one of a few. */
const isFree = (schema: z.ZodType): boolean => {
  const { type, innerType, element, options = [] } = defOf(schema);
  if (type === "string") return true;
  return [innerType, element, ...options].some((inner) => inner !== undefined && isFree(inner));
};
const at = (schema: z.ZodType, path: readonly string[]): z.ZodType =>
  path.reduce((around, key) => {
    let inner = around;
    while (!(inner instanceof z.ZodObject)) inner = defOf(inner).innerType as z.ZodType;
    return inner.shape[key] as z.ZodType;
  }, schema);

describe("kinds of blocks", () => {
  it("are known by the name they stand under", () => {
    for (const [name, { kind }] of Object.entries(BLOCKS)) expect(kind).toBe(name);
  });
  it("say of every setting a text can be typed into what it is for", () => {
    const silent = BLOCK_KINDS.flatMap((kind) =>
      settingsOfKind(kind)
        .filter(({ path, role }) => role === "choice" && isFree(at(BLOCKS[kind].settings, path)))
        .map(({ path }) => `${kind} ${path.join(".")}`),
    );
    expect(silent).toEqual([]);
    // the question can be answered with yes
    expect(isFree(z.string().default("x"))).toBe(true);
    expect(isFree(z.array(z.string()).default([]))).toBe(true);
    expect(isFree(z.enum(["a"]).or(z.number()))).toBe(false);
  });
  it("tell settings inside others by their path", () => {
    const schema = z.object({
      inside: z
        .object({ said: words().default(""), many: z.number().default(1) })
        .default({ said: "", many: 1 }),
      plain: about(z.string(), { role: "list", opensAs: "list" }).default("x"),
    });
    expect(settingsAbout(schema)).toEqual([
      { path: ["inside", "said"], role: "words" },
      { path: ["inside", "many"], role: "choice" },
      { path: ["plain"], role: "list", opensAs: "list" },
    ]);
  });

  const SAID = "Mackerel sky";
  const draw = (kind: BlockKind, settings: object): string => {
    const shown = block(kind, settings);
    const entries = [entryView()];
    const data = pageData({
      page: { ...pageData().page, role: "entry", path: "/somewhere/" },
      body: [1, 2, 3].map((at) => ({ type: "heading", level: 2, children: [{ text: `Part ${at}` }] })),
      neighbours: { [shown.id]: { before: entryView(), after: entryView() } },
      // a list says what it says when it is empty
      ...(kind === "entryList"
        ? {}
        : { lists: { [shown.id]: { entries, total: 1, page: 1, pages: 1, stem: "" } } }),
    });
    const part = partWith("header", [shown]);
    return renderPage({ ...data, slots: { ...data.slots, header: { id: "h", part } } }, ENGLISH, {
      mark: false,
      shaper,
    }).regions.header;
  };
  /** Words that are drawn only for who is signed in, or where the kind has nothing else to show. */
  const ELSEWHERE = new Set(["menu label", "account signedIn", "hero slides.link", "entryList more"]);
  /** What else must be set for words to be drawn. */
  const MAP = {
    ...defaultSettings("map"),
    place: { lat: 50.1, lon: -5.2 },
    directions: { url: "/way/" },
  };
  const WITH: Readonly<Record<string, object>> = {
    "opposite placeholder": { shows: "search" },
    "map marker": MAP,
    "map directionsWords": MAP,
    "hero map.marker": { kind: "map", map: MAP },
    "hero map.directionsWords": { kind: "map", map: MAP },
  };
  const worded = BLOCK_KINDS.flatMap((kind) =>
    settingsOfKind(kind)
      .filter(({ role }) => role === "words")
      .map(({ path }) => [kind, path.join(".")] as const),
  ).filter(([kind, path]) => !ELSEWHERE.has(`${kind} ${path}`));
  it.each(worded)("%s shows the words of %s", (kind, path) => {
    const settings = { ...defaultSettings(kind), ...WITH[`${kind} ${path}`] };
    expect(draw(kind, withValueAt(settings, path.split("."), SAID) as object)).toContain(SAID);
    expect(draw(kind, settings)).not.toContain(SAID);
  });
  it("are the same on every page where they say so, and say so unless they show something of the page", () => {
    const here = pageData();
    const other = {
      ...pageData({ query: "moon" }),
      page: {
        ...here.page,
        identity: "entry:other",
        path: "/other/",
        title: "Other",
        role: "entry" as const,
      },
      trail: [
        { title: "Up", path: "/up/" },
        { title: "Other", path: "/other/" },
      ],
    };
    // each draws a part of its own, or the second would be what was kept of the first
    const drawn = (part: Part, data: typeof here) =>
      renderPage(
        { ...data, slots: { ...data.slots, header: { id: "h", part: structuredClone(part) } } },
        ENGLISH,
        { mark: false, shaper },
      ).regions.header;
    const steady = BLOCK_KINDS.filter((kind) => isSteadyBlock(block(kind, {})));
    for (const kind of steady) {
      const part = partWith("header", [block(kind, {})]);
      expect(drawn(part, here), kind).toBe(drawn(part, other));
    }
    // what depends on the page, on what is looked for, or on the time
    expect(BLOCK_KINDS.filter((kind) => !steady.includes(kind))).toEqual([
      "search",
      "piece",
      "notice",
      "breadcrumbs",
      "title",
      "secondLine",
      "opposite",
      "hero",
      "facts",
      "mainPicture",
      "gallery",
      "film",
      "body",
      "ownField",
      "contents",
      "authorBox",
      "neighbours",
      "share",
      "entryList",
      "pager",
    ]);
  });
  it("show no words that are not said to be words", () => {
    const wrong = BLOCK_KINDS.flatMap((kind) =>
      settingsOfKind(kind)
        .filter(({ role }) => role !== "words" && role !== "richText")
        .filter(({ path }) => {
          const settings = withPath(defaultSettings(kind), path, SAID);
          const read = BLOCKS[kind].settings.safeParse(settings);
          return read.success && draw(kind, read.data).includes(`>${SAID}<`);
        })
        .map(({ path }) => `${kind} ${path.join(".")}`),
    );
    expect(wrong).toEqual([]);
  });
});

const withPath = (around: object, [key = "", ...more]: readonly string[], value: unknown): object => ({
  ...around,
  [key]: more.length === 0 ? value : withPath((around as Record<string, object>)[key] ?? {}, more, value),
});

describe("what a block shows", () => {
  const list = block("entryList", { kinds: ["k1"], terms: ["t1", "t2"] });
  it("is told by what its settings are for", () => {
    expect(idsShown(block("menu", { menu: "m1" }), "menu")).toEqual(["m1"]);
    expect(idsShown(block("menu", {}), "menu")).toEqual([]);
    expect(identitiesLedTo(block("button", { target: { identity: "entry:a" } }))).toEqual(["entry:a"]);
    expect(identitiesLedTo(block("notice", { target: { identity: "entry:b" } }))).toEqual(["entry:b"]);
    expect(identitiesLedTo(block("notice", { target: null }))).toEqual([]);
    expect(identitiesLedTo(block("button", { target: { url: "/" } }))).toEqual([]);
    expect(valuesFor(list, "terms")).toEqual([["t1", "t2"], []]);
  });
  it("is changed by what it is for, and is who it was where nothing changes", () => {
    const changed = withSettings(list, { terms: () => ["t9"] });
    expect(changed.settings).toEqual({ ...list.settings, terms: ["t9"], notTerms: ["t9"] });
    expect(withSettings(list, { terms: (ids) => ids })).toBe(list);
    expect(withSettings(list, { menu: () => "other" } as Record<Role, () => string>)).toBe(list);
  });
});
