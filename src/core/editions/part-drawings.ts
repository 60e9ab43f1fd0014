import { traitsOf } from "../blocks";
import { identitiesLedTo } from "../blocks/shown";
import { audiencesOfPart, partSeenBy } from "../cascade/seen-by";
import { type Design, documentsOf, getBody, PROFILE_ID, STYLE_ID } from "../design/design";
import type { Block, Part } from "../design/part";
import { Band } from "../design/part";
import { blocksOf } from "../design/tree";
import type { AuthorView, EntryView, ListView, VisitorWords } from "../draw/page-material";
import type { Shaper } from "../measure/shaper";
import { identitiesOf, rowsOf } from "../menus/item-tree";
import { canonicalJson } from "../model/canonical";
import type { HouseStyle } from "../model/house-style";
import type { Picture } from "../model/picture";
import type { Audience, Role } from "../model/placement";
import { NOWHERE } from "../model/placement";
import type { RichText } from "../model/rich-text";
import type { Slot } from "../model/slot";
import { SLOTS } from "../model/slot";
import { isSteady } from "../render/kept-bands";
import { renderPage } from "../render/page";
import type { PageData } from "../render/page-data";
import { hexOfValue } from "../style/resolve-colour";
import { seenCss } from "./seen-css";

/**
 * What a part looks like, to tell whether a change shows: it is drawn on pages that are made up and have all a page can
 * have, one for each role, to everyone who may see something else, and what the house style adds to it is told with it.
 * The same text on both sides of a change means that nobody sees a difference.
 */
export interface Drawer {
  readonly words: VisitorWords;
  /** Where menus become a button follows from what is compared anyway: one without fonts does. */
  readonly shaper: Shaper;
  readonly language: string;
  readonly at: string;
}

const PICTURE = "imaginary";
const PICTURE_BODY: Picture = {
  schema: 1,
  name: "",
  origin: "00000000-0000-4000-8000-000000000000",
  file: "0".repeat(64),
  type: "image/jpeg",
  width: 1600,
  height: 900,
  alt: "",
  credit: "",
  focal: { x: 50, y: 50 },
  lightness: 50,
  formats: ["webp"],
  tones: "",
  renditions: [480, 960, 1600],
};

const ENTRY: EntryView = {
  id: "imaginary",
  path: "/imaginary/entry/",
  title: "Title",
  summary: "Summary",
  picture: PICTURE,
  published: "2026-03-01T10:00",
  starts: "2026-03-02T19:30",
  ends: "2026-03-02T22:00",
  author: { name: "Author", path: "/author/" },
  terms: [{ name: "Term", path: "/term/" }],
  fields: [{ key: "field", label: "Field", value: "Value" }],
  price: null,
  restricted: false,
};
const AUTHOR: AuthorView = {
  name: "Author",
  path: "/author/",
  about: "About",
  links: [{ label: "Link", url: "/link/" }],
};
const LIST: ListView = {
  entries: [ENTRY, { ...ENTRY, id: "other", restricted: true }],
  total: 30,
  page: 2,
  pages: 3,
  stem: "/archive/",
};
const TRAIL = [
  { title: "Home", path: "/" },
  { title: "Above", path: "/above/" },
  { title: "Title", path: "/here/" },
];

/** One of everything an entry can say. */
const BODY: RichText = [
  ...([2, 3, 4] as const).map((level) => ({
    type: "heading" as const,
    level,
    children: [{ text: "Heading" }],
  })),
  {
    type: "paragraph",
    children: [
      { text: "Words", link: "/elsewhere/" },
      { text: "b", bold: true },
      { text: "c", code: true },
    ],
  },
  { type: "list", ordered: true, items: [[{ type: "paragraph", children: [{ text: "One" }] }]] },
  { type: "quote", children: [{ type: "paragraph", children: [{ text: "Quoted" }] }] },
  { type: "code", text: "code" },
  { type: "rule" },
];

type Material = Omit<
  PageData,
  "slots" | "page" | "entry" | "query" | "audience" | "mayRead" | "lists" | "neighbours"
>;

const materialOf = (design: Design, { language, at }: Drawer): Material => {
  const profile = getBody(design, "profile", PROFILE_ID);
  const menus = Object.fromEntries(documentsOf(design, "menu").map(({ id, body }) => [id, body]));
  const items = Object.values(menus).flatMap((menu) => menu.items);
  return {
    site: { name: profile.name, language, origin: "", searchPath: "/search/" },
    values: {},
    pieces: {},
    at,
    style: getBody(design, "style", STYLE_ID),
    profile,
    menus,
    pictures: {
      ...Object.fromEntries(documentsOf(design, "picture").map(({ id, body }) => [id, body])),
      [PICTURE]: PICTURE_BODY,
    },
    links: Object.fromEntries(
      identitiesOf(items).map((identity) => [identity, { path: `/to/${identity}/`, title: identity }]),
    ),
    trail: TRAIL,
    body: BODY,
    author: AUTHOR,
    account: null,
    promoted: Object.fromEntries(
      rowsOf(items).flatMap(({ item: { id, promotion } }) =>
        promotion && promotion.count > 0 ? [[id, [ENTRY]]] : [],
      ),
    ),
  };
};

/** A picture that follows a header, for what lies over one. */
const picturePart = (): Part => ({
  schema: 1,
  slot: "titleBar",
  number: 1,
  name: "",
  on: true,
  binnedAt: null,
  origin: "00000000-0000-4000-8000-000000000000",
  placement: NOWHERE,
  bands: [
    Band.parse({
      id: "imaginary",
      cells: [{ id: "imaginary-cell" }],
      background: { picture: PICTURE },
    }) as Part["bands"][number],
  ],
});

/** Whether the ground of the page is seen round a part, or through one of its bands. */
const isOpenIn = (style: HouseStyle, { slot, bands }: Part): boolean =>
  slot === "layout" ||
  slot === "side" ||
  bands.some(
    ({ background, width, overlap }) =>
      width === "boxed" || overlap > 0 || (hexOfValue(style, background.colour) ?? "").length !== OPAQUE,
  );
/** `#rrggbb`: one that is seen through has two digits more. */
const OPAQUE = 7;

/** A file of the site's own may be another under the same name. */
const ownFontFiles = ({ ownFonts, fonts }: HouseStyle): string =>
  ownFonts.flatMap(({ family, file }) => (Object.values(fonts).includes(family) ? [file] : [])).join();

const drawOn = (part: Part, role: Role, audience: Audience, material: Material, drawer: Drawer): string => {
  const seen = partSeenBy(part, audience);
  const links = Object.fromEntries(
    blocksOf(seen)
      .flatMap(identitiesLedTo)
      .map((identity) => [identity, { path: `/to/${identity}/`, title: identity }]),
  );
  const lists = Object.fromEntries(
    blocksOf(seen).flatMap(({ id, kind, settings }) =>
      kind === "entryList" || showsEntries(kind, settings) ? [[id, LIST] as const] : [],
    ),
  );
  const slots = Object.fromEntries(SLOTS.map((slot) => [slot, null])) as Record<
    Slot,
    PageData["slots"][Slot]
  >;
  slots[part.slot] = { id: "part", part: seen };
  if (part.slot === "header") slots.titleBar = { id: "under", part: picturePart() };
  const data: PageData = {
    ...material,
    slots,
    page: { identity: "imaginary", path: "/here/", title: "Title", description: "", role, pageNumber: 2 },
    entry: role === "entry" || role === "front" ? ENTRY : null,
    query: role === "search" ? "words" : "",
    links: { ...material.links, ...links },
    lists,
    neighbours: Object.fromEntries(blocksOf(seen).map(({ id }) => [id, { before: ENTRY, after: ENTRY }])),
    audience,
    mayRead: true,
  };
  const draw = (page: PageData): string => {
    const { regions, css, needsScript } = renderPage(page, drawer.words, { shaper: drawer.shaper });
    const html = regions[part.slot];
    const isOpen = isOpenIn(data.style, seen);
    return `${html}\n${seenCss(css, { html, slot: part.slot, isOpen })}\n${ownFontFiles(data.style)}\n${needsScript}`;
  };
  // who may not read it sees a notice in place of the body
  return role === "entry" ? `${draw(data)}\n${draw({ ...data, mayRead: false })}` : draw(data);
};

/** Whether a block shows entries of the site whatever page it is on. */
const showsEntries = (kind: string, settings: Block["settings"]): boolean =>
  (traitsOf(kind).entries?.(settings) ?? null) !== null || (traitsOf(kind).further?.(settings) ?? 0) > 0;

/** What is not drawn on a page that is made up: which entries lists show, what stands there without any, and notices of another day. */
const undrawn = (part: Part): string =>
  canonicalJson(
    blocksOf(part).flatMap(({ id, kind, settings }) =>
      kind === "entryList" || kind === "notice" || showsEntries(kind, settings) ? [id, settings] : [],
    ),
  );

/** The same for a part and what it is drawn from: kept while these are the same objects. */
interface Known {
  readonly from: readonly unknown[];
  readonly drawn: Map<string, string>;
}
/** Of each part the two newest: what is compared is two sides. */
const drawings = new WeakMap<Part, readonly Known[]>();

const sourcesOf = (design: Design, { words, language, at }: Drawer): readonly unknown[] => [
  words,
  language,
  at.slice(0, 4),
  ...[...design.values()].flatMap(({ kind, body }) =>
    kind === "style" || kind === "profile" || kind === "menu" || kind === "picture" ? [body] : [],
  ),
];

/** What of a design parts are drawn from, gathered once. */
export class PartDrawings {
  readonly #from: readonly unknown[];
  readonly #material: Material;
  /** `design` is whole: shared pieces are in the parts that use them. */
  constructor(
    design: Design,
    private readonly drawer: Drawer,
  ) {
    this.#from = sourcesOf(design, drawer);
    this.#material = materialOf(design, drawer);
  }

  /** A part (whole, with what a page says itself) on pages of a role, as an audience sees it. */
  of(part: Part, role: Role, audience: Audience): string {
    const known = drawings.get(part) ?? [];
    const isFrom = ({ from }: Known) =>
      from.length === this.#from.length && from.every((each, at) => each === this.#from[at]);
    const kept = known.find(isFrom) ?? { from: this.#from, drawn: new Map<string, string>() };
    drawings.set(part, [kept, ...known.filter((each) => each !== kept)].slice(0, 2));
    const drawnOn = part.bands.every(isSteady) ? "entry" : role;
    const key = `${drawnOn} ${audience}`;
    const found = kept.drawn.get(key);
    if (found !== undefined) return found;
    const made = `${drawOn(part, drawnOn, audience, this.#material, this.drawer)}\n${undrawn(part)}`;
    kept.drawn.set(key, made);
    return made;
  }
}

/** Whether someone sees a part otherwise after a change, on pages of a role. */
export const looksOtherwise = (
  before: { readonly part: Part; readonly drawings: PartDrawings },
  after: { readonly part: Part; readonly drawings: PartDrawings },
  role: Role,
): boolean => {
  if (before.drawings === after.drawings && before.part === after.part) return false;
  const audiences = new Set([...audiencesOfPart(before.part), ...audiencesOfPart(after.part)]);
  return [...audiences].some(
    (audience) =>
      before.drawings.of(before.part, role, audience) !== after.drawings.of(after.part, role, audience),
  );
};
