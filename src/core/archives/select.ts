import type { Address, SiteIndex } from "../addresses/facts";
import type { SettingsOf } from "../blocks";
import type { EntryFacts } from "../model/content";

type ListSettings = Pick<
  SettingsOf<"entryList">,
  "from" | "kinds" | "terms" | "upcoming" | "sort" | "direction"
>;

/** The entries an archive is about, whatever their access: counts never depend on who looks. */
const archiveEntries = (index: SiteIndex, page: Address): readonly EntryFacts[] => {
  const archive = page.archiveOf;
  const all = index.published;
  if (!archive) return [];
  switch (archive.of) {
    case "kind":
      return all.filter((entry) => entry.kind === archive.id);
    case "term":
      return all.filter((entry) => index.byIdentity.get(`entry:${entry.id}`)?.terms.includes(archive.id));
    case "author":
      return all.filter((entry) => entry.author === archive.id);
    case "date":
      return all.filter(
        (entry) => entry.kind === archive.kind && entry.publishedOn?.startsWith(archive.period),
      );
  }
};

const dateOf = (entry: EntryFacts): string => entry.startsAt ?? entry.publishedOn ?? "";

const compare = (a: string | number, b: string | number): number => (a === b ? 0 : a < b ? -1 : 1);

/** The order of a list: the field asked for, ties by title, then by id. Stable on every machine. */
const comparator = ({ sort, direction }: ListSettings) => {
  const sign = direction === "up" ? 1 : -1;
  const key = (entry: EntryFacts) =>
    sort === "date" ? dateOf(entry) : sort === "title" ? entry.title : entry.position;
  return (a: EntryFacts, b: EntryFacts): number =>
    sign * compare(key(a), key(b)) || compare(a.title, b.title) || compare(a.id, b.id);
};

/** The entries of a list block on a page, in order, all of them. On the search page its own list is what was found. */
export const selectEntries = (
  index: SiteIndex,
  page: Address,
  settings: ListSettings,
  at: string,
  found: readonly EntryFacts[],
): readonly EntryFacts[] => {
  if (settings.from === "archive" && page.role === "search") return found;
  const source = settings.from === "archive" ? archiveEntries(index, page) : index.published;
  return source
    .filter(
      (entry) =>
        settings.from === "archive" || settings.kinds.length === 0 || settings.kinds.includes(entry.kind),
    )
    .filter(
      (entry) =>
        settings.terms.length === 0 ||
        settings.terms.some((term) => index.byIdentity.get(`entry:${entry.id}`)?.terms.includes(term)),
    )
    .filter((entry) => !settings.upcoming || (entry.endsAt ?? entry.startsAt ?? "") > at)
    .sort(comparator(settings));
};
