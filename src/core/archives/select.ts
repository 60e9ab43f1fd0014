import type { Address, SiteIndex } from "../addresses/facts";
import type { SettingsOf } from "../blocks";
import type { EntryFacts } from "../model/content";
import { listsOf } from "./lists";

type ListSettings = Pick<
  SettingsOf<"entryList">,
  "from" | "kinds" | "terms" | "upcoming" | "sort" | "direction"
>;

/**
 * The entries of a list block on a page, in order, all of them, whatever their access: counts never depend on who
 * looks. On the search page its own list is what was found. What it gives is kept: it must not be changed.
 */
export const selectEntries = (
  index: SiteIndex,
  page: Address,
  { from, kinds, terms, upcoming, sort, direction }: ListSettings,
  at: string,
  found: readonly EntryFacts[],
): readonly EntryFacts[] => {
  if (from === "archive" && page.role === "search") return found;
  if (from === "archive" && page.archiveOf === null) return [];
  const what = from === "archive" ? { archive: page.identity } : { kinds };
  const listed = listsOf(index).list(what, terms, sort, direction);
  return upcoming ? listed.filter((entry) => (entry.endsAt ?? entry.startsAt ?? "") > at) : listed;
};
