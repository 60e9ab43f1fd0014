import { describe, expect, it } from "vitest";
import { NOW, randomFacts } from "../../../test/random-site";
import { runSeed, type Seeded, seeded } from "../../../test/seeded";
import { findEntry, type SiteIndex } from "../addresses/facts";
import { buildIndex, withChangedEntry } from "../addresses/stems";
import type { EntryFacts } from "../model/content";
import { carryLists, type Direction, listsOf, preparingLists, type Sort } from "./lists";

const SEED = runSeed(97);
const TITLES = ["Aurora", "Beam", "Beam", "Comet", "comet", "Éclair", "Zenith"];

const crooked = (random: Seeded) => {
  const facts = randomFacts(random);
  const entries = facts.entries.map((entry) => ({
    ...entry,
    title: random.pick(TITLES),
    fields: (random.chance(0.6) ? { price: random.below(5) } : {}) as EntryFacts["fields"],
    startsAt: random.chance(0.3) ? `2026-0${1 + random.below(9)}-01T00:00:00.000Z` : null,
    changedOn: random.chance(0.3) ? `2026-0${1 + random.below(9)}-02T00:00:00.000Z` : null,
  }));
  return { ...facts, entries };
};

/** What a list should be, said in another way: everything looked through, then sorted by what is asked for. */
const searched = (
  index: SiteIndex,
  holds: (entry: EntryFacts, terms: readonly string[]) => boolean,
  sort: Sort,
  direction: Direction,
): readonly string[] => {
  const sign = direction === "up" ? 1 : -1;
  /** What is last either way has a key that turns with the direction. */
  const last = sign * Number.POSITIVE_INFINITY;
  const key = (entry: EntryFacts): string | number =>
    ({
      date: entry.startsAt ?? entry.publishedOn ?? "",
      title: entry.title,
      own: entry.position,
      changed: Date.parse(entry.changedOn ?? entry.publishedOn ?? "") || last,
      start: entry.startsAt === null ? last : Date.parse(entry.startsAt),
    })[sort as "date"] ??
    (entry.fields["price"] as number | undefined) ??
    last;
  const order = (a: string | number, b: string | number) => (a < b ? -1 : a > b ? 1 : 0);
  return index.published
    .filter((entry) => holds(entry, index.byIdentity.get(`entry:${entry.id}`)?.terms ?? []))
    .toSorted((a, b) => sign * order(key(a), key(b)) || order(a.title, b.title) || order(a.id, b.id))
    .map(({ id }) => id);
};

const SORTS = ["date", "title", "own", "start", "changed", "field:price"] as const;
const DIRECTIONS = ["up", "down"] as const;

const expectAll = (index: SiteIndex, random: Seeded, note: string): number => {
  const lists = listsOf(index);
  let compared = 0;
  for (const sort of SORTS)
    for (const direction of DIRECTIONS) {
      const terms = random.some(index.facts.terms, 0, 2).map(({ id }) => id);
      const kinds = random.some(["k0", "k1", "k2"], 0, 3);
      const isAbout = (own: readonly string[]) =>
        terms.length === 0 || terms.some((term) => own.includes(term));
      const told = lists.list({ kinds }, terms, sort, direction).map(({ id }) => id);
      const wanted = searched(
        index,
        (entry, own) => (kinds.length === 0 || kinds.includes(entry.kind)) && isAbout(own),
        sort,
        direction,
      );
      expect(told, `${note}, ${sort} ${direction} of ${kinds} about ${terms}`).toEqual(wanted);
      const author = random.pick(["a0", "a1"]);
      const written = lists.list({ archive: `archive:author:${author}` }, terms, sort, direction);
      expect(
        written.map(({ id }) => id),
        note,
      ).toEqual(searched(index, (entry, own) => entry.author === author && isAbout(own), sort, direction));
      compared += told.length + written.length;
    }
  return compared;
};

describe(`lists of a site (seed ${SEED})`, () => {
  it("are what looking through everything and sorting it gives, for kinds, authors and terms, in every order", () => {
    let compared = 0;
    for (let number = 0; number < 60; number += 1) {
      const random = seeded(SEED + number);
      compared += expectAll(buildIndex(crooked(random), NOW), random, `seed ${SEED + number}`);
    }
    expect(compared).toBeGreaterThan(1000);
  });
  it("are the same after changes of single entries as worked out anew, whatever was asked for before", () => {
    for (let number = 0; number < 60; number += 1) {
      const random = seeded(SEED + 500 + number);
      let index = buildIndex(crooked(random), NOW);
      if (random.chance(0.5)) for (const _ of preparingLists(index));
      for (let step = 0; step < 4; step += 1) {
        const before = random.pick(index.published);
        const after = {
          ...before,
          title: random.pick(TITLES),
          fields: random.chance(0.5) ? before.fields : { price: random.below(5) },
          terms: random.some(index.facts.terms, 0, 3).map(({ id }) => id),
          author: random.chance(0.5) ? before.author : random.pick(["a0", "a1"]),
        };
        const next = withChangedEntry(index, after);
        if (!next) continue;
        if (random.chance(0.5)) expectAll(index, random, "before");
        carryLists(index, next, findEntry(index, before.id) as EntryFacts, after);
        index = next;
        expectAll(index, random, `seed ${SEED + 500 + number}, step ${step}`);
      }
    }
  });
  it("are kept: asked for again they are the same, and an archive is counted without listing it", () => {
    const index = buildIndex(crooked(seeded(SEED)), NOW);
    const lists = listsOf(index);
    const first = lists.list({ kinds: ["k0"] }, [], "date", "down");
    expect(lists.list({ kinds: ["k0"] }, [], "date", "down")).toBe(first);
    expect(lists.size("archive:kind:k0")).toBe(first.length);
    expect(lists.list({ archive: "archive:kind:gone" }, [], "date", "down")).toEqual([]);
    expect(lists.size("archive:kind:gone")).toBe(0);
  });
});
