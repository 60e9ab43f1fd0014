import type { Address, SiteIndex } from "../addresses/facts";
import type { SettingsOf } from "../blocks";
import type { EntryFacts } from "../model/content";
import { entryIdentity } from "../model/identity";
import { listsOf, type Sort } from "./lists";
import { relatedTo } from "./related";

type ListSettings = Pick<
  SettingsOf<"entryList">,
  "from" | "kinds" | "terms" | "notTerms" | "upcoming" | "past" | "sort" | "sortField" | "direction"
>;

/** A list that leaves nothing out. */
export const nothingOut = (): Pick<
  ListSettings,
  "terms" | "notTerms" | "upcoming" | "past" | "sortField"
> => ({
  terms: [],
  notTerms: [],
  upcoming: false,
  past: false,
  sortField: "",
});

const sortOf = ({ sort, sortField }: ListSettings): Sort =>
  sort !== "field" ? sort : sortField === "" ? "date" : `field:${sortField}`;

/** When an entry is over; empty: it never is. */
const endOf = ({ startsAt, endsAt }: EntryFacts): string => endsAt ?? startsAt ?? "";

/** Whether a list leaves any of what it is of out, by what entries are about or by the hour. */
export const leavesOut = ({
  terms,
  notTerms,
  upcoming,
  past,
}: Pick<ListSettings, "terms" | "notTerms" | "upcoming" | "past">): boolean =>
  terms.length > 0 || notTerms.length > 0 || upcoming || past;

/**
 * The entries of a list block on a page, in order, all of them, whatever their access: counts never depend on who
 * looks. On the search page its own list is what was found. What it gives is kept: it must not be changed.
 */
export const selectEntries = (
  index: SiteIndex,
  page: Address,
  settings: ListSettings,
  at: string,
  found: readonly EntryFacts[],
): readonly EntryFacts[] => {
  const { from, kinds, terms, notTerms, upcoming, past, direction } = settings;
  if (from === "archive" && page.role === "search") return found;
  if (from === "archive" && page.archiveOf === null) return [];
  const what = from === "archive" ? { archive: page.identity } : { kinds };
  const all =
    from === "related"
      ? relatedTo(index, page, kinds, terms)
      : listsOf(index).list(what, terms, sortOf(settings), direction);
  if (notTerms.length === 0 && !upcoming && !past) return all;
  const unwanted = new Set(notTerms);
  const isAbout = ({ id }: EntryFacts) =>
    (index.byIdentity.get(entryIdentity(id))?.terms ?? []).some((term) => unwanted.has(term));
  return all.filter((entry) => {
    const end = endOf(entry);
    return (
      (!upcoming || end > at) &&
      (!past || (end !== "" && end <= at)) &&
      (unwanted.size === 0 || !isAbout(entry))
    );
  });
};
