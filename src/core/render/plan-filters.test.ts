import { describe, expect, it } from "vitest";
import { block, partWith } from "../../../test/page-data";
import { siteOf } from "../../../test/random-lists";
import { runSeed, seeded } from "../../../test/seeded";
import type { SiteIndex } from "../addresses/facts";
import type { SettingsOf } from "../blocks";
import { MOST_FOUND } from "../model/search-words";
import { planPage } from "./plan";

const SEED = runSeed(41);
const NOW = "2026-06-01T00:00:00.000Z";

describe(`links above a list of a page (seed ${SEED})`, () => {
  it("say how many entries the list shows then, whatever it leaves out and wherever it begins and ends", () => {
    const random = seeded(SEED);
    let followed = 0;
    for (let site = 0; site < 80; site += 1) {
      const index = siteOf(random);
      const page = random.pick([...index.pages.filter(({ role }) => role !== "search")]);
      const settings: Partial<SettingsOf<"entryList">> = {
        from: random.pick(["archive", "kinds"] as const),
        filter: random.pick(["kinds", "terms"] as const),
        notThis: random.chance(0.5),
        skip: random.below(3),
        count: random.pick([0, 2, 5]),
        paged: random.chance(0.5),
        pageSize: 100,
        upcoming: random.chance(0.2),
      };
      const list = block("entryList", settings);
      const input = { index, page, parts: [partWith("layout", [list])], pageNumber: 1, at: NOW, found: [] };
      const plan = (asked: { kind: string; about: string }) =>
        planPage({ ...input, asked, menus: {}, profilePictures: [] }).lists[list.id];
      for (const { asks, count } of plan({ kind: "", about: "" })?.choices ?? []) {
        expect(plan(asks)?.entries, JSON.stringify({ site, settings, asks })).toHaveLength(count ?? -1);
        followed += 1;
      }
    }
    expect(followed).toBeGreaterThan(60);
  });
  it("say no number where a search found as many as it looks for", () => {
    const random = seeded(SEED);
    const isMixed = ({ published }: SiteIndex) => new Set(published.map(({ kind }) => kind)).size > 1;
    let index = siteOf(random);
    while (!isMixed(index)) index = siteOf(random);
    const search = index.stems.find(({ role }) => role === "search");
    if (!search) throw new Error("test: expected a search page, got none");
    const list = block("entryList", { filter: "kinds" });
    const counts = (count: number) => {
      const found = Array.from(
        { length: count },
        (_, at) => index.published[at % index.published.length] as never,
      );
      const input = { index, page: search, parts: [partWith("layout", [list])], pageNumber: 1, at: NOW };
      const { lists } = planPage({ ...input, found, menus: {}, profilePictures: [] });
      return (lists[list.id]?.choices ?? []).map((choice) => choice.count);
    };
    expect(counts(MOST_FOUND).every((count) => count === null)).toBe(true);
    expect(counts(MOST_FOUND - 1)[0]).toBe(MOST_FOUND - 1);
  });
});
