import type { SiteIndex } from "../addresses/facts";
import type { EntryFacts, Term } from "../model/content";
import { entryIdentity } from "../model/identity";

/** Links above a list that narrow it: to one of the kinds in it, or to one topic of a grouping. */

/** By what a list can be narrowed. */
export interface Filter {
  readonly filter: "none" | "kinds" | "terms";
  /** Whose terms, by id; empty: those of the first grouping the site has. */
  readonly filterGrouping: string;
}

/** What an address asks for, by key and slugs; empty: nothing. */
export interface Asked {
  readonly kind: string;
  readonly about: string;
}
export const NOTHING_ASKED: Asked = { kind: "", about: "" };

/** One of the links: what it leads to, and how many entries are shown then. Without a name: all of them. */
export interface FilterChoice {
  readonly name: string;
  readonly asks: Asked;
  /** Null where nobody knows: of a search that found as much as it looks for. */
  readonly count: number | null;
  readonly isCurrent: boolean;
}

/** More links than these help nobody: then those are left out that lead to the fewest. */
export const MOST_CHOICES = 24;

interface Option {
  readonly name: string;
  readonly asks: Asked;
  readonly has: (entry: EntryFacts) => boolean;
}

/** The slugs of a term and of all above it, from the top: two terms below different ones may have the same slug. */
const slugsOf = ({ slug, parent }: Term, terms: SiteIndex["terms"]): string => {
  const above = parent === null ? undefined : terms.get(parent);
  return above ? `${slugsOf(above, terms)}/${slug}` : slug;
};

const optionsOf = (
  { facts, terms, byIdentity }: SiteIndex,
  { filter, filterGrouping }: Filter,
): readonly Option[] => {
  if (filter === "none") return [];
  if (filter === "kinds")
    return facts.kinds.map(({ id, key, plural }) => ({
      name: plural,
      asks: { ...NOTHING_ASKED, kind: key },
      has: ({ kind }) => kind === id,
    }));
  const grouping = facts.groupings.find(({ id }) => filterGrouping === "" || id === filterGrouping);
  // what is about a topic is about those above it, too
  const isAbout = (id: string, term: string) =>
    byIdentity.get(entryIdentity(id))?.terms.includes(term) ?? false;
  return facts.terms
    .filter((term) => term.grouping === grouping?.id)
    .map((term) => ({
      name: term.name,
      asks: { ...NOTHING_ASKED, about: slugsOf(term, terms) },
      has: ({ id }) => isAbout(id, term.id),
    }));
};

/**
 * The entries of a list that are asked for, and the links to all others that are not empty, where one of them narrows it, in the order the site has them.
 * What nobody could have asked for here leaves nothing out.
 */
export const narrowed = (
  index: SiteIndex,
  all: readonly EntryFacts[],
  filter: Filter,
  asked: Asked,
): { readonly entries: readonly EntryFacts[]; readonly choices: readonly FilterChoice[] } => {
  const options = optionsOf(index, filter)
    .map((option) => ({ ...option, entries: all.filter(option.has) }))
    .filter(({ entries }) => entries.length > 0);
  // links that all lead to the same narrow nothing
  if (options.every(({ entries }) => entries.length === all.length)) return { entries: all, choices: [] };
  const current = options.find(
    ({ asks }) =>
      (asks.kind !== "" || asks.about !== "") && asks.kind === asked.kind && asks.about === asked.about,
  );
  const most = [...options]
    .sort((a, b) => Number(b === current) - Number(a === current) || b.entries.length - a.entries.length)
    .slice(0, MOST_CHOICES);
  const shown = options.filter((option) => most.includes(option));
  return {
    entries: current?.entries ?? all,
    choices: [
      { name: "", asks: NOTHING_ASKED, count: all.length, isCurrent: current === undefined },
      ...shown.map((option) => ({
        name: option.name,
        asks: option.asks,
        count: option.entries.length,
        isCurrent: option === current,
      })),
    ],
  };
};

/** What follows the path in the address of a page that is asked for so: empty, or `?q=…&about=…`. */
export const askedQuery = ({ kind, about }: Asked, query: string): string => {
  const said = new URLSearchParams(
    Object.entries({ q: query, kind, about }).filter(([, value]) => value !== ""),
  ).toString();
  return said === "" ? "" : `?${said}`;
};
