import type { MenuItem } from "../model/menu";
import { identityOf } from "../model/values";

/**
 * Changing the tree of a menu. Everything returns the same array when nothing can change, and never makes a menu
 * deeper than it may be. Depths count from 0.
 */
type Items = readonly MenuItem[];

/** Levels a menu may have (common practice, no source). */
export const LEVELS = 3;

/** A line of the tree as it is shown. */
export interface MenuRow {
  readonly item: MenuItem;
  readonly depth: number;
  /** Id of the item around it; null at the top. */
  readonly parent: string | null;
}

export const rowsOf = (items: Items, depth = 0, parent: string | null = null): readonly MenuRow[] =>
  items.flatMap((item) => [{ item, depth, parent }, ...rowsOf(item.items, depth + 1, item.id)]);

/** The pages a menu leads to, those of what it promotes included. */
export const identitiesOf = (items: Items): readonly string[] =>
  rowsOf(items).flatMap(({ item }) =>
    [item.target, item.promotion?.target].flatMap((target) => identityOf(target) ?? []),
  );

/** How many levels an item and what is below it take. */
const height = (item: MenuItem): number => 1 + Math.max(0, ...item.items.map(height));

export const findItem = (items: Items, id: string): MenuItem | undefined =>
  rowsOf(items).find(({ item }) => item.id === id)?.item;

const withItems = (item: MenuItem, items: Items): MenuItem =>
  items === item.items ? item : { ...item, items };

/** Changes the list an item stands in: `change` gets the list and the item's place. */
const inListOf = (items: Items, id: string, change: (list: Items, at: number) => Items): Items => {
  const at = items.findIndex((item) => item.id === id);
  if (at >= 0) return change(items, at);
  let isSame = true;
  const next = items.map((item) => {
    const below = inListOf(item.items, id, change);
    if (below !== item.items) isSame = false;
    return withItems(item, below);
  });
  return isSame ? items : next;
};

export const changeItem = (
  items: Items,
  id: string,
  change: Partial<Omit<MenuItem, "id" | "items">>,
): Items => inListOf(items, id, (list, at) => list.with(at, { ...(list[at] as MenuItem), ...change }));

/** Takes an item out, with what is below it. */
export const removeItem = (items: Items, id: string): Items =>
  inListOf(items, id, (list, at) => list.toSpliced(at, 1));

/** Puts items behind another one, in the same list; at the end of the top without one. */
export const insertAfter = (items: Items, id: string | null, added: Items): Items =>
  id === null || !findItem(items, id)
    ? [...items, ...added]
    : inListOf(items, id, (list, at) => list.toSpliced(at + 1, 0, ...added));

/** One place up or down among its neighbours, with what is below it. */
export const moveItem = (items: Items, id: string, by: -1 | 1): Items =>
  inListOf(items, id, (list, at) =>
    at + by < 0 || at + by >= list.length
      ? list
      : list.toSpliced(at, 1).toSpliced(at + by, 0, list[at] as MenuItem),
  );

/** One level in: it goes below its neighbour above, as the last. */
export const indentItem = (items: Items, id: string): Items => {
  const row = rowsOf(items).find(({ item }) => item.id === id);
  if (!row || row.depth + height(row.item) >= LEVELS) return items;
  return inListOf(items, id, (list, at) => {
    const above = list[at - 1];
    if (!above) return list;
    return list.toSpliced(at - 1, 2, { ...above, items: [...above.items, row.item] });
  });
};

/** One level out: it goes behind the item it was below. */
export const outdentItem = (items: Items, id: string): Items => {
  const row = rowsOf(items).find(({ item }) => item.id === id);
  if (!row || row.parent === null) return items;
  return insertAfter(removeItem(items, id), row.parent, [row.item]);
};

/**
 * Puts an item, with what is below it, where a pointer dropped it: before the line `at` of the lines that are left
 * without it, at the depth nearest to the one wanted that is possible there.
 */
export const dropItem = (items: Items, id: string, at: number, wanted: number): Items => {
  const item = findItem(items, id);
  if (!item) return items;
  const rest = removeItem(items, id);
  const rows = rowsOf(rest);
  const [before, after] = [rows[at - 1], rows[at]];
  const most = Math.min(LEVELS - height(item), before ? before.depth + 1 : 0);
  // what follows must not lose the item it is below
  const least = after ? after.depth : 0;
  const depth = Math.max(Math.min(wanted, most), Math.min(least, most));
  if (depth < least) return items;
  // the last line above at that depth is the neighbour; one level less deep the item around it
  const above = rows.slice(0, at).findLast((row) => row.depth <= depth);
  if (!above) return [item, ...rest];
  if (above.depth === depth) return insertAfter(rest, above.item.id, [item]);
  return inListOf(rest, above.item.id, (list, place) =>
    list.with(place, { ...above.item, items: [item, ...above.item.items] }),
  );
};
