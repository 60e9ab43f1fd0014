import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { randomWorld } from "../../../test/random-world";
import type { MenuItem } from "../model/menu";
import { Menu } from "../model/menu";
import { menuFromPages, pagesNotIn, topPages } from "./from-pages";
import {
  changeItem,
  dropItem,
  findItem,
  indentItem,
  insertAfter,
  LEVELS,
  moveItem,
  outdentItem,
  removeItem,
  rowsOf,
} from "./item-tree";

const item = (id: string, items: readonly MenuItem[] = []): MenuItem => ({
  id,
  label: id,
  target: { url: "/" },
  items,
});
const drawn = (items: readonly MenuItem[]): string =>
  rowsOf(items)
    .map((row) => "-".repeat(row.depth) + row.item.id)
    .join(" ");

/** a, with b (with c) and d below it; e, with f below it; g. */
const TREE = [item("a", [item("b", [item("c")]), item("d")]), item("e", [item("f")]), item("g")];

describe("changing a menu", () => {
  it.each([
    ["down", moveItem(TREE, "a", 1), "e -f a -b --c -d g"],
    ["up", moveItem(TREE, "g", -1), "a -b --c -d g e -f"],
    ["up at the top", moveItem(TREE, "a", -1), drawn(TREE)],
    ["in, below the neighbour above", indentItem(TREE, "g"), "a -b --c -d e -f -g"],
    ["in without a neighbour above", indentItem(TREE, "b"), drawn(TREE)],
    ["in would be a fourth level", indentItem(TREE, "e"), "a -b --c -d -e --f g"],
    ["in twice would be too deep", indentItem(indentItem(TREE, "e"), "e"), "a -b --c -d -e --f g"],
    ["out, behind what it was below", outdentItem(TREE, "b"), "a -d b -c e -f g"],
    ["out at the top", outdentItem(TREE, "g"), drawn(TREE)],
    ["taken out with what is below", removeItem(TREE, "b"), "a -d e -f g"],
    ["one more behind", insertAfter(TREE, "f", [item("h")]), "a -b --c -d e -f -h g"],
    ["one more at the end", insertAfter(TREE, null, [item("h")]), "a -b --c -d e -f g h"],
    ["dropped below e, one level in", dropItem(TREE, "g", 5, 1), "a -b --c -d e -g -f"],
    ["dropped at the end of e", dropItem(TREE, "g", 6, 1), "a -b --c -d e -f -g"],
    ["dropped at the end, at the top", dropItem(TREE, "d", 6, 0), "a -b --c e -f g d"],
    ["dropped too far in is as far in as it can be", dropItem(TREE, "g", 6, 9), "a -b --c -d e -f --g"],
    ["dropped first", dropItem(TREE, "g", 0, 2), "g a -b --c -d e -f"],
  ])("%s", (_, after, expected) => expect(drawn(after)).toBe(expected));

  it("keeps every item once and stays within three levels, whatever is done", () => {
    const ids = rowsOf(TREE).map((row) => row.item.id);
    const id = fc.constantFrom(...ids);
    const step = fc.oneof(
      fc.tuple(id, fc.constantFrom(-1 as const, 1 as const)).map(
        ([which, by]) =>
          (items: readonly MenuItem[]) =>
            moveItem(items, which, by),
      ),
      id.map((which) => (items: readonly MenuItem[]) => indentItem(items, which)),
      id.map((which) => (items: readonly MenuItem[]) => outdentItem(items, which)),
      fc.tuple(id, fc.integer({ min: 0, max: 8 }), fc.integer({ min: -1, max: 4 })).map(
        ([which, at, depth]) =>
          (items: readonly MenuItem[]) =>
            dropItem(items, which, at, depth),
      ),
    );
    fc.assert(
      fc.property(fc.array(step, { maxLength: 20 }), (steps) => {
        const after = steps.reduce<readonly MenuItem[]>((items, change) => change(items), TREE);
        const rows = rowsOf(after);
        expect(rows.map((row) => row.item.id).sort()).toEqual([...ids].sort());
        expect(Math.max(...rows.map(({ depth }) => depth))).toBeLessThan(LEVELS);
      }),
      { numRuns: 2000 },
    );
  });
  it("gives back the same array where nothing changes, and leaves neighbours as they were", () => {
    expect(moveItem(TREE, "gone", 1)).toBe(TREE);
    expect(removeItem(TREE, "gone")).toBe(TREE);
    const renamed = changeItem(TREE, "c", { label: "C" });
    expect(renamed[1]).toBe(TREE[1]);
    expect(findItem(renamed, "c")?.label).toBe("C");
  });
});

describe("a menu from the pages", () => {
  const { index } = randomWorld(3);
  let next = 0;
  const items = menuFromPages(index, () => `i${next++}`);
  it("points at pages that are there, each id once, within what a menu may hold", () => {
    expect(items.length).toBeGreaterThan(0);
    const rows = rowsOf(items);
    for (const { item: each } of rows)
      expect(index.byIdentity.has((each.target as { identity: string }).identity)).toBe(true);
    expect(new Set(rows.map((row) => row.item.id)).size).toBe(rows.length);
    const menu = { schema: 1, name: "Main", origin: "00000000-0000-4000-8000-000000000000", items };
    expect(Menu.safeParse(menu).success).toBe(true);
  });
  it("hangs entries where their parents are", () => {
    for (const { item: each, parent } of rowsOf(items)) {
      const page = index.byIdentity.get((each.target as { identity: string }).identity);
      const above = rowsOf(items).find((row) => row.item.id === parent)?.item.target;
      if (above && "identity" in above) expect(above.identity).toBe(`entry:${page?.entry?.parent}`);
    }
  });
  it("lacks nothing, and one taken out is offered again", () => {
    expect(pagesNotIn(index, items)).toEqual([]);
    const [first] = items;
    const without = pagesNotIn(index, items.slice(1));
    expect(without.map(({ identity }) => ({ identity }))).toEqual([first?.target]);
    expect(topPages(index)).toContain(without[0]);
  });
  it("refuses what is too deep, too long, or leads to a script", () => {
    const menu = (all: readonly MenuItem[]) =>
      Menu.safeParse({ schema: 1, name: "M", origin: "00000000-0000-4000-8000-000000000000", items: all })
        .success;
    expect(menu(TREE)).toBe(true);
    expect(menu([item("a", [item("b", [item("c", [item("d")])])])])).toBe(false);
    expect(menu([{ ...item("a"), target: { url: "javascript:alert(1)" } }])).toBe(false);
    expect(menu([{ ...item("a"), label: "x".repeat(5000) }])).toBe(false);
    expect(menu(Array.from({ length: 500 }, (_, at) => item(`i${at}`)))).toBe(false);
  });
});
