import type { Address, SiteIndex } from "../addresses/facts";
import type { MenuItem } from "../model/menu";
import { LEVELS, rowsOf } from "./item-tree";

/** Pages as menus take them up: the entries people can nest, as the tree they are, and the archives of kinds. */

const labelOf = (page: Address): string => page.title.slice(0, 200);

const isForMenus = (page: Address): boolean =>
  page.access === "public" &&
  page.entry?.inMenus !== false &&
  (page.role === "entry" || page.role === "archive");

/** A menu holds no more to a level. */
const MOST = 200;

/** What a first menu is made of: archives of kinds, and the top entries of kinds that nest or have no archive. */
export const topPages = (index: SiteIndex): readonly Address[] => {
  const nesting = new Set(index.facts.entries.flatMap(({ parent, kind }) => (parent === null ? [] : [kind])));
  const listed = new Set(
    index.stems.flatMap(({ archiveOf }) => (archiveOf?.of === "kind" ? [archiveOf.id] : [])),
  );
  return index.stems.filter((page) => {
    if (!isForMenus(page)) return false;
    if (page.archiveOf) return page.archiveOf.of === "kind" && !nesting.has(page.archiveOf.id);
    const { entry } = page;
    return entry !== null && entry.parent === null && (nesting.has(entry.kind) || !listed.has(entry.kind));
  });
};

/** Pages by the entry they hang below. */
const childrenIn = (index: SiteIndex): ReadonlyMap<string, readonly Address[]> => {
  const children = new Map<string, Address[]>();
  for (const page of index.stems) {
    const parent = page.entry?.parent;
    if (!parent || !isForMenus(page)) continue;
    const known = children.get(parent);
    if (known) known.push(page);
    else children.set(parent, [page]);
  }
  return children;
};

/** A menu made of the site's pages, at most three levels deep. */
export const menuFromPages = (index: SiteIndex, id: () => string): readonly MenuItem[] => {
  const children = childrenIn(index);
  const itemOf = (page: Address, levels: number): MenuItem => ({
    id: id(),
    label: labelOf(page),
    target: { identity: page.identity },
    items:
      levels === 1
        ? []
        : (children.get(page.entry?.id ?? "") ?? []).slice(0, MOST).map((child) => itemOf(child, levels - 1)),
  });
  return topPages(index)
    .slice(0, MOST)
    .map((page) => itemOf(page, LEVELS));
};

/** Top pages that a menu does not point at: new ones are offered from here. */
export const pagesNotIn = (index: SiteIndex, items: readonly MenuItem[]): readonly Address[] => {
  const there = new Set(
    rowsOf(items).flatMap(({ item }) =>
      item.target && "identity" in item.target ? [item.target.identity] : [],
    ),
  );
  return topPages(index).filter(({ identity }) => !there.has(identity));
};
