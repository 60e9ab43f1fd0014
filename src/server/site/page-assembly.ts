import { type Address, findEntry, laterPage, mayRead, type SiteIndex } from "../../core/addresses/facts";
import { pagePath } from "../../core/addresses/paths";
import { type Asked, askedQuery, NOTHING_ASKED } from "../../core/archives/filter";
import { moneyIn } from "../../core/archives/money";
import { pagesUnder, pagingOf } from "../../core/archives/page-size";
import { withPageValues } from "../../core/cascade/page-values";
import { partSeenBy } from "../../core/cascade/seen-by";
import { choiceId, documentsOf, findBody, getBody, PROFILE_ID, STYLE_ID } from "../../core/design/design";
import type { Part } from "../../core/design/part";
import { pieceIn, wholeDesign, wholePart } from "../../core/design/pieces";
import type { AuthorView, EntryView, ListView } from "../../core/draw/page-material";
import type { AccountState } from "../../core/model/account";
import type { EntryFacts, Kind } from "../../core/model/content";
import { authorIdentity, entryIdentity, kindIdentity, termIdentity } from "../../core/model/identity";
import type { Picture } from "../../core/model/picture";
import type { Audience } from "../../core/model/placement";
import { beginningOf } from "../../core/model/rich-text";
import { SLOTS, type Slot } from "../../core/model/slot";
import {
  type CompiledDesign,
  type PageAnswers,
  partOf,
  resolvePage,
  resolveSlot,
} from "../../core/placement/resolve";
import type { PageData } from "../../core/render/page-data";
import { corePart, plainLayout } from "../../core/render/plain-layout";
import { authorOf, type ListNeed, type Needs, planPage } from "../../core/render/plan";
import { loadBody, type SiteHead } from "../../data/content-repository";
import type { Connection } from "../../data/database";
import { loadPictures } from "../../data/design-repository";
import { fieldText } from "../../messages/field-text";
import { ENGLISH } from "../../messages/visitor-words";
import { wallTime } from "../../messages/wall-time";
import { publicOrigin } from "../http/host-names";
import { extractsOf } from "./extracts";

export interface PageRequest {
  readonly head: SiteHead;
  readonly compiled: CompiledDesign;
  readonly page: Address;
  readonly pageNumber: number;
  readonly audience: Audience;
  readonly at: string;
  readonly origin: string;
  readonly query?: string;
  /** What the address asks of lists that can be narrowed. */
  readonly asked?: Asked;
  /** Entries a search found, or that an address nobody lives at may mean, best first. */
  readonly found?: readonly string[];
  /** What the page where one signs in says to who asks for it. */
  readonly account?: AccountState;
  /** A part to show in its slot whatever wins there: what is being edited. */
  readonly shown?: { readonly id: string; readonly part: Part };
}

/** The request for the first page of an address, as the studio looks at it. */
export const lookingAt = (
  site: SiteHead,
  compiled: CompiledDesign,
  page: Address,
  view: Pick<PageRequest, "audience" | "at">,
  shown?: PageRequest["shown"],
): PageRequest => ({
  head: site,
  compiled,
  page,
  pageNumber: 1,
  ...view,
  origin: publicOrigin(site.id),
  ...(shown ? { shown } : {}),
});

/** The layout that wins at the first page of an archive, with what the page says itself. */
const layoutAt = (compiled: CompiledDesign, page: Address, audience: Audience, at: string): Part | null => {
  const id = partOf(resolveSlot(compiled, "layout", page, { audience, at }));
  const part = id === null ? undefined : findBody(wholeDesign(compiled.design), "part", id);
  const values = findBody(compiled.design, "choice", choiceId(page.identity))?.values;
  return part ? partSeenBy(withPageValues(part, values?.layout), audience) : null;
};

/** Which entries stand on which page of an archive, for who looks. */
const pagingAt = (compiled: CompiledDesign, page: Address, audience: Audience, at: string) => {
  if (!page.archiveOf) return undefined;
  const everyones = layoutAt(compiled, page, "signedOut", at);
  return pagingOf(audience === "signedOut" ? everyones : layoutAt(compiled, page, audience, at), everyones);
};

/** How many pages a page's archive has for who looks. */
export const pagesOf = (compiled: CompiledDesign, page: Address, audience: Audience, at: string): number =>
  pagesUnder(compiled.index, page, pagingAt(compiled, page, audience, at), at);

/** What the page says itself. It holds for all its page numbers. */
const valuesOf = ({ compiled, page }: PageRequest): PageData["values"] =>
  findBody(compiled.design, "choice", choiceId(page.identity))?.values ?? {};

const slotsOf = (request: PageRequest): PageData["slots"] => {
  const { compiled, page, audience, at, pageNumber, shown } = request;
  const answers: PageAnswers = resolvePage(compiled, laterPage(page, pageNumber), { audience, at });
  const values = valuesOf(request);
  const filled = (slot: Slot) => {
    const own = (id: string, part: Part) => ({
      id,
      part: partSeenBy(withPageValues(part, values[slot]), audience),
    });
    if (shown && shown.part.slot === slot)
      return own(shown.id, wholePart(shown.part, pieceIn(compiled.design)));
    const id = partOf(answers[slot]);
    // the same object for every page: what was drawn of it is kept
    const part = id === null ? undefined : findBody(wholeDesign(compiled.design), "part", id);
    return id !== null && part ? own(id, part) : null;
  };
  return Object.fromEntries(SLOTS.map((slot) => [slot, filled(slot)])) as unknown as PageData["slots"];
};

/** What fills the slots of a page, and what stands there where nothing does. */
const partsOf = ({ role, entry }: Address, slots: PageData["slots"]): readonly Part[] => {
  const core = corePart(role);
  return [
    ...SLOTS.flatMap(
      (slot) => slots[slot]?.part ?? (slot === "layout" ? plainLayout(role, entry !== null) : []),
    ),
    ...(core ? [core] : []),
  ];
};

/** First step: what the page will show, by what fills its slots. */
const planned = (request: PageRequest) => {
  const { compiled, page, at } = request;
  const { design, index } = compiled;
  const slots = slotsOf(request);
  const profile = getBody(design, "profile", PROFILE_ID);
  const menus = Object.fromEntries(documentsOf(design, "menu").map(({ id, body }) => [id, body]));
  const needs = planPage({
    index,
    page,
    audience: request.audience,
    parts: partsOf(page, slots),
    pageNumber: request.pageNumber,
    // what is being edited is shown as it says itself
    paging:
      request.shown?.part.slot === "layout" ? undefined : pagingAt(compiled, page, request.audience, at),
    at,
    found: foundOn(request).flatMap((id) => findEntry(index, id) ?? []),
    asked: request.asked ?? NOTHING_ASKED,
    menus,
    profilePictures: [
      profile.logo,
      profile.logoOverPictures,
      profile.logoSmall,
      profile.icon,
      profile.sharePicture,
    ],
  });
  return { slots, profile, menus, needs };
};

/** The lists a page will show, by their blocks, before anything is fetched. */
export const listsPlanned = (request: PageRequest): Needs["lists"] => planned(request).needs.lists;

/** Gathers everything the drawing of one page needs, in two steps: plan what it shows, then fetch just that. */
export const assemblePage = async (request: PageRequest, connection: Connection): Promise<PageData> => {
  const { compiled, head, page, at } = request;
  const { design, index } = compiled;
  const { slots, profile, menus, needs } = planned(request);
  const readable = mayRead(page.access, request.audience);
  const isShown = needs.needsBody && (readable || needs.beginning > 0);
  const whole = isShown && page.entry ? await loadBody(head.id, page.entry.id, connection) : [];
  // what somebody may not read does not leave the server
  const body = readable ? whole : beginningOf(whole, needs.beginning);
  const pieces = await extractsOf(needs.lists, request, connection);
  const view = (entry: EntryFacts): EntryView => {
    const extract = pieces.get(entry.id);
    return { ...entryView(entry, index, request.audience), ...(extract ? { extract } : {}) };
  };
  return {
    site: {
      name: profile.name,
      language: head.settings.language,
      origin: request.origin,
      searchPath: head.settings.searchPath,
    },
    page: {
      identity: page.identity,
      path: pagePath(page.path, request.pageNumber),
      title: titleOf(page, request.audience),
      description: descriptionOf(page, index),
      role: page.role,
      pageNumber: request.pageNumber,
    },
    audience: request.audience,
    at,
    slots,
    values: valuesOf(request),
    pieces: shownPieces(request),
    style: getBody(design, "style", STYLE_ID),
    profile,
    menus: Object.fromEntries(needs.menus.flatMap((id) => (menus[id] ? [[id, menus[id]]] : []))),
    pictures: await picturesOf(needs.pictures, request, connection),
    links: linksOf(needs.identities, index),
    trail: trailOf(page, index, request.audience),
    entry: page.entry ? view(page.entry) : null,
    body,
    mayRead: readable,
    lists: Object.fromEntries(
      Object.entries(needs.lists).map(([id, list]) => [id, listView(list, request, view)]),
    ),
    neighbours: Object.fromEntries(
      Object.entries(needs.neighbours).map(([id, { before, after }]) => [
        id,
        { before: before && view(before), after: after && view(after) },
      ]),
    ),
    author: authorView(page, index),
    promoted: Object.fromEntries(
      Object.entries(needs.promoted).map(([item, entries]) => [item, entries.map(view)]),
    ),
    query: request.query ?? "",
    account: page.role === "account" ? (request.account ?? someone(request)) : null,
  };
};

/** Pages every site has are called in the site's language. */
const titleOf = ({ role, title }: Address, audience: Audience): string =>
  role === "notFound"
    ? ENGLISH.notFound
    : role === "account"
      ? ENGLISH[audience === "signedOut" ? "signIn" : "account"]
      : title;

/** Who the page where one signs in is looked at as, where nobody in particular asks for it. */
const someone = ({ audience, head }: PageRequest): AccountState =>
  audience === "signedOut"
    ? { is: "signedOut", back: "/", problem: null, email: "" }
    : {
        is: "signedIn",
        back: "/",
        name: ENGLISH.someone,
        email: "someone@visitors.example",
        level: head.settings.levels.find(({ key }) => audience === `level:${key}`)?.name ?? "",
      };

/** Where nobody asked for an address, the first pages stand for those that would be near it. */
const foundOn = ({ found, page, compiled: { index } }: PageRequest): readonly string[] =>
  found ?? (page.role === "notFound" ? index.published.slice(0, EXAMPLES).map(({ id }) => id) : []);
const EXAMPLES = 3;

/** What a page says of itself: the summary of its entry, or what its term or author is. */
const descriptionOf = ({ entry, archiveOf }: Address, { facts, terms }: CompiledDesign["index"]): string => {
  if (entry) return entry.summary;
  if (archiveOf?.of === "term") return terms.get(archiveOf.id)?.description ?? "";
  return archiveOf?.of === "author" ? (facts.authors.find(({ id }) => id === archiveOf.id)?.about ?? "") : "";
};

/** What a part that is being edited needs to be whole: its pieces, and all others it may be given. */
const shownPieces = ({ compiled, shown }: PageRequest): PageData["pieces"] =>
  shown ? Object.fromEntries(documentsOf(compiled.design, "piece").map(({ id, body }) => [id, body])) : {};

/** Pictures as the design has them; those of content that came since are looked up, and nothing else of a draft. */
const picturesOf = async (
  ids: readonly string[],
  { compiled: { design }, head }: PageRequest,
  connection: Connection,
): Promise<Readonly<Record<string, Picture>>> => {
  const known = ids.flatMap((id) => {
    const picture = findBody(design, "picture", id);
    return picture ? [[id, picture] as const] : [];
  });
  const had = new Set(known.map(([id]) => id));
  const newer = ids.filter((id) => id !== "" && !had.has(id));
  return { ...Object.fromEntries(known), ...(await loadPictures(head.id, newer, connection)) };
};

const linksOf = (identities: readonly string[], index: SiteIndex): PageData["links"] =>
  Object.fromEntries(
    identities.flatMap((identity) => {
      const page = index.byIdentity.get(identity);
      return page ? [[identity, { path: page.path, title: page.title }]] : [];
    }),
  );

const listView = (
  list: ListNeed,
  { page, query = "", asked = NOTHING_ASKED }: PageRequest,
  view: (entry: EntryFacts) => EntryView,
): ListView => ({
  entries: list.entries.map(view),
  total: list.total,
  page: list.page,
  pages: list.pages,
  stem: list.isPaged ? page.path : "",
  // what nobody could have asked for here is asked for no further
  query: askedQuery(
    list.choices.some(({ isCurrent, name }) => isCurrent && name !== "") ? asked : NOTHING_ASKED,
    query,
  ),
  filters: list.choices.map(({ name, asks, count, isCurrent }) => ({
    name,
    href: page.path + askedQuery(asks, query),
    count,
    isCurrent,
  })),
});

const authorView = (page: Address, { facts, byIdentity }: SiteIndex): AuthorView | null => {
  const id = authorOf(page);
  const author = facts.authors.find((each) => each.id === id);
  const archive = author && byIdentity.get(authorIdentity(author.id));
  // those that were stored before authors had links have none
  return author && archive
    ? {
        name: author.name,
        path: archive.path,
        about: author.about,
        picture: author.picture ?? null,
        links: author.links ?? [],
      }
    : null;
};

/** The first of an entry's own fields that is money. */
const priceOf = ({ fields }: EntryFacts, kind: Kind | undefined): EntryView["price"] => {
  const money = kind?.fields.find(({ type }) => type === "money");
  const value = money && fields[money.key];
  return value === undefined ? null : moneyIn(value, money?.currency);
};

export const entryView = (entry: EntryFacts, index: SiteIndex, audience: Audience): EntryView => {
  const { facts } = index;
  const zoned = (instant: string | null) =>
    instant === null ? null : wallTime(instant, facts.settings.timeZone);
  const author = facts.authors.find((each) => each.id === entry.author);
  const authorPage = author && index.byIdentity.get(authorIdentity(author.id));
  const kind = facts.kinds.find((each) => each.id === entry.kind);
  return {
    id: entry.id,
    path: index.byIdentity.get(entryIdentity(entry.id))?.path ?? entry.path,
    title: entry.title,
    summary: entry.summary,
    picture: entry.picture,
    pictures: entry.pictures ?? [],
    film: mayRead(entry.access, audience) ? (entry.film ?? null) : null,
    published: zoned(entry.publishedOn),
    starts: zoned(entry.startsAt),
    ends: zoned(entry.endsAt),
    author: author && authorPage ? { name: author.name, path: authorPage.path } : null,
    terms: entry.terms.flatMap((id) => {
      const page = index.byIdentity.get(termIdentity(id));
      return page ? [{ name: page.title, path: page.path }] : [];
    }),
    fields: (kind?.fields ?? []).flatMap((field) => {
      const value = entry.fields[field.key];
      if (value === undefined) return [];
      const { text, ...more } = fieldText(field, value, { ...facts.settings, words: ENGLISH });
      return [{ key: field.key, label: field.label, value: text, ...more }];
    }),
    price: priceOf(entry, kind),
    restricted: !mayRead(entry.access, audience),
  };
};

/** The way down: front page, then what the page hangs below (ancestors, or the archive it is listed in), then itself. */
const trailOf = (page: Address, index: SiteIndex, audience: Audience): PageData["trail"] => {
  const step = (address: Address | undefined) =>
    address ? [{ title: address.title, path: address.path }] : [];
  const [front] = index.stems;
  if (!front || page.role === "front") return [];
  const first = [{ title: ENGLISH.home, path: "/" }];
  if (page.role === "notFound") return first;
  if (page.role === "account") return [...first, { title: titleOf(page, audience), path: page.path }];
  const above = page.ancestors.map((id) => index.byIdentity.get(entryIdentity(id))).reverse();
  const archive =
    page.entry && above.length === 0 ? index.byIdentity.get(kindIdentity(page.entry.kind)) : undefined;
  const termsAbove = page.archiveOf?.of === "term" ? termChain(page.archiveOf.id, index) : [];
  return [
    ...first,
    ...step(archive),
    ...above.flatMap(step),
    ...termsAbove.flatMap(step),
    ...step(page),
  ].filter((each, position, all) => position === 0 || each.path !== all[position - 1]?.path);
};

const termChain = (id: string, index: SiteIndex): readonly (Address | undefined)[] => {
  const chain: (Address | undefined)[] = [];
  for (
    let term = index.terms.get(index.terms.get(id)?.parent ?? "");
    term;
    term = index.terms.get(term.parent ?? "")
  )
    chain.unshift(index.byIdentity.get(termIdentity(term.id)));
  return chain;
};
