import type { Address, SiteIndex } from "../addresses/facts";
import type { SettingsOf } from "../blocks";
import type { EntryFacts } from "../model/content";
import { entryIdentity } from "../model/identity";
import { listsOf, type Sort } from "./lists";
import { relatedTo } from "./related";

/** What decides which entries a list has, and in which order. */
const WHICH = [
  "from",
  "chosen",
  "kinds",
  "terms",
  "notTerms",
  "authors",
  "media",
  "notMedia",
  "upcoming",
  "past",
  "sort",
  "sortField",
  "direction",
] as const;
export type Which = Pick<SettingsOf<"entryList">, (typeof WHICH)[number]>;

/** Those of a list's settings. */
export const whichOf = (settings: Which): Which =>
  Object.fromEntries(WHICH.map((name) => [name, settings[name]])) as unknown as Which;

/** Everything that leaves entries out, in a list that leaves nothing out. */
export const nothingOut = (): Omit<Which, "from" | "kinds" | "sort" | "direction"> => ({
  chosen: [],
  terms: [],
  notTerms: [],
  authors: [],
  media: [],
  notMedia: [],
  upcoming: false,
  past: false,
  sortField: "",
});

const sortOf = ({ sort, sortField }: Which): Sort =>
  sort !== "field" ? sort : sortField === "" ? "date" : `field:${sortField}`;

/** When an entry is over; empty: it never is. */
const endOf = ({ startsAt, endsAt }: EntryFacts): string => endsAt ?? startsAt ?? "";

/** Whether a list asks more of entries than what the kept ones are sorted by. */
const asksMore = ({ notTerms, authors, media, notMedia, upcoming, past }: Which): boolean =>
  [notTerms, authors, media, notMedia].some(({ length }) => length > 0) || upcoming || past;

/** Whether a list leaves any of what it is of out, by what entries are or by the hour. */
export const leavesOut = (which: Which): boolean => which.terms.length > 0 || asksMore(which);

/** Those chosen by hand that are published, in the order they were chosen in. */
const chosenOnes = (index: SiteIndex, chosen: readonly string[]): readonly EntryFacts[] =>
  chosen.flatMap((identity) => index.byIdentity.get(identity)?.entry ?? []);

const allOf = (index: SiteIndex, page: Address, which: Which): readonly EntryFacts[] => {
  const { from, chosen, kinds, terms, direction } = which;
  switch (from) {
    case "chosen":
      return chosenOnes(index, chosen);
    case "related":
      return relatedTo(index, page, kinds, terms);
    case "archive":
      return page.archiveOf === null
        ? []
        : listsOf(index).list({ archive: page.identity }, terms, sortOf(which), direction);
    case "kinds":
      return listsOf(index).list({ kinds }, terms, sortOf(which), direction);
  }
};

/**
 * The entries of a list block on a page, in order, all of them, whatever their access: counts never depend on who
 * looks. On the search page its own list is what was found, on the not-found page what is near. What it gives is kept: it must not be changed.
 */
export const selectEntries = (
  index: SiteIndex,
  page: Address,
  which: Which,
  at: string,
  found: readonly EntryFacts[],
): readonly EntryFacts[] => {
  if (which.from === "archive" && (page.role === "search" || page.role === "notFound")) return found;
  const all = allOf(index, page, which);
  // what is chosen by hand is chosen whatever it is; over it may be
  const asked: Which =
    which.from === "chosen"
      ? { ...which, ...nothingOut(), upcoming: which.upcoming, past: which.past }
      : which;
  if (!asksMore(asked)) return all;
  const { upcoming, past } = asked;
  const [unwanted, authors] = [new Set(asked.notTerms), new Set(asked.authors)];
  const [media, notMedia] = [new Set(asked.media), new Set(asked.notMedia)];
  const isAbout = ({ id }: EntryFacts) =>
    (index.byIdentity.get(entryIdentity(id))?.terms ?? []).some((term) => unwanted.has(term));
  return all.filter((entry) => {
    const end = endOf(entry);
    return (
      (!upcoming || end > at) &&
      (!past || (end !== "" && end <= at)) &&
      (authors.size === 0 || (entry.author !== null && authors.has(entry.author))) &&
      (media.size === 0 || media.has(entry.medium)) &&
      !notMedia.has(entry.medium) &&
      (unwanted.size === 0 || !isAbout(entry))
    );
  });
};
