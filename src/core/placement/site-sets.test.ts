import { describe, expect, it } from "vitest";
import { randomFactChange } from "../../../test/random-edit";
import { NOW, randomFacts } from "../../../test/random-site";
import { runSeed, seeded } from "../../../test/seeded";
import type { SiteIndex } from "../addresses/facts";
import { buildIndex, withChangedEntry } from "../addresses/stems";
import { FACETS, type Facet } from "../model/placement";
import { FACET_RULES } from "./facets";
import { eachPage } from "./page-sets";
import { partNumbersOf } from "./part-numbers";
import { compileDesign } from "./resolve";
import { SiteSets } from "./site-sets";

const seed = runSeed(61);

/** Every value that some page carries, and one that none does. */
const valuesOf = (index: SiteIndex, facet: Facet): readonly string[] => [
  ...new Set(index.pages.flatMap((page) => FACET_RULES[facet].valuesAt(page))),
  "nobody-has-this",
];
const heldBy = (sets: SiteSets, facet: Facet, values: string[]): number[] => {
  const found: number[] = [];
  eachPage(sets.of({ facet, values }), (number) => found.push(number));
  return found;
};
const carrying = (index: SiteIndex, facet: Facet, values: readonly string[]): number[] =>
  [...index.pages.keys()].filter((number) =>
    FACET_RULES[facet].valuesAt(index.pages[number] as never).some((value) => values.includes(value)),
  );

describe("the pages of a clause", () => {
  it(`are those that carry one of its values, for every facet (seed ${seed})`, () => {
    let clauses = 0;
    for (let number = 0; number < 60; number += 1) {
      const random = seeded(seed + number);
      const index = buildIndex(randomFacts(random), NOW);
      const sets = new SiteSets(index);
      for (const facet of FACETS)
        for (const value of valuesOf(index, facet)) {
          expect(heldBy(sets, facet, [value]), `seed ${seed + number}, ${facet} ${value}`).toEqual(
            carrying(index, facet, [value]),
          );
          const several = [value, ...random.some(valuesOf(index, facet), 1, 3)];
          expect(heldBy(sets, facet, several)).toEqual(carrying(index, facet, several));
          clauses += 2;
        }
    }
    expect(clauses).toBeGreaterThan(5000);
  });
  it("follow one page whose facts changed, and leave the sets of before as they were", () => {
    for (let number = 0; number < 60; number += 1) {
      const random = seeded(seed + 500 + number);
      const index = buildIndex(randomFacts(random), NOW);
      const before = new SiteSets(index);
      const values = new Map(FACETS.map((facet) => [facet, valuesOf(index, facet)]));
      const old = FACETS.map((facet) =>
        (values.get(facet) ?? []).map((value) => heldBy(before, facet, [value])),
      );
      const entry = randomFactChange(random, compileDesign(new Map(), index));
      const next = withChangedEntry(index, entry);
      const place = index.numbers.get(`entry:${entry.id}`);
      if (!next || place === undefined) throw new Error("test: expected facts to change in place");
      const after = before.forChanged(next, place);
      for (const facet of FACETS)
        for (const value of valuesOf(next, facet))
          expect(heldBy(after, facet, [value]), `seed ${seed + 500 + number}, ${facet} ${value}`).toEqual(
            carrying(next, facet, [value]),
          );
      expect(
        FACETS.map((facet) => (values.get(facet) ?? []).map((value) => heldBy(before, facet, [value]))),
      ).toEqual(old);
    }
  });
  it("under entries whose parents form a loop are finite", () => {
    const facts = randomFacts(seeded(3));
    const [a, b] = facts.entries;
    if (!a || !b) throw new Error("test: expected two entries");
    const looped = {
      ...facts,
      entries: facts.entries.map((entry) =>
        entry.id === a.id
          ? { ...entry, kind: "k0", parent: b.id }
          : entry.id === b.id
            ? { ...entry, kind: "k1", parent: a.id }
            : entry,
      ),
    };
    const index = buildIndex(looped, NOW);
    const sets = new SiteSets(index);
    for (const { id } of [a, b]) expect(heldBy(sets, "under", [id])).toEqual(carrying(index, "under", [id]));
  });
});

describe("numbers of parts", () => {
  it("are given once, and lists of ties are one however they come about", () => {
    const numbers = partNumbersOf(buildIndex(randomFacts(seeded(1)), NOW));
    const [a, b, c] = ["a", "b", "c"].map((part) => numbers.numberOf(part)) as [number, number, number];
    expect(numbers.numberOf("b")).toBe(b);
    expect(new Set([0, a, b, c]).size).toBe(4);
    expect([numbers.idOf(a), numbers.idOf(0)]).toEqual(["a", null]);
    const grown = numbers.tieWith(numbers.tieWith(0, a), b);
    expect(grown).toBe(numbers.tieOf([a, b]));
    expect(numbers.tieWith(grown, a)).toBe(grown);
    expect(numbers.tied(grown)).toEqual([a, b]);
    expect([numbers.tieHas(grown, b), numbers.tieHas(grown, c), numbers.tieHas(0, a)]).toEqual([
      true,
      false,
      false,
    ]);
    expect(numbers.tieOf([b, a])).not.toBe(grown);
    const ranks = [5, 2 ** 36 + 7, 5].map((rank) => numbers.rankNumber(rank));
    expect(ranks[0]).toBe(ranks[2]);
    expect(ranks.map((rank) => numbers.rankOf(rank))).toEqual([5, 2 ** 36 + 7, 5]);
    expect(numbers.rankOf(0)).toBe(0);
  });
});
