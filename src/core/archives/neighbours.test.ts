import { describe, expect, it } from "vitest";
import { NOW, randomFacts } from "../../../test/random-site";
import { runSeed, seeded } from "../../../test/seeded";
import { buildIndex } from "../addresses/stems";
import type { EntryFacts } from "../model/content";
import { entryIdentity } from "../model/identity";
import { neighboursOf } from "./neighbours";

const SEED = runSeed(64);

describe(`the entries before and after one (seed ${SEED})`, () => {
  it("are those a reader of the whole list finds, and lead back", () => {
    let [both, compared] = [0, 0];
    for (let site = 0; site < 60; site += 1) {
      const random = seeded(SEED * 1000 + site);
      const facts = randomFacts(random);
      const entries = facts.entries.map((entry, at) => ({
        ...entry,
        startsAt: random.chance(0.6) ? `2026-0${1 + (at % 9)}-01T10:00:00.000Z` : null,
      }));
      const index = buildIndex({ ...facts, entries }, NOW);
      const keyOf = (entry: EntryFacts, sort: string): string | number =>
        sort === "title"
          ? entry.title
          : sort === "own"
            ? entry.position
            : sort === "start"
              ? (entry.startsAt ?? "")
              : (entry.startsAt ?? entry.publishedOn ?? "");
      for (const page of index.pages.filter(({ entry }) => entry !== null))
        for (const sort of ["date", "start", "title", "own"] as const)
          for (const among of ["kind", "topic"] as const) {
            const own = page.entry as EntryFacts;
            const termsOf = ({ id }: EntryFacts) => index.byIdentity.get(entryIdentity(id))?.terms ?? [];
            const all = index.published
              .filter((each) =>
                among === "kind"
                  ? each.kind === own.kind
                  : own.terms[0] && termsOf(each).includes(own.terms[0]),
              )
              .filter((each) => sort !== "start" || each.startsAt !== null)
              .sort((a, b) => {
                const [first, second] = [keyOf(a, sort), keyOf(b, sort)];
                if (first !== second) return first < second ? -1 : 1;
                return a.title === b.title ? (a.id < b.id ? -1 : 1) : a.title < b.title ? -1 : 1;
              });
            const at = all.indexOf(own);
            const wanted = at < 0 ? [null, null] : [all[at - 1] ?? null, all[at + 1] ?? null];
            const { before, after } = neighboursOf(index, page, { among, sort });
            expect([before?.id, after?.id]).toEqual(wanted.map((each) => each?.id));
            const there = after && index.byIdentity.get(entryIdentity(after.id));
            if (there && among === "kind")
              expect(neighboursOf(index, there, { among, sort }).before).toBe(own);
            if (before && after) both += 1;
            compared += 1;
          }
    }
    expect(compared).toBeGreaterThan(1000);
    expect(both).toBeGreaterThan(200);
  });
  it("are none on a page without an entry", () => {
    const index = buildIndex(randomFacts(seeded(1)), NOW);
    const archive = index.pages.find(({ entry }) => entry === null);
    if (!archive) throw new Error("test: expected an archive");
    expect(neighboursOf(index, archive, { among: "kind", sort: "date" })).toEqual({
      before: null,
      after: null,
    });
  });
});
