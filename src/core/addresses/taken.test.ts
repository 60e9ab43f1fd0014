import { describe, expect, it } from "vitest";
import { NOW } from "../../../test/random-site";
import { randomWorld } from "../../../test/random-world";
import type { EntryFacts } from "../model/content";
import { entryIdentity } from "../model/identity";
import type { Address } from "./facts";
import { pagePath } from "./paths";
import { buildIndex } from "./stems";
import { answeringAt, entryAbove, isWithin } from "./taken";

describe("what answers at a path", () => {
  it("is every page of a site, with later pages of archives and of search, however many there are", () => {
    let later = 0;
    for (let seed = 0; seed < 30; seed += 1) {
      const { index } = randomWorld(seed);
      for (const page of index.stems) {
        if (page.role === "notFound") continue;
        expect(answeringAt(index, page.path)).toEqual({ page, pageNumber: 1 });
        const hasMore = page.archiveOf !== null || page.role === "search";
        if (hasMore) later += 1;
        for (const pageNumber of [2, 900])
          expect(answeringAt(index, pagePath(page.path, pageNumber))).toEqual(
            hasMore ? { page, pageNumber } : undefined,
          );
      }
      expect(answeringAt(index, "/no-such-page/")).toBeUndefined();
    }
    expect(later).toBeGreaterThan(100);
  });
});

describe("the entry above a path", () => {
  it("is the one whose path is the folder, and nothing above the first level", () => {
    const { index } = randomWorld(5);
    const entry = index.stems.find((page) => page.role === "entry") as Address;
    expect(entryAbove(index, `${entry.path}new/`)?.id).toBe(entry.entry?.id);
    expect(entryAbove(index, `${entry.path}new/deeper/`)).toBeNull();
    expect(entryAbove(index, "/new/")).toBeNull();
    expect(entryAbove(index, "/")).toBeNull();
  });
  it("may stand below another, or be it", () => {
    for (let seed = 0; seed < 20; seed += 1) {
      const { index } = randomWorld(seed);
      for (const { entry, ancestors } of index.stems)
        if (entry)
          for (const other of index.facts.entries)
            expect(isWithin(index, entry.id, other.id)).toBe(
              other.id === entry.id || ancestors.includes(other.id),
            );
    }
  });
  it("has its place in the tree before it is published, and a loop in the data ends", () => {
    const { index } = randomWorld(6);
    const [first, ...others] = index.facts.entries as [EntryFacts, ...EntryFacts[]];
    const [second, third] = others as [EntryFacts, EntryFacts];
    const chain = [
      { ...first, parent: null },
      { ...second, parent: first.id, publishedOn: "2999-01-01T00:00:00.000Z" },
      { ...third, parent: second.id },
    ];
    const hidden = buildIndex({ ...index.facts, entries: chain }, NOW);
    expect(hidden.byIdentity.has(entryIdentity(second.id))).toBe(false);
    expect(isWithin(hidden, second.id, first.id)).toBe(true);
    expect(isWithin(hidden, third.id, first.id)).toBe(true);
    expect(isWithin(hidden, first.id, third.id)).toBe(false);
    const looped = chain.map((entry) => (entry.id === first.id ? { ...entry, parent: third.id } : entry));
    expect(isWithin({ ...hidden, facts: { ...hidden.facts, entries: looped } }, first.id, "none")).toBe(
      false,
    );
  });
});
