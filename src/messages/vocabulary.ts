import type { SiteIndex } from "../core/addresses/facts";
import { entryIdentity } from "../core/model/identity";
import type { Clause, Facet } from "../core/model/placement";

/** Current names of a site's things by id, as plain data: sentences never show an id. */
export interface Vocabulary {
  readonly kinds: Readonly<Record<string, string>>;
  readonly groupings: Readonly<Record<string, string>>;
  readonly terms: Readonly<Record<string, string>>;
  readonly authors: Readonly<Record<string, string>>;
  readonly entries: Readonly<Record<string, string>>;
  readonly levels: Readonly<Record<string, string>>;
}

const named = <T>(
  items: readonly T[],
  id: (item: T) => string,
  name: (item: T) => string,
): Record<string, string> => Object.fromEntries(items.map((item) => [id(item), name(item)]));

/** Names of everything a site has but its entries, of which only the given ones are named. */
export const vocabularyOf = (index: SiteIndex, entries: Iterable<string> = []): Vocabulary => {
  const { facts } = index;
  const titles: Record<string, string> = {};
  for (const id of entries) {
    const title = index.byIdentity.get(entryIdentity(id))?.title ?? unpublishedTitle(index, id);
    if (title !== undefined) titles[id] = title;
  }
  return {
    kinds: named(
      facts.kinds,
      (kind) => kind.id,
      (kind) => kind.plural,
    ),
    groupings: named(
      facts.groupings,
      (grouping) => grouping.id,
      (grouping) => grouping.plural,
    ),
    terms: named(
      facts.terms,
      (term) => term.id,
      (term) => term.name,
    ),
    authors: named(
      facts.authors,
      (author) => author.id,
      (author) => author.name,
    ),
    entries: titles,
    levels: named(
      facts.settings.levels,
      (level) => level.key,
      (level) => level.name,
    ),
  };
};

/** An entry that waits for its day has a name too. */
const unpublishedTitle = (index: SiteIndex, id: string): string | undefined =>
  index.entryIds.has(id) ? index.facts.entries.find((entry) => entry.id === id)?.title : undefined;

/** Facets whose values are entries. */
const ENTRY_FACETS: readonly Facet[] = ["entry", "under", "childOf"];

/** The entries that lines name. */
export const entriesIn = (lines: readonly Line[]): readonly string[] =>
  lines.flatMap((line) =>
    line.clauses.flatMap((clause) => (ENTRY_FACETS.includes(clause.facet) ? clause.values : [])),
  );

/** Names for saying some lines. */
export const vocabularyFor = (index: SiteIndex, lines: readonly Line[]): Vocabulary =>
  vocabularyOf(index, entriesIn(lines));

interface Line {
  readonly clauses: readonly Clause[];
}

/** What stands where a thing is gone: never silently something else. */
export const GONE = "something that is gone";
