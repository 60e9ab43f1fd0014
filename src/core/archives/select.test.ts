import { describe, expect, it } from "vitest";
import { block, partWith } from "../../../test/page-data";
import { NOW, randomFacts } from "../../../test/random-site";
import { seeded } from "../../../test/seeded";
import { buildIndex } from "../addresses/stems";
import { defaultSettings } from "../blocks";
import type { Part } from "../design/part";
import { planPage } from "../render/plan";
import { pagedListOf, pagesUnder } from "./page-size";
import { selectEntries } from "./select";

const settings = defaultSettings("entryList");

describe("lists of entries", () => {
  it("hold exactly what the archive is about, in a stable order", () => {
    for (let number = 0; number < 40; number += 1) {
      const random = seeded(number);
      const facts = randomFacts(random);
      const index = buildIndex(facts, NOW);
      const { published } = index;
      for (const page of index.stems.filter((stem) => stem.archiveOf !== null)) {
        const listed = selectEntries(index, page, settings, NOW, []);
        const about = published.filter((entry) => {
          const archive = page.archiveOf!;
          if (archive.of === "kind") return entry.kind === archive.id;
          if (archive.of === "author") return entry.author === archive.id;
          if (archive.of === "date")
            return entry.kind === archive.kind && (entry.publishedOn ?? "").startsWith(archive.period);
          const below = new Set([archive.id]);
          for (let round = 0; round < facts.terms.length; round += 1)
            for (const term of facts.terms)
              if (term.parent !== null && below.has(term.parent)) below.add(term.id);
          return entry.terms.some((term) => below.has(term));
        });
        expect(new Set(listed.map((entry) => entry.id))).toEqual(new Set(about.map((entry) => entry.id)));
        const again = selectEntries(
          { ...index, published: [...index.published].reverse() },
          page,
          settings,
          NOW,
          [],
        );
        expect(again.map((entry) => entry.id)).toEqual(listed.map((entry) => entry.id));
        const dates = listed.map((entry) => entry.startsAt ?? entry.publishedOn ?? "");
        expect(dates).toEqual([...dates].sort().reverse());
      }
    }
  });

  it("come in pages that together are the whole list, each entry once", () => {
    for (let number = 0; number < 30; number += 1) {
      const random = seeded(300 + number);
      const index = buildIndex(randomFacts(random), NOW);
      const pageSize = 1 + random.below(4);
      const layout = partWith("layout", [block("entryList", { pageSize })]) as Part;
      for (const page of index.stems.filter((stem) => stem.archiveOf !== null)) {
        const whole = selectEntries(index, page, settings, NOW, []).map((entry) => entry.id);
        const count = pagesUnder(index, page, pagedListOf(layout)?.settings, NOW);
        const paged = Array.from({ length: count }, (_, at) =>
          Object.values(
            planPage({
              index,
              page,
              parts: [layout],
              pageNumber: at + 1,
              at: NOW,
              found: [],
              menus: {},
              profilePictures: [],
            }).lists,
          )[0]!.entries.map((entry) => entry.id),
        );
        expect(paged.flat()).toEqual(whole);
        expect(count).toBe(Math.max(1, Math.ceil(whole.length / pageSize)));
        for (const ids of paged.slice(0, -1)) expect(ids).toHaveLength(pageSize);
      }
    }
  });

  it("show what is upcoming, soonest first", () => {
    const facts = randomFacts(seeded(5));
    const times = ["2026-06-15T12:00:01.000Z", "2026-06-14T00:00:00.000Z", "2026-07-01T00:00:00.000Z"];
    const entries = facts.entries
      .slice(0, 3)
      .map((entry, at) => ({ ...entry, publishedOn: null, startsAt: times[at] as string, endsAt: null }));
    const index = buildIndex({ ...facts, entries }, NOW);
    const page = index.byIdentity.get("search")!;
    const listed = selectEntries(
      index,
      page,
      { ...settings, from: "kinds", upcoming: true, direction: "up" },
      NOW,
      [],
    );
    expect(listed.map((entry) => entry.startsAt)).toEqual([times[0], times[2]]);
  });
});
