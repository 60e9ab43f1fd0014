import type { Address, SiteIndex } from "../addresses/facts";
import type { EntryFacts } from "../model/content";
import { entryIdentity, termIdentity } from "../model/identity";
import { comparator, listsOf } from "./lists";

/**
 * Which entries have most in common with another one: those about the same topics and tags, a rare one counting more than
 * one that many have; among equals the newest first, then by title, then by id.
 *
 * A term counts ln(N / n) of N entries of which n are about it: inverse document frequency (Spärck Jones 1972, "A
 * statistical interpretation of term specificity", Journal of Documentation 28 (1), p. 11–21, with the natural
 * logarithm). What all entries are about says nothing, and counts nothing.
 */

/** Sums of the same logarithms in another order differ by less. */
const SAME = 1e-9;

/** What a term counts that so many of all entries are about. */
export const weightOf = (all: number, about: number): number => (about === 0 ? 0 : Math.log(all / about));

/** Those with anything in common with the page's entry, closest first, itself left out; of kinds and about terms, if any are named. */
export const relatedTo = (
  index: SiteIndex,
  page: Address,
  kinds: readonly string[],
  terms: readonly string[],
): readonly EntryFacts[] => {
  const own = page.entry;
  if (!own) return [];
  const lists = listsOf(index);
  const shared = new Map<EntryFacts, number>();
  for (const term of page.terms) {
    const weight = weightOf(index.published.length, lists.size(termIdentity(term)));
    if (weight < SAME) continue;
    for (const entry of lists.list({ archive: termIdentity(term) }, [], "date", "down"))
      shared.set(entry, (shared.get(entry) ?? 0) + weight);
  }
  shared.delete(own);
  const [wantedKinds, wantedTerms] = [new Set(kinds), new Set(terms)];
  const isWanted = ({ id, kind }: EntryFacts): boolean =>
    (kinds.length === 0 || wantedKinds.has(kind)) &&
    (terms.length === 0 ||
      (index.byIdentity.get(entryIdentity(id))?.terms ?? []).some((term) => wantedTerms.has(term)));
  const newest = comparator("date", "down");
  const closeness = (entry: EntryFacts) => Math.round((shared.get(entry) ?? 0) / SAME);
  return [...shared.keys()]
    .filter(isWanted)
    .map((entry) => ({ entry, close: closeness(entry) }))
    .sort((a, b) => b.close - a.close || newest(a.entry, b.entry))
    .map(({ entry }) => entry);
};
