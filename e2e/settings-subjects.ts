import { buildIndex } from "../src/core/addresses/stems";
import { askedQuery } from "../src/core/archives/filter";
import { type BlockKind, defaultSettings, holdsBlocks } from "../src/core/blocks";
import { partSeenBy } from "../src/core/cascade/seen-by";
import type { Band, Block, Cell, Part } from "../src/core/design/part";
import { wholePart } from "../src/core/design/pieces";
import { findPlace, type PartNode, updateNode } from "../src/core/design/tree";
import type { EntryFacts } from "../src/core/model/content";
import type { Picture } from "../src/core/model/picture";
import type { Audience } from "../src/core/model/placement";
import type { RichText } from "../src/core/model/rich-text";
import type { Slot } from "../src/core/model/slot";
import { renderPage } from "../src/core/render/page";
import type { PageData } from "../src/core/render/page-data";
import { planPage } from "../src/core/render/plan";
import { ENGLISH } from "../src/messages/visitor-words";
import { block, entryView, pageData, partWith, picture } from "../test/page-data";
import { NOW, randomFacts } from "../test/random-site";
import { seeded } from "../test/seeded";
import { shaper } from "../test/shaper";

/** What settings are walked through on: a small site, a part for each kind of block, for a band and for a cell. */

/** A page that lists entries. */
export const ARCHIVE = { role: "archive", identity: "archive:kind:k0" } as const;
/** How a page is looked at otherwise than as it is: who looks, where, and what its cell and its profile have. */
export interface Surroundings {
  readonly audience?: Audience;
  readonly over?: Partial<PageData["page"]>;
  readonly around?: Partial<Cell>;
  readonly profile?: Partial<PageData["profile"]>;
}

/** A content of the site, for what depends on it: which entries a list shows, in which order. */
const PLAIN_FACTS = randomFacts(seeded(12));
/** Some begin and end, before and after the hour, and have a price. */
const FACTS = {
  ...PLAIN_FACTS,
  entries: PLAIN_FACTS.entries.map((entry, at) => ({
    ...entry,
    ...(at % 3 === 0 ? { startsAt: `${at % 2 === 0 ? 2025 : 2027}-03-0${1 + (at % 7)}T10:00:00.000Z` } : {}),
    ...(at % 2 === 0 ? { fields: { price: (at * 7) % 11 } } : {}),
  })),
};
const INDEX = buildIndex(FACTS, NOW);

const PICTURES: Readonly<Record<string, Picture>> = Object.fromEntries(
  [
    ["pic", "a", 1600],
    ["other", "b", 1200],
    ["third", "d", 240],
  ].map(([id, file, width]) => [
    id,
    {
      ...picture,
      width,
      height: (Number(width) * 9) / 16,
      file: String(file).repeat(64),
      alt: `Picture ${id}`,
      credit: "Ida",
    },
  ]),
) as never;

const style = {
  ...pageData().style,
  palette: [...pageData().style.palette, { id: "accent", name: "Accent", value: "#8a2be2" }],
  roles: { ...pageData().style.roles, accent: "accent" },
  // no two text styles alike: what is chosen is seen
  type: { ...pageData().style.type, footerMenu: { ...pageData().style.type.menu, size: 0.8 } },
};
const base = pageData({
  style,
  pictures: PICTURES,
  author: {
    name: "Ida",
    path: "/people/ida/",
    about: "Draws what she sees",
    picture: "pic",
    links: [{ label: "Drawings", url: "/drawings/" }],
  },
  profile: {
    ...pageData().profile,
    address: "On the ridge\nPellow",
    logo: "pic",
    logoSmall: "other",
    logoOverPictures: "third",
    social: [
      { icon: "mail", label: "Write", url: "mailto:a@b.example", outline: "" },
      { icon: "film", label: "Films", url: "https://film.example/", outline: "" },
    ],
  },
});
const items = (base.menus["main"]?.items ?? []).concat(
  ["Domes", "Prints", "Walks"].map((label, at) => ({
    id: `m${at}`,
    label,
    target: { url: `/${at}/` },
    items: [{ id: `m${at}-1`, label: `Below ${label}`, target: { url: "/below/" }, items: [] }],
  })) as never,
);
const MENUS = {
  main: { ...base.menus["main"], items },
  other: { ...base.menus["main"], name: "Other", items: items.slice(-2) },
} as PageData["menus"];
const PIECE = partWith("header", [block("heading", { text: "A piece" })], {
  cells: [{ id: "p", direction: "column", blocks: [block("heading", { text: "A piece" })] }],
});

/** Headings of three levels, for what is made of them. */
const BODY: RichText = ([2, 3, 4, 2] as const).map((level, at) => ({
  type: "heading",
  level,
  children: [{ text: `Part ${at}` }],
}));

/** Where blocks of a kind are looked at, and what they need to show anything. */
const IN_HEADER: readonly BlockKind[] = [
  "logo",
  "siteName",
  "tagline",
  "menu",
  "search",
  "account",
  "social",
];
const ON_MAP = {
  ...defaultSettings("map"),
  place: { lat: 50.1, lon: -5.2 },
  height: { wide: 200 },
  opened: { wide: 240 },
  directions: { url: "/way/" },
};
const READY: Partial<Record<BlockKind, object>> = {
  menu: { menu: "main" },
  picture: { picture: "third" },
  piece: { piece: "piece" },
  richText: { text: [{ type: "paragraph", children: [{ text: "Some words" }] }] },
  heading: { text: "Under a dark sky" },
  notice: { text: "Closed" },
  facts: { show: ["date", "author"] },
  entryList: { pageSize: 3 },
  signUp: { consent: "I agree" },
  map: ON_MAP,
  contents: { least: 1 },
  ownField: { field: "price" },
  hero: { picture: { ...defaultSettings("hero").picture, picture: "third" }, map: ON_MAP },
  slide: { picture: "third" },
};

export interface Subject {
  readonly name: string;
  readonly part: Part;
  /** The page it is looked at on, where that is not one of an entry. */
  readonly page?: Surroundings["over"];
  /** Another subject of its type: what is offered there is walked through there. */
  readonly besides?: Part;
}
/** Kinds that are there on archives. */
const ON_ARCHIVES: readonly BlockKind[] = ["entryList", "pager"];
const hostOf = (subject: Block): Part => {
  const slot: Slot = IN_HEADER.includes(subject.kind) ? "header" : "layout";
  const list = subject.kind === "pager" ? [block("entryList", { pageSize: 2 })] : [];
  // a list above a list, for what is left out of it
  const above = subject.kind === "entryList" ? [block("entryList", { from: "kinds", count: 2 })] : [];
  const beside = block("heading", { text: "Beside", style: "h4" });
  const cells = [
    { id: "c1", share: 2, direction: "column", blocks: [...above, subject, block("tagline")] },
    { id: "c2", share: 1, blocks: [beside, ...list] },
  ];
  return partWith(slot, [], { cells, background: { colour: "#f4f0e6" } });
};

/** What stands in a block that others stand in. */
const insideOf = (kind: BlockKind): readonly Block[] => {
  const words = [block("heading", { text: "One" }), block("button", { label: "Two" })];
  if (kind !== "hero") return words;
  return [...words, ...["other", "third"].map((id) => block("slide", { picture: id }, words.slice(0, 1)))];
};

export const blockSubject = (kind: BlockKind): Subject => {
  const inside = holdsBlocks(kind) ? insideOf(kind) : undefined;
  const page = ON_ARCHIVES.includes(kind) ? { page: ARCHIVE } : {};
  const subject = { ...block(kind, READY[kind] as never, inside), id: "subject" } as Block;
  // a slide is what it is in a hero
  const host = kind === "slide" ? block("hero", { kind: "slides" }, [subject]) : subject;
  return { name: kind, ...page, part: hostOf(host) };
};

/** A header of two bands, the second one looked at, over a title bar with a picture. */
export const bandSubject = (): Subject => {
  const cells = [
    { id: "c1", share: 0, blocks: [block("logo"), block("siteName")] },
    { id: "c2", share: 1, blocks: [block("button", { label: "Visit" })] },
  ];
  const [band] = partWith("header", [], { cells }).bands as [Band];
  const above = partWith("header", [block("tagline")], { background: { colour: "#dddddd" } })
    .bands[0] as Band;
  return { name: "band", part: { ...partWith("header", []), bands: [above, { ...band, id: "subject" }] } };
};
/** A band of a title bar, with a ground and something opposite the title. */
export const barSubject = (): Subject => {
  const cells = [
    { id: "c1", share: 1, direction: "column", blocks: [block("title"), block("secondLine")] },
    { id: "c2", share: 0, blocks: [block("button", { label: "Visit" })] },
  ];
  const [band] = partWith("titleBar", [], { cells, background: { colour: "#ccddee" } }).bands as [Band];
  const part = { ...partWith("titleBar", []), bands: [{ ...band, id: "subject" }] };
  return { name: "bar", part, besides: bandSubject().part };
};
export const cellSubject = (): Subject => {
  const short = (text: string) => block("heading", { text, style: "h4" });
  const cells = [
    { id: "subject", share: 2, blocks: [short("A"), short("B b")] },
    { id: "c2", share: 1, direction: "column", blocks: [short("C"), short("D"), short("E")] },
    { id: "c3", share: 0, blocks: [short("F")] },
  ];
  return { name: "cell", part: partWith("layout", [], { cells, gap: 4 }) };
};

/** The part with the cell its subject stands in otherwise. */
const withinCell = (part: Part, around: Partial<Cell>): Part => {
  const parent = findPlace(part, "subject")?.parent ?? "";
  const cell = findPlace(part, parent)?.node;
  return cell && "blocks" in cell && !("kind" in cell)
    ? updateNode(part, parent, (node) => ({ ...node, ...around }) as PartNode)
    : part;
};

export const drawn = (part: Part, { audience = "signedOut", over, around, profile }: Surroundings) => {
  const moved = around ? withinCell(part, around) : part;
  const seen = partSeenBy(
    wholePart(moved, (id) => (id === "piece" ? (PIECE as never) : undefined)),
    audience,
  );
  const titleBar = partWith("titleBar", [block("title")], { id: "bar", background: { picture: "pic" } });
  const identity = over?.identity ?? `entry:${INDEX.published[0]?.id}`;
  const page = INDEX.byIdentity.get(identity);
  if (!page) throw new Error(`walk: expected the page ${identity}, got none`);
  const { pageNumber = 1 } = over ?? {};
  const input = { index: INDEX, page, pageNumber, at: NOW, found: [], menus: MENUS, profilePictures: [] };
  const needs = planPage({ ...input, parts: [seen] });
  const lists = Object.fromEntries(
    Object.entries(needs.lists).map(([id, { entries, ...list }]) => [
      id,
      {
        ...list,
        stem: "/k0x/",
        filters: list.choices.map(({ asks, ...choice }) => ({
          ...choice,
          href: `/k0x/${askedQuery(asks, "")}`,
        })),
        // one has a picture, the next one has not
        entries: entries.map(({ id: entry, title, path }, at) =>
          entryView({ id: entry, title, path, picture: at % 2 === 0 ? null : "pic" }),
        ),
      },
    ]),
  );
  const named = (entry: EntryFacts | null) =>
    entry && entryView({ id: entry.id, title: entry.title, path: entry.path });
  const neighbours = Object.fromEntries(
    Object.entries(needs.neighbours).map(([id, { before, after }]) => [
      id,
      { before: named(before), after: named(after) },
    ]),
  );
  const slots = {
    ...base.slots,
    titleBar: { id: "t", part: titleBar },
    [seen.slot]: { id: "p", part: seen },
  };
  const rendered = renderPage(
    {
      ...base,
      slots,
      audience,
      profile: { ...base.profile, ...profile },
      menus: MENUS,
      lists: lists as never,
      neighbours,
      body: BODY,
      page: { ...base.page, ...over },
      entry:
        over?.role === "archive" || !base.entry
          ? null
          : { ...base.entry, pictures: ["pic", "other", "third"] },
    },
    ENGLISH,
    { shaper },
  );
  return { css: rendered.css.replace(/@font-face\{[^}]*\}/g, ""), body: rendered.body };
};
export type Drawn = ReturnType<typeof drawn>;
