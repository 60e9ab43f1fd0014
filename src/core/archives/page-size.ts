import type { Address, SiteIndex } from "../addresses/facts";
import type { Block, Part } from "../design/part";
import { blocksOf } from "../design/tree";
import type { Filter } from "./filter";
import { listsOf } from "./lists";
import { leavesOut, selectEntries, type Which, whichOf } from "./select";

/** Whether a list runs over the pages of its archive. One that not everyone sees does not: pages are the same for all. */
export const isPagedList = ({ settings, look }: Extract<Block, { kind: "entryList" }>): boolean =>
  settings.from === "archive" && settings.paged && !look.seenBy;

/** The one paged list of a layout, if it has one: it sets the page size of the archive. */
export const pagedListOf = (layout: Part | null): Extract<Block, { kind: "entryList" }> | undefined => {
  if (!layout) return undefined;
  for (const block of blocksOf(layout)) if (block.kind === "entryList" && isPagedList(block)) return block;
  return undefined;
};

/**
 * Which entries stand on which page of an archive. It belongs to its first page, whatever layout later pages wear: so each
 * entry is on exactly one of them. The size is the same for everyone, for pages are numbered for everyone.
 */
export interface Paging extends Which, Filter {
  readonly pageSize: number;
}

/** The paging of an archive: by the layout of its first page as who asks sees it, and as those who are signed out do. */
export const pagingOf = (own: Part | null, signedOut: Part | null): Paging | undefined => {
  const list = pagedListOf(own);
  if (!list) return undefined;
  const { pageSize } = (pagedListOf(signedOut) ?? list).settings;
  const { filter, filterGrouping } = list.settings;
  return { ...whichOf(list.settings), filter, filterGrouping, pageSize };
};

/** How many pages an archive has under a layout's paged list. At least one; one page in a layout without. */
export const pagesUnder = (index: SiteIndex, page: Address, list: Paging | undefined, at: string): number => {
  if (!page.archiveOf || !list) return 1;
  const { pageSize } = list;
  const total = leavesOut(list)
    ? selectEntries(index, page, list, at, []).length
    : listsOf(index).size(page.identity);
  return Math.max(1, Math.ceil(total / pageSize));
};
