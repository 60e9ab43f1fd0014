import { type Address, mayRead, type SiteIndex } from "../addresses/facts";
import { type Asked, type FilterChoice, NOTHING_ASKED, narrowed } from "../archives/filter";
import { neighboursOf } from "../archives/neighbours";
import { isPagedList, type Paging, pagedListOf } from "../archives/page-size";
import { nothingOut, selectEntries } from "../archives/select";
import { showsBody, traitsOf } from "../blocks";
import type { EntriesShown } from "../blocks/kind";
import { identitiesLedTo, idsShown } from "../blocks/shown";
import type { Block, Part } from "../design/part";
import { blocksOf } from "../design/tree";
import { identitiesOf } from "../menus/item-tree";
import type { EntryFacts } from "../model/content";
import { entryIdentity } from "../model/identity";
import type { Menu, Promotion } from "../model/menu";
import type { Neighbours } from "../model/neighbours";
import type { Audience } from "../model/placement";
import { MOST_FOUND } from "../model/search-words";

/** What the drawing of one page will show, before anything is fetched. */
export interface Needs {
  readonly menus: readonly string[];
  readonly pictures: readonly string[];
  /** Pages that menus and buttons point at. */
  readonly identities: readonly string[];
  readonly lists: Readonly<Record<string, ListNeed>>;
  readonly neighbours: Readonly<Record<string, Neighbours<EntryFacts>>>;
  /** Entries of panels, by menu item. */
  readonly promoted: Readonly<Record<string, readonly EntryFacts[]>>;
  readonly needsBody: boolean;
  /** How many paragraphs of the beginning are shown to who may not read the entry. */
  readonly beginning: number;
}

export interface ListNeed {
  readonly entries: readonly EntryFacts[];
  readonly total: number;
  readonly page: number;
  readonly pages: number;
  readonly isPaged: boolean;
  /** Links that narrow it; none where it cannot be. */
  readonly choices: readonly FilterChoice[];
}

export interface PlanInput {
  readonly index: SiteIndex;
  readonly page: Address;
  readonly parts: readonly Part[];
  readonly pageNumber: number;
  /** Which entries stand on which page of the archive; as the layout's own list says, if it is not told. */
  readonly paging?: Paging | undefined;
  readonly at: string;
  /** Who looks: what they may not read is not among what is shown of all entries. */
  readonly audience?: Audience;
  /** Results of a search, best first; empty elsewhere. */
  readonly found: readonly EntryFacts[];
  /** What the address asks of lists that can be narrowed. */
  readonly asked?: Asked;
  /** Menus by id, to know where they point. */
  readonly menus: Readonly<Record<string, Menu>>;
  /** Picture ids the site profile shows. */
  readonly profilePictures: readonly string[];
}

/** Entries to a page of an archive whose layout has no paged list. */
export const PLAIN_PAGE_SIZE = 100;

/** Top items with what their panels show. */
const promotionsOf = (blocks: readonly Block[], { menus }: PlanInput) =>
  blocks.flatMap((block) =>
    block.kind === "menu" && block.settings.subItems === "panel"
      ? (menus[block.settings.menu]?.items ?? []).flatMap(({ id, promotion }) =>
          promotion ? [{ id, promotion }] : [],
        )
      : [],
  );

const promotedEntries = (promotion: Promotion, { index, page, at }: PlanInput): readonly EntryFacts[] =>
  promotion.count === 0
    ? []
    : selectEntries(
        index,
        page,
        {
          ...nothingOut(),
          from: "kinds",
          kinds: promotion.kind === "" ? [] : [promotion.kind],
          terms: promotion.term === "" ? [] : [promotion.term],
          sort: "date",
          direction: "down",
        },
        at,
        [],
      ).slice(0, promotion.count);

const listNeed = (
  list: Extract<Block, { kind: "entryList" }>,
  input: PlanInput,
  paging: Partial<Paging> | undefined,
  /** What stands above it on the page. */
  above: ReadonlySet<EntryFacts>,
): ListNeed => {
  const settings = { ...list.settings, ...paging };
  const whole = selectEntries(input.index, input.page, settings, input.at, input.found);
  const asked = input.asked ?? NOTHING_ASKED;
  if (!(isPagedList(list) && hasPages(input.page))) {
    const { notThis, notAbove, skip, count } = settings;
    // a list over pages leaves nothing out of this: each entry is on exactly one of its pages
    const rest = whole.filter(
      (entry) => !(notThis && entry === input.page.entry) && !(notAbove && above.has(entry)),
    );
    const { entries: all, choices } = narrowed(input.index, rest, settings, asked);
    const shownOf = (there: number) =>
      Math.max(0, Math.min(there - skip, count === 0 ? PLAIN_PAGE_SIZE : count));
    const entries = all.slice(skip, skip + shownOf(all.length));
    return { ...listOf(entries, all.length), choices: counted(choices, input, shownOf) };
  }
  const { entries: all, choices } = narrowed(input.index, whole, settings, asked);
  const { pageSize } = settings;
  const start = (input.pageNumber - 1) * pageSize;
  return {
    entries: all.slice(start, start + pageSize),
    total: all.length,
    page: input.pageNumber,
    pages: Math.max(1, Math.ceil(all.length / pageSize)),
    isPaged: true,
    choices: counted(choices, input, (there) => there),
  };
};

/** What of the links leads to something, with how much they show. A search that found as much as it looks for may not have found all. */
const counted = (
  choices: readonly FilterChoice[],
  { page, found }: PlanInput,
  shownOf: (there: number) => number,
): readonly FilterChoice[] => {
  const isAll = page.role !== "search" || found.length < MOST_FOUND;
  return choices
    .map((choice) => ({ ...choice, count: choice.count === null ? null : shownOf(choice.count) }))
    .filter(({ count }) => count !== 0)
    .map((choice) => (isAll ? choice : { ...choice, count: null }));
};

/** Whether a page can have others behind it. */
const hasPages = ({ archiveOf, role }: Address): boolean => archiveOf !== null || role === "search";

/** A list of these and no others. */
const listOf = (entries: readonly EntryFacts[], total = entries.length): ListNeed => ({
  entries,
  total,
  page: 1,
  pages: 1,
  isPaged: false,
  choices: [],
});

/** The entries a block shows whatever page it is on. Who may not read one is not shown it: then the next one is. */
export const entriesShown = (
  shown: EntriesShown,
  { index, at, audience = "signedOut" }: Pick<PlanInput, "index" | "at" | "audience">,
): readonly EntryFacts[] => {
  const isFor = ({ access }: EntryFacts) => mayRead(access, audience);
  if ("ids" in shown)
    return shown.ids.flatMap((id) => index.byIdentity.get(entryIdentity(id))?.entry ?? []).filter(isFor);
  const { kinds, count, upcoming, direction } = shown;
  const [from, sort] = ["kinds", "date"] as const;
  const ask = { ...nothingOut(), from, kinds: [...kinds], upcoming, sort, direction };
  const all = selectEntries(index, index.pages[0] as Address, ask, at, []);
  const found: EntryFacts[] = [];
  for (const entry of all) {
    if (found.length === count) break;
    if (isFor(entry)) found.push(entry);
  }
  return found;
};

/** The entries a block shows whatever page it is on, as a list; null where it shows none. */
const heroNeed = (block: Block, input: PlanInput): ListNeed | null => {
  const shown = traitsOf(block.kind).entries?.(block.settings);
  if (!shown) return null;
  const entries = entriesShown(shown, input);
  return listOf(entries);
};

/** The author a page is about: who wrote its entry, or whose archive it is. */
export const authorOf = ({ entry, archiveOf }: Address): string | null =>
  entry ? entry.author : archiveOf?.of === "author" ? archiveOf.id : null;

/** Pictures of the content that a block shows beside the main one. */
const contentPictures = (block: Block, { index, page }: PlanInput): readonly (string | null)[] => {
  const of = traitsOf(block.kind).contentPictures;
  if (block.kind === "ownField") return [String(page.entry?.fields[block.settings.field] ?? "")];
  if (of === "gallery") return page.entry?.pictures ?? [];
  const author = of === "author" ? authorOf(page) : null;
  return author === null ? [] : [index.facts.authors.find(({ id }) => id === author)?.picture ?? null];
};

/** What else the page's author wrote, the newest first; null where a block lists none of it. */
const furtherNeed = (block: Block, { index, page, at }: PlanInput): ListNeed | null => {
  const count = traitsOf(block.kind).further?.(block.settings) ?? 0;
  const author = authorOf(page);
  if (count === 0 || author === null) return null;
  const [from, sort, direction] = ["kinds", "date", "down"] as const;
  const which = { ...nothingOut(), from, kinds: [], authors: [author], sort, direction };
  const all = selectEntries(index, page, which, at, []).filter((entry) => entry !== page.entry);
  return listOf(all.slice(0, count), all.length);
};

/** First step of drawing: which entries, pictures, menus and pages the parts will show. Pure; fetches nothing. */
export const planPage = (input: PlanInput): Needs => {
  const blocks = input.parts.flatMap(blocksOf);
  const [first] = input.parts.flatMap((part) => (part.slot === "layout" ? (pagedListOf(part) ?? []) : []));
  const lists: Record<string, ListNeed> = {};
  const neighbours: Record<string, Neighbours<EntryFacts>> = {};
  const above = new Set<EntryFacts>();
  // in the order they are read in
  for (const block of blocks) {
    const need =
      block.kind === "entryList"
        ? listNeed(block, input, block === first ? input.paging : undefined, above)
        : (heroNeed(block, input) ?? furtherNeed(block, input));
    const around = traitsOf(block.kind).around?.(block.settings);
    if (around) neighbours[block.id] = neighboursOf(input.index, input.page, around);
    if (!need) continue;
    lists[block.id] = need;
    for (const entry of need.entries) above.add(entry);
  }
  const menus = [...new Set(blocks.flatMap((block) => idsShown(block, "menu")))];
  const ledTo = blocks.flatMap(identitiesLedTo);
  const promotions = promotionsOf(blocks, input);
  const listed = Object.values(lists).flatMap((list) => list.entries.map((entry) => entry.picture));
  const pictures = [
    ...input.profilePictures,
    ...blocks.flatMap((block) => idsShown(block, "picture")),
    ...input.parts.flatMap((part) =>
      part.bands.flatMap(({ background }) => [background.picture, ...background.slides]),
    ),
    input.page.entry?.picture ?? null,
    ...blocks.flatMap((block) => contentPictures(block, input)),
    ...promotions.map(({ promotion }) => promotion.picture),
    ...listed,
  ].filter((id): id is string => id !== null && id !== "");
  return {
    menus,
    pictures: [...new Set(pictures)],
    identities: [
      ...new Set([...menus.flatMap((id) => identitiesOf(input.menus[id]?.items ?? [])), ...ledTo]),
    ],
    lists,
    neighbours,
    promoted: Object.fromEntries(
      promotions.map(({ id, promotion }) => [id, promotedEntries(promotion, input)]),
    ),
    beginning: Math.max(0, ...blocks.map(({ kind, settings }) => traitsOf(kind).beginning?.(settings) ?? 0)),
    needsBody: input.page.entry !== null && blocks.some(({ kind }) => showsBody(kind)),
  };
};
