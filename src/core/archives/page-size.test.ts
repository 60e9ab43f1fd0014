import { describe, expect, it } from "vitest";
import { randomFactChange } from "../../../test/random-edit";
import { NOW, randomFacts } from "../../../test/random-site";
import { runSeed, seeded } from "../../../test/seeded";
import { findEntry } from "../addresses/facts";
import { buildIndex, withChangedEntry } from "../addresses/stems";
import { compileDesign } from "../placement/resolve";
import { carryLists } from "./lists";
import { type Paging, pagesUnder } from "./page-size";
import { nothingOut, selectEntries } from "./select";

const seed = runSeed(83);
const listOf = (settings: object) =>
  ({
    ...nothingOut(),
    from: "archive",
    kinds: [],
    sort: "date",
    direction: "down",
    filter: "none",
    filterGrouping: "",
    pageSize: 3,
    ...settings,
  }) as Paging;

describe("how many pages an archive has", () => {
  it("follows from what its list selects, counted for the whole site or one by one", () => {
    let later = 0;
    for (let number = 0; number < 80; number += 1) {
      const random = seeded(seed + number);
      const facts = randomFacts(random);
      const index = buildIndex(facts, NOW);
      const terms = random.chance(0.3) ? [random.pick(facts.terms).id] : [];
      const pageSize = 1 + random.below(4);
      const list = listOf({ terms, pageSize });
      for (const page of index.stems) {
        const selected = page.archiveOf ? selectEntries(index, page, list, NOW, []).length : 0;
        const expected = Math.max(1, Math.ceil(selected / pageSize));
        expect(pagesUnder(index, page, list, NOW), `seed ${seed + number}, ${page.identity}`).toBe(expected);
        expect(pagesUnder(index, page, undefined, NOW)).toBe(1);
        if (expected > 1) later += 1;
      }
    }
    expect(later).toBeGreaterThan(100);
  });
  it("is carried over when one entry's facts change", () => {
    for (let number = 0; number < 80; number += 1) {
      const random = seeded(seed + 300 + number);
      const facts = randomFacts(random);
      const index = buildIndex(facts, NOW);
      const list = listOf({ pageSize: 1 });
      for (const page of index.stems) pagesUnder(index, page, list, NOW);
      const entry = randomFactChange(random, compileDesign(new Map(), index));
      const next = withChangedEntry(index, entry);
      if (!next) throw new Error("test: expected facts to change in place");
      carryLists(index, next, findEntry(index, entry.id) as never, entry);
      const fresh = buildIndex(
        { ...facts, entries: facts.entries.map((each) => (each.id === entry.id ? entry : each)) },
        NOW,
      );
      for (const [at, page] of next.stems.entries())
        expect(pagesUnder(next, page, list, NOW), `seed ${seed + 300 + number}, ${page.identity}`).toBe(
          pagesUnder(fresh, fresh.stems[at] as never, list, NOW),
        );
    }
  });
});
