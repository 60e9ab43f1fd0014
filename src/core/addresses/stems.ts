import { ACCOUNT_PATH } from "../model/account";
import type { EntryFacts, Kind, SiteFacts, Term } from "../model/content";
import { authorIdentity, dateIdentity, entryIdentity, kindIdentity, termIdentity } from "../model/identity";
import { type Address, type ArchiveOf, type Lookup, laterPage, type SiteIndex } from "./facts";
import { periodsAt } from "./periods";

/**
 * Enumerates a site's stems at an instant: one for each published entry, archives for each kind that has one, each
 * term, each author who wrote, each year and month with dated entries, then the front page, search, not found and the account.
 * The front page keeps the identity of the entry or archive it is; that one's own path no longer answers.
 */
export const buildIndex = (facts: SiteFacts, now: string): SiteIndex => {
  const steps = indexing(facts, now);
  for (;;) {
    const step = steps.next();
    if (step.done) return step.value;
  }
};

/** So many entries are looked at between two breaths. */
const BREATH = 4000;

/** The same in steps, so that who makes it while others wait can let them through in between. */
export function* indexing(facts: SiteFacts, now: string): Generator<undefined, SiteIndex> {
  const isPublished = ({ publishedOn }: EntryFacts) => publishedOn === null || publishedOn <= now;
  // one list where it is the same: a change of one entry copies it once
  const published = facts.entries.every(isPublished) ? facts.entries : facts.entries.filter(isPublished);
  yield;
  // what is under what does not depend on being published
  const entries = new Map(facts.entries.map((entry) => [entry.id, entry]));
  yield;
  const terms = new Map(facts.terms.map((term) => [term.id, term]));
  const chains = new Map(
    facts.terms.map(({ id }) => [id, chainOf(id, (each) => terms.get(each)?.parent ?? null)]),
  );
  const termChain = (id: string): readonly string[] => chains.get(id) ?? [id];
  const above = ancestorsIn(entries);

  const stems: Address[] = [];
  for (const kind of facts.kinds) {
    const inOrder = inTreeOrder(published.filter((entry) => entry.kind === kind.id));
    yield;
    for (const [place, entry] of inOrder.entries()) {
      stems.push(addressOf(entry, chains, above(entry)));
      if (place % BREATH === BREATH - 1) yield;
    }
  }
  for (const archive of archives(facts, published, terms, termChain))
    stems.push(plainAddress({ ...archive, role: "archive" }));
  stems.push(
    plainAddress({
      identity: "search",
      path: facts.settings.searchPath,
      title: "Search results",
      role: "search",
    }),
    plainAddress({ identity: "notFound", path: "/not-found/", title: "Not found", role: "notFound" }),
    plainAddress({ identity: "account", path: ACCOUNT_PATH, title: "Account", role: "account" }),
  );
  yield;
  const entryDepth = new Map<string, number>();
  for (const [place, entry] of facts.entries.entries()) {
    entryDepth.set(entry.id, above(entry).length);
    if (place % BREATH === BREATH - 1) yield;
  }
  return {
    ...(yield* numbering(frontFirst(stems, facts.settings.front))),
    facts,
    published,
    entryIds: new Set(entries.keys()),
    terms,
    termDepth: new Map(facts.terms.map((term) => [term.id, termChain(term.id).length - 1])),
    entryDepth,
  };
}

/**
 * What stands above each entry, nearest first. Entries below the same one share the same list. A parent that is gone is
 * above nobody, and a loop in the data ends the chain.
 */
const ancestorsIn = (entries: ReadonlyMap<string, EntryFacts>) => {
  const NOBODY: readonly string[] = [];
  const parentOf = (id: string): string | null => {
    const parent = entries.get(id)?.parent ?? null;
    return parent !== null && entries.has(parent) ? parent : null;
  };
  /** A parent with all above it; null for one that is above itself: then each chain is its own. */
  const known = new Map<string, readonly string[] | null>();
  const fromParent = (parent: string): readonly string[] | null => {
    const found = known.get(parent);
    if (found !== undefined) return found;
    // as long as it is not told, it is on the way of the one that asks
    known.set(parent, null);
    const next = parentOf(parent);
    const more = next === null ? NOBODY : fromParent(next);
    const chain = more === null ? null : [parent, ...more];
    known.set(parent, chain);
    return chain;
  };
  return ({ id }: EntryFacts): readonly string[] => {
    const parent = parentOf(id);
    if (parent === null) return NOBODY;
    return fromParent(parent) ?? chainOf(id, parentOf).slice(1);
  };
};

const plainAddress = (
  over: Partial<Address> & Pick<Address, "identity" | "path" | "title" | "role">,
): Address => ({
  archiveOf: null,
  entry: null,
  kind: null,
  terms: [],
  author: null,
  medium: null,
  ancestors: [],
  access: "public",
  publishedOn: null,
  pageNumber: 1,
  ...over,
});

const addressOf = (
  entry: EntryFacts,
  chains: ReadonlyMap<string, readonly string[]>,
  ancestors: readonly string[],
): Address => ({
  identity: entryIdentity(entry.id),
  path: entry.path,
  title: entry.title,
  role: "entry",
  archiveOf: null,
  entry,
  kind: entry.kind,
  terms: withThoseAbove(entry.terms, chains),
  author: entry.author,
  medium: entry.medium,
  ancestors,
  access: entry.access,
  publishedOn: entry.publishedOn,
  pageNumber: 1,
});

/** Terms and all above them, each once; those that are gone are left out. */
const withThoseAbove = (
  terms: readonly string[],
  chains: ReadonlyMap<string, readonly string[]>,
): readonly string[] => {
  const all: string[] = [];
  for (const term of terms)
    for (const each of chains.get(term) ?? []) if (!all.includes(each)) all.push(each);
  return all;
};

function* numbering(stems: readonly Address[]) {
  const numbers = new Map<string, number>();
  const paths = new Map<string, number>();
  const later = new Map<number, number>();
  const pages = [...stems];
  for (const [number, stem] of stems.entries()) {
    numbers.set(stem.identity, number);
    if (stem.role !== "notFound") paths.set(stem.path, number);
    if (number % BREATH === BREATH - 1) yield;
    if (stem.archiveOf === null) continue;
    later.set(number, pages.length);
    pages.push(laterPage(stem, 2));
  }
  return {
    stems,
    pages,
    numbers,
    later,
    paths,
    byIdentity: through(numbers, stems),
    byPath: through(paths, stems),
  };
}

const through = <T>(numbers: ReadonlyMap<string, number>, items: readonly T[]): Lookup<T> => ({
  get: (key) => {
    const number = numbers.get(key);
    return number === undefined ? undefined : items[number];
  },
  has: (key) => numbers.has(key),
});

/**
 * The index after one entry's facts changed, keeping everything the change does not touch. Undefined if it changes
 * which pages there are or how they are numbered (another kind, parent, path, place or date; the first or last entry
 * of an author): then the index is built anew.
 */
export const withChangedEntry = (index: SiteIndex, entry: EntryFacts): SiteIndex | undefined => {
  const number = index.numbers.get(entryIdentity(entry.id));
  const before = number === undefined ? undefined : index.stems[number];
  if (number === undefined || !before?.entry) return undefined;
  const old = before.entry;
  const moves = (["kind", "parent", "path", "position", "publishedOn", "startsAt"] as const).some(
    (field) => old[field] !== entry[field],
  );
  if (moves || writersChange(index, old, entry)) return undefined;
  const chain = (id: string) => chainOf(id, (each) => index.terms.get(each)?.parent ?? null);
  const next: Address = {
    ...before,
    title: entry.title,
    entry,
    terms: [...new Set(entry.terms.filter((id) => index.terms.has(id)).flatMap(chain))],
    author: entry.author,
    medium: entry.medium,
    access: entry.access,
  };
  const stems = withOne(index.stems, number, next);
  const entries = withOne(index.facts.entries, index.facts.entries.indexOf(old), entry);
  return {
    ...index,
    facts: { ...index.facts, entries },
    published:
      index.published === index.facts.entries
        ? entries
        : withOne(index.published, index.published.indexOf(old), entry),
    stems,
    pages: withOne(index.pages, number, next),
    byIdentity: through(index.numbers, stems),
    byPath: through(index.paths, stems),
  };
};

/** A list with another value at one place. Copied as a whole: `with` goes from value to value. */
const withOne = <T>(list: readonly T[], place: number, value: T): readonly T[] => {
  const copy = list.slice();
  copy[place] = value;
  return copy;
};

/** An author's archive is there while anyone reads something of theirs. */
const writersChange = (index: SiteIndex, old: EntryFacts, entry: EntryFacts): boolean => {
  if (old.author === entry.author) return false;
  const others = (author: string | null) =>
    author === null || index.published.some((each) => each.author === author && each !== old);
  return !others(old.author) || !others(entry.author);
};

/** The id and all above it, nearest first; a loop in the data ends the chain. */
const chainOf = (id: string, parentOf: (id: string) => string | null): string[] => {
  const chain: string[] = [];
  for (let each: string | null = id; each !== null && !chain.includes(each); each = parentOf(each))
    chain.push(each);
  return chain;
};

const frontFirst = (stems: readonly Address[], identity: string): readonly Address[] => {
  const front = stems.find((stem) => stem.identity === identity);
  if (!front) return stems;
  return [{ ...front, path: "/", role: "front" }, ...stems.filter((stem) => stem !== front)];
};

const inTreeOrder = (entries: readonly EntryFacts[]): readonly EntryFacts[] => {
  const ids = new Set(entries.map((entry) => entry.id));
  const below = new Map<string | null, EntryFacts[]>();
  for (const entry of entries) {
    const parent = entry.parent !== null && ids.has(entry.parent) ? entry.parent : null;
    const children = below.get(parent);
    if (children) children.push(entry);
    else below.set(parent, [entry]);
  }
  const inOrder: EntryFacts[] = [];
  const visit = (parent: string | null): void => {
    for (const entry of (below.get(parent) ?? []).sort(
      (a, b) => a.position - b.position || newestFirst(a, b),
    )) {
      inOrder.push(entry);
      visit(entry.id);
    }
  };
  visit(null);
  return inOrder;
};

const newestFirst = (a: EntryFacts, b: EntryFacts): number => {
  const [first, second] = [a.startsAt ?? a.publishedOn ?? "", b.startsAt ?? b.publishedOn ?? ""];
  if (first !== second) return first > second ? -1 : 1;
  return a.path < b.path ? -1 : 1;
};

type ArchiveStem = Pick<Address, "identity" | "path" | "title"> & { archiveOf: ArchiveOf };

const archives = (
  facts: SiteFacts,
  published: readonly EntryFacts[],
  terms: ReadonlyMap<string, Term>,
  termChain: (id: string) => readonly string[],
): readonly ArchiveStem[] => {
  const ofKinds = facts.kinds
    .filter((kind) => kind.hasArchive)
    .map((kind) => ({
      identity: kindIdentity(kind.id),
      path: kind.path,
      title: kind.plural,
      archiveOf: { of: "kind", id: kind.id } as const,
    }));
  const groupings = new Map(facts.groupings.map((grouping) => [grouping.id, grouping]));
  const ofTerms = facts.terms.flatMap((term) => {
    const grouping = groupings.get(term.grouping);
    if (!grouping) return [];
    const slugs = termChain(term.id)
      .toReversed()
      .map((id) => terms.get(id)?.slug ?? id);
    return {
      identity: termIdentity(term.id),
      path: `${grouping.path}${slugs.join("/")}/`,
      title: term.name,
      archiveOf: { of: "term", id: term.id, grouping: grouping.id } as const,
    };
  });
  const writers = new Set(published.map((entry) => entry.author));
  const ofAuthors = facts.authors
    .filter((author) => writers.has(author.id))
    .map((author) => ({
      identity: authorIdentity(author.id),
      path: `${facts.settings.authorsPath}${author.slug}/`,
      title: author.name,
      archiveOf: { of: "author", id: author.id } as const,
    }));
  const ofDates = facts.kinds
    .filter((kind) => kind.hasDateArchives)
    .flatMap((kind) =>
      datePeriods(kind, published, facts.settings.timeZone).map((period) => dateArchive(kind, period)),
    );
  return [...ofKinds, ...ofTerms, ...ofAuthors, ...ofDates];
};

const datePeriods = (kind: Kind, published: readonly EntryFacts[], timeZone: string): readonly string[] => {
  const periods = new Set<string>();
  for (const entry of published) {
    if (entry.kind !== kind.id || entry.publishedOn === null) continue;
    for (const period of periodsAt(entry.publishedOn, timeZone)) periods.add(period);
  }
  return [...periods].sort().reverse();
};

const dateArchive = (kind: Kind, period: string): ArchiveStem => ({
  identity: dateIdentity(kind.id, period),
  path: `${kind.path}${period.replace("-", "/")}/`,
  title: `${kind.plural}, ${period}`,
  archiveOf: { of: "date", kind: kind.id, period },
});
