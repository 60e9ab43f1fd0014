import type { EntryFacts } from "../model/content";
import type { Address, SiteIndex } from "./facts";
import { splitPage } from "./paths";

/** What answers at a path of a site. */
export interface Answering {
  readonly page: Address;
  /** 1, or the number of a later page of an archive or of search results, whether there are so many or not. */
  readonly pageNumber: number;
}

/** What answers at a path, later pages included; undefined if nothing does. The path is canonical. */
export const answeringAt = (index: SiteIndex, path: string): Answering | undefined => {
  const exact = index.byPath.get(path);
  return exact ? { page: exact, pageNumber: 1 } : laterPageAt(index, path);
};

/** The later page that a path is of, where its archive or the search is there, whatever else lies at the path. */
export const laterPageAt = (index: SiteIndex, path: string): Answering | undefined => {
  const { stem, page: pageNumber } = splitPage(path);
  const page = pageNumber === 1 ? undefined : index.byPath.get(stem);
  return page && (page.archiveOf !== null || page.role === "search") ? { page, pageNumber } : undefined;
};

/** The entry right above a path: whose own path is the folder it lies in. Null where there is none. */
export const entryAbove = (index: SiteIndex, path: string): EntryFacts | null => {
  const folder = path.replace(/[^/]+\/$/, "");
  return folder === path || folder === "/"
    ? null
    : (index.facts.entries.find((entry) => entry.path === folder) ?? null);
};

/** Whether an entry is another, or stands below it; what is not published yet has its place in the tree as well. */
export const isWithin = ({ facts }: SiteIndex, entry: string, other: string): boolean => {
  const parents = new Map(facts.entries.map(({ id, parent }) => [id, parent]));
  const seen = new Set<string>();
  for (let id: string | null = entry; id !== null && !seen.has(id); id = parents.get(id) ?? null) {
    if (id === other) return true;
    seen.add(id);
  }
  return false;
};
