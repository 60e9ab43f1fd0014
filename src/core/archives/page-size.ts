import { type Address, entryIdentity, type SiteIndex } from "../addresses/facts";
import type { Block, Part } from "../design/part";
import { blocksOf } from "../design/tree";
import type { EntryFacts } from "../model/content";
import { selectEntries } from "./select";

/** Whether a list runs over the pages of its archive. One that not everyone sees does not: pages are the same for all. */
export const isPagedList = ({ settings, look }: Extract<Block, { kind: "entryList" }>): boolean =>
  settings.from === "archive" && settings.paged && !look.seenBy;

/** The one paged list of a layout, if it has one: it sets the page size of the archive. */
export const pagedListOf = (layout: Part | null): Extract<Block, { kind: "entryList" }> | undefined => {
  if (!layout) return undefined;
  for (const block of blocksOf(layout)) if (block.kind === "entryList" && isPagedList(block)) return block;
  return undefined;
};

type PagedList = NonNullable<ReturnType<typeof pagedListOf>>;

/** How many pages an archive has under a layout's paged list. At least one; one page in a layout without. */
export const pagesUnder = (
  index: SiteIndex,
  page: Address,
  list: PagedList | undefined,
  at: string,
): number => {
  if (!page.archiveOf || !list) return 1;
  const { terms, upcoming, pageSize } = list.settings;
  const total =
    terms.length === 0 && !upcoming
      ? (listedOf(index).get(page.identity) ?? 0)
      : selectEntries(index, page, list.settings, at, []).length;
  return Math.max(1, Math.ceil(total / pageSize));
};

/** How many pages an archive has under the layout that wins at its stem. */
export const pageCount = (index: SiteIndex, page: Address, layout: Part | null, at: string): number =>
  pagesUnder(index, page, pagedListOf(layout), at);

const known = new WeakMap<SiteIndex, ReadonlyMap<string, number>>();

/** How many entries each archive is about, by identity; counted once for a site. */
const listedOf = (index: SiteIndex): ReadonlyMap<string, number> => {
  const found = known.get(index);
  if (found) return found;
  const counts = new Map<string, number>();
  for (const entry of index.published)
    for (const identity of archivesOf(index, entry)) counts.set(identity, (counts.get(identity) ?? 0) + 1);
  known.set(index, counts);
  return counts;
};

const archivesOf = (index: SiteIndex, entry: EntryFacts): readonly string[] => [
  `archive:kind:${entry.kind}`,
  ...(findAddress(index, entry)?.terms ?? []).map((term) => `archive:term:${term}`),
  ...(entry.author === null ? [] : [`archive:author:${entry.author}`]),
  ...(entry.publishedOn === null
    ? []
    : [4, 7].map((length) => `archive:date:${entry.kind}:${entry.publishedOn?.slice(0, length)}`)),
];

const findAddress = (index: SiteIndex, entry: EntryFacts) => index.byIdentity.get(entryIdentity(entry.id));

/** Takes over the counts for an index in which only this entry's facts changed. */
export const carryListed = (from: SiteIndex, to: SiteIndex, before: EntryFacts, after: EntryFacts): void => {
  const counts = new Map(listedOf(from));
  for (const identity of archivesOf(from, before)) counts.set(identity, (counts.get(identity) ?? 0) - 1);
  for (const identity of archivesOf(to, after)) counts.set(identity, (counts.get(identity) ?? 0) + 1);
  known.set(to, counts);
};
