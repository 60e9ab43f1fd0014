import type { SiteFacts } from "../core/model/content";

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

export const vocabularyOf = (facts: SiteFacts): Vocabulary => ({
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
  entries: named(
    facts.entries,
    (entry) => entry.id,
    (entry) => entry.title,
  ),
  levels: named(
    facts.settings.levels,
    (level) => level.key,
    (level) => level.name,
  ),
});

/** What stands where a thing is gone: never silently something else. */
export const GONE = "something that is gone";
