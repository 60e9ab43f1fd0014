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
  /** Of a kind or a term. */
  readonly id: string;
  readonly name: string;
  readonly asks: Asked;
}

/** The slugs of a term and of all above it, from the top: two terms below different ones may have the same slug. */
const slugsOf = ({ slug, parent }: Term, terms: SiteIndex["terms"]): string => {
  const above = parent === null ? undefined : terms.get(parent);
  return above ? `${slugsOf(above, terms)}/${slug}` : slug;
};

const optionsOf = ({ facts, terms }: SiteIndex, { filter, filterGrouping }: Filter): readonly Option[] => {
  if (filter === "none") return [];
  if (filter === "kinds")
    return facts.kinds.map(({ id, key, plural }) => ({
      id,
      name: plural,
      asks: { ...NOTHING_ASKED, kind: key },
    }));
  const grouping = facts.groupings.find(({ id }) => filterGrouping === "" || id === filterGrouping);
  return facts.terms
    .filter((term) => term.grouping === grouping?.id)
    .map((term) => ({
      id: term.id,
      name: term.name,
      asks: { ...NOTHING_ASKED, about: slugsOf(term, terms) },
    }));
};

/**
 * The entries of a list that are asked for, and the links to all others that are not empty, where one of them narrows it,
 * in the order the site has them. What nobody could have asked for here leaves nothing out.
 */
export const narrowed = (
  index: SiteIndex,
  all: readonly EntryFacts[],
  filter: Filter,
  asked: Asked,
): { readonly entries: readonly EntryFacts[]; readonly choices: readonly FilterChoice[] } => {
  const isOfKinds = filter.filter === "kinds";
  // what is about a topic is about those above it, too
  const idsOf = ({ id, kind }: EntryFacts): readonly string[] =>
    isOfKinds ? [kind] : (index.byIdentity.get(entryIdentity(id))?.terms ?? []);
  const options = optionsOf(index, filter);
  const counts = new Map<string, number>();
  // once through all of them, however many options there are
  for (const entry of options.length === 0 ? [] : all)
    for (const id of idsOf(entry)) counts.set(id, (counts.get(id) ?? 0) + 1);
  const there = options.flatMap((option) => {
    const count = counts.get(option.id) ?? 0;
    return count === 0 ? [] : [{ ...option, count }];
  });
  // links that all lead to the same narrow nothing
  if (there.every(({ count }) => count === all.length)) return { entries: all, choices: [] };
  const current = there.find(
    ({ asks }) =>
      (asks.kind !== "" || asks.about !== "") && asks.kind === asked.kind && asks.about === asked.about,
  );
  const most = [...there]
    .sort((a, b) => Number(b === current) - Number(a === current) || b.count - a.count)
    .slice(0, MOST_CHOICES);
  const shown = there.filter((option) => most.includes(option));
  return {
    entries: current ? all.filter((entry) => idsOf(entry).includes(current.id)) : all,
    choices: [
      { name: "", asks: NOTHING_ASKED, count: all.length, isCurrent: current === undefined },
      ...shown.map((option) => ({
        name: option.name,
        asks: option.asks,
        count: option.count,
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
