import type { EntryFacts, Kind, SiteFacts, Term } from "../model/content";
import { type Address, type ArchiveOf, entryIdentity, type SiteIndex } from "./facts";

/**
 * Enumerates a site's stems at an instant: one for each published entry, archives for each kind that has one, each
 * term, each author who wrote, each year and month with dated entries, then the front page, search and not found.
 * The front page keeps the identity of the entry or archive it is; that one's own path no longer answers.
 */
export const buildIndex = (facts: SiteFacts, now: string): SiteIndex => {
  const published = facts.entries.filter((entry) => entry.publishedOn === null || entry.publishedOn <= now);
  const entries = new Map(published.map((entry) => [entry.id, entry]));
  const terms = new Map(facts.terms.map((term) => [term.id, term]));
  const termChain = (id: string) => chainOf(id, (each) => terms.get(each)?.parent ?? null);
  const entryChain = (id: string) => chainOf(id, (each) => entries.get(each)?.parent ?? null);

  const base = (over: Partial<Address> & Pick<Address, "identity" | "path" | "title" | "role">): Address => ({
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
  const ofEntry = (entry: EntryFacts): Address =>
    base({
      identity: entryIdentity(entry.id),
      path: entry.path,
      title: entry.title,
      role: "entry",
      entry,
      kind: entry.kind,
      terms: [...new Set(entry.terms.filter((id) => terms.has(id)).flatMap(termChain))],
      author: entry.author,
      medium: entry.medium,
      ancestors: entryChain(entry.id).slice(1),
      access: entry.access,
      publishedOn: entry.publishedOn,
    });

  const stems = [
    ...facts.kinds.flatMap((kind) =>
      inTreeOrder(published.filter((entry) => entry.kind === kind.id)).map(ofEntry),
    ),
    ...archives(facts, published, terms, termChain).map((archive) => base({ ...archive, role: "archive" })),
    base({ identity: "search", path: facts.settings.searchPath, title: "Search results", role: "search" }),
    base({ identity: "notFound", path: "/not-found/", title: "Not found", role: "notFound" }),
  ];
  const ordered = frontFirst(stems, facts.settings.front);
  return {
    facts,
    stems: ordered,
    byIdentity: new Map(ordered.map((stem) => [stem.identity, stem])),
    byPath: new Map(ordered.filter((stem) => stem.role !== "notFound").map((stem) => [stem.path, stem])),
    entries,
    terms,
    termDepth: new Map(facts.terms.map((term) => [term.id, termChain(term.id).length - 1])),
    entryDepth: new Map(published.map((entry) => [entry.id, entryChain(entry.id).length - 1])),
  };
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
    below.set(parent, [...(below.get(parent) ?? []), entry]);
  }
  const visit = (parent: string | null): EntryFacts[] =>
    (below.get(parent) ?? [])
      .sort((a, b) => a.position - b.position || newestFirst(a, b))
      .flatMap((entry) => [entry, ...visit(entry.id)]);
  return visit(null);
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
  termChain: (id: string) => string[],
): readonly ArchiveStem[] => {
  const ofKinds = facts.kinds
    .filter((kind) => kind.hasArchive)
    .map((kind) => ({
      identity: `archive:kind:${kind.id}`,
      path: kind.path,
      title: kind.plural,
      archiveOf: { of: "kind", id: kind.id } as const,
    }));
  const groupings = new Map(facts.groupings.map((grouping) => [grouping.id, grouping]));
  const ofTerms = facts.terms.flatMap((term) => {
    const grouping = groupings.get(term.grouping);
    if (!grouping) return [];
    const slugs = termChain(term.id)
      .reverse()
      .map((id) => terms.get(id)?.slug ?? id);
    return {
      identity: `archive:term:${term.id}`,
      path: `${grouping.path}${slugs.join("/")}/`,
      title: term.name,
      archiveOf: { of: "term", id: term.id, grouping: grouping.id } as const,
    };
  });
  const writers = new Set(published.map((entry) => entry.author));
  const ofAuthors = facts.authors
    .filter((author) => writers.has(author.id))
    .map((author) => ({
      identity: `archive:author:${author.id}`,
      path: `${facts.settings.authorsPath}${author.slug}/`,
      title: author.name,
      archiveOf: { of: "author", id: author.id } as const,
    }));
  const ofDates = facts.kinds
    .filter((kind) => kind.hasDateArchives)
    .flatMap((kind) => datePeriods(kind, published).map((period) => dateArchive(kind, period)));
  return [...ofKinds, ...ofTerms, ...ofAuthors, ...ofDates];
};

const datePeriods = (kind: Kind, published: readonly EntryFacts[]): readonly string[] => {
  const periods = new Set<string>();
  for (const entry of published) {
    if (entry.kind !== kind.id || entry.publishedOn === null) continue;
    periods.add(entry.publishedOn.slice(0, 4));
    periods.add(entry.publishedOn.slice(0, 7));
  }
  return [...periods].sort().reverse();
};

const dateArchive = (kind: Kind, period: string): ArchiveStem => ({
  identity: `archive:date:${kind.id}:${period}`,
  path: `${kind.path}${period.replace("-", "/")}/`,
  title: `${kind.plural}, ${period}`,
  archiveOf: { of: "date", kind: kind.id, period },
});
