import { describe, expect, it } from "vitest";
import { randomFacts } from "../../../test/random-site";
import { runSeed, seeded } from "../../../test/seeded";
import { buildIndex } from "../addresses/stems";
import { askedQuery, type Filter, MOST_CHOICES, NOTHING_ASKED, narrowed } from "./filter";

const SEED = runSeed(53);
const NOW = "2026-06-01T00:00:00.000Z";

describe(`links that narrow a list (seed ${SEED})`, () => {
  it("lead to what plain code finds, each with its count; none leads to nothing", () => {
    const random = seeded(SEED);
    let compared = 0;
    for (let site = 0; site < 60; site += 1) {
      const facts = randomFacts(random);
      const index = buildIndex(facts, NOW);
      const all = index.published.filter(() => random.chance(0.7));
      const above = (term: string): readonly string[] => {
        const parent = facts.terms.find(({ id }) => id === term)?.parent ?? null;
        return parent === null ? [term] : [term, ...above(parent)];
      };
      for (const filter of ["kinds", "terms"] as const) {
        const grouping = random.pick(["", ...facts.groupings.map(({ id }) => id)]);
        const own = grouping === "" ? facts.groupings[0]?.id : grouping;
        const asking: Filter = { filter, filterGrouping: grouping };
        const { choices, entries } = narrowed(index, all, asking, NOTHING_ASKED);
        expect(entries).toEqual(all);
        if (choices.length === 0) continue;
        expect(choices[0]).toEqual({ name: "", asks: NOTHING_ASKED, count: all.length, isCurrent: true });
        const named = filter === "kinds" ? facts.kinds : facts.terms.filter((term) => term.grouping === own);
        const naive = named.map((each) =>
          all.filter((entry) =>
            filter === "kinds"
              ? entry.kind === each.id
              : entry.terms.some((term) => above(term).includes(each.id)),
          ),
        );
        expect(choices.slice(1).map(({ count }) => count)).toEqual(
          naive.map(({ length }) => length).filter((count) => count > 0),
        );
        for (const choice of choices.slice(1)) {
          const then = narrowed(index, all, asking, choice.asks);
          expect(then.entries).toHaveLength(choice.count ?? -1);
          expect(naive).toContainEqual([...then.entries]);
          // a list that is of one kind already is narrowed by no link
          expect(then.choices.filter(({ isCurrent }) => isCurrent).map(({ name }) => name)).toEqual([
            choice.name,
          ]);
          expect(then.choices.map(({ count }) => count)).toEqual(choices.map(({ count }) => count));
          compared += 1;
        }
      }
    }
    expect(compared).toBeGreaterThan(150);
  });
  it("leave nothing out where nobody could have asked so, or where nothing is asked", () => {
    const index = buildIndex(randomFacts(seeded(SEED)), NOW);
    const all = index.published;
    const kinds: Filter = { filter: "kinds", filterGrouping: "" };
    expect(narrowed(index, all, kinds, { kind: "gone", about: "" }).entries).toEqual(all);
    expect(narrowed(index, all, { ...kinds, filter: "none" }, { kind: "k0", about: "" })).toEqual({
      entries: all,
      choices: [],
    });
    expect(narrowed(index, all, { filter: "terms", filterGrouping: "gone" }, NOTHING_ASKED).choices).toEqual(
      [],
    );
    expect(narrowed(index, [], kinds, NOTHING_ASKED).choices).toEqual([]);
  });
  it("are the most used where there are many, and the one that is asked for", () => {
    const facts = randomFacts(seeded(SEED));
    const terms = Array.from({ length: 60 }, (_, at) => ({
      id: `m${at}`,
      grouping: "g0",
      parent: null,
      name: `Many ${at}`,
      slug: `many-${at}`,
      description: "",
    }));
    const entries = facts.entries.slice(0, 20).map((entry, at) => ({
      ...entry,
      publishedOn: null,
      terms: terms.filter((_, place) => at === 0 || (place > 50 && at < 4)).map(({ id }) => id),
    }));
    const index = buildIndex({ ...facts, terms, entries }, NOW);
    const asking: Filter = { filter: "terms", filterGrouping: "g0" };
    const { choices } = narrowed(index, index.published, asking, { kind: "", about: "many-40" });
    expect(choices).toHaveLength(MOST_CHOICES + 1);
    expect(choices.find(({ isCurrent }) => isCurrent)?.name).toBe("Many 40");
    for (let at = 51; at < 60; at += 1) expect(choices.map(({ name }) => name)).toContain(`Many ${at}`);
  });
  it("tell apart terms of one slug below different ones", () => {
    const facts = randomFacts(seeded(SEED));
    const term = (id: string, parent: string | null, slug: string) => ({
      id,
      grouping: "g0",
      parent,
      name: id,
      slug,
      description: "",
    });
    const terms = [
      term("sun", null, "sun"),
      term("moon", null, "moon"),
      term("a", "sun", "near"),
      term("b", "moon", "near"),
    ];
    const entries = facts.entries.slice(0, 5).map((entry, at) => ({
      ...entry,
      publishedOn: null,
      terms: [at < 2 ? "a" : "b"],
    }));
    const index = buildIndex({ ...facts, terms, entries }, NOW);
    const asking: Filter = { filter: "terms", filterGrouping: "g0" };
    const { choices } = narrowed(index, index.published, asking, NOTHING_ASKED);
    expect(choices.map(({ asks, count }) => [asks.about, count])).toEqual([
      ["", entries.length],
      ["sun", 2],
      ["moon", entries.length - 2],
      ["sun/near", 2],
      ["moon/near", entries.length - 2],
    ]);
    for (const { asks, count } of choices)
      expect(narrowed(index, index.published, asking, asks).entries).toHaveLength(count ?? -1);
  });
  it("are written so that an address says what it asks, and no more", () => {
    expect(askedQuery(NOTHING_ASKED, "")).toBe("");
    expect(askedQuery({ kind: "", about: "double-stars" }, "")).toBe("?about=double-stars");
    expect(askedQuery({ kind: "note", about: "" }, 'old "moon" & sun')).toBe(
      "?q=old+%22moon%22+%26+sun&kind=note",
    );
  });
});
