import { describe, expect, it } from "vitest";
import { block, partWith } from "../../../test/page-data";
import { settingsFor, siteOf } from "../../../test/random-lists";
import { NOW } from "../../../test/random-site";
import { runSeed, seeded } from "../../../test/seeded";
import type { SiteIndex } from "../addresses/facts";
import type { SettingsOf } from "../blocks";
import type { EntryFacts } from "../model/content";
import { planPage } from "../render/plan";
import { weightOf } from "./related";
import { selectEntries } from "./select";

/** Which entries stand in a list, beside a naive one that reads every entry and knows nothing of how lists are kept. */

type Settings = SettingsOf<"entryList">;
const SEED = runSeed(61);

const termsOf = (index: SiteIndex, entry: EntryFacts): ReadonlySet<string> => {
  const parents = new Map(index.facts.terms.map(({ id, parent }) => [id, parent]));
  const all = new Set<string>();
  for (const own of entry.terms)
    for (let term: string | null | undefined = own; term; term = parents.get(term)) all.add(term);
  return all;
};

/** Smaller comes first; null after everything. */
type Key = string | number | null;
const keyOf = (entry: EntryFacts, { sort, sortField }: Settings): Key => {
  if (sort === "title") return entry.title;
  if (sort === "own") return entry.position;
  if (sort === "start") return entry.startsAt;
  if (sort === "changed") return entry.changedOn ?? entry.publishedOn;
  if (sort === "field" && sortField !== "") {
    const value = entry.fields[sortField];
    return value === undefined || value === "" ? null : value;
  }
  return entry.startsAt ?? entry.publishedOn ?? "";
};
const byKey = (a: Key, b: Key, isDown: boolean): number => {
  if (a === b) return 0;
  if (a === null) return 1;
  if (b === null) return -1;
  const isFirst = typeof a === typeof b ? a < b : typeof a === "number";
  return isFirst === isDown ? 1 : -1;
};
const byName = (a: EntryFacts, b: EntryFacts): number =>
  a.title === b.title ? (a.id < b.id ? -1 : 1) : a.title < b.title ? -1 : 1;

const naive = (index: SiteIndex, page: SiteIndex["pages"][number], settings: Settings): readonly string[] => {
  const { published } = index;
  const { from, kinds, terms, notTerms, upcoming, past, direction } = settings;
  const own = page.entry;
  if (from === "archive" && page.archiveOf === null) return [];
  if (from === "related" && !own) return [];
  const count = (term: string) => published.filter((entry) => termsOf(index, entry).has(term)).length;
  const close = (entry: EntryFacts): number => {
    if (!own || entry === own) return 0;
    const theirs = termsOf(index, entry);
    const sum = [...termsOf(index, own)]
      .filter((term) => theirs.has(term))
      .reduce((total, term) => total + weightOf(published.length, count(term)), 0);
    return Math.round(sum * 1e6);
  };
  const isIn = (entry: EntryFacts): boolean => {
    const about = termsOf(index, entry);
    const archive = page.archiveOf;
    const end = entry.endsAt ?? entry.startsAt;
    const isInTime = !(upcoming && !(end && end > NOW)) && !(past && !(end !== null && end <= NOW));
    if (from === "chosen") return isInTime && settings.chosen.includes(`entry:${entry.id}`);
    if (settings.authors.length > 0 && !settings.authors.includes(entry.author ?? "")) return false;
    if (settings.media.length > 0 && !settings.media.includes(entry.medium)) return false;
    if (settings.notMedia.includes(entry.medium)) return false;
    if (from === "archive" && archive) {
      const isOf =
        archive.of === "kind"
          ? entry.kind === archive.id
          : archive.of === "author"
            ? entry.author === archive.id
            : archive.of === "term"
              ? about.has(archive.id)
              : entry.kind === archive.kind && (entry.publishedOn ?? "").startsWith(archive.period);
      if (!isOf) return false;
    } else if (kinds.length > 0 && !kinds.includes(entry.kind)) return false;
    if (from === "related" && close(entry) === 0) return false;
    if (terms.length > 0 && !terms.some((term) => about.has(term))) return false;
    if (notTerms.some((term) => about.has(term))) return false;
    return isInTime;
  };
  const placeOf = ({ id }: EntryFacts) => settings.chosen.indexOf(`entry:${id}`);
  const order = (a: EntryFacts, b: EntryFacts): number =>
    from === "chosen"
      ? placeOf(a) - placeOf(b)
      : from === "related"
        ? close(b) - close(a) ||
          byKey(a.startsAt ?? a.publishedOn ?? "", b.startsAt ?? b.publishedOn ?? "", true) ||
          byName(a, b)
        : byKey(keyOf(a, settings), keyOf(b, settings), direction === "down") || byName(a, b);
  return published
    .filter(isIn)
    .sort(order)
    .map(({ id }) => id);
};

describe(`which entries a list shows (seed ${SEED})`, () => {
  it("are those a naive list finds, in the same order", () => {
    let [compared, listed] = [0, 0];
    for (let site = 0; site < 60; site += 1) {
      const random = seeded(SEED * 1000 + site);
      const index = siteOf(random);
      for (let tries = 0; tries < 20; tries += 1) {
        const page = random.pick([...index.stems]);
        const settings = settingsFor(random, index);
        const wanted = naive(index, page, settings);
        const found = selectEntries(index, page, settings, NOW, []).map(({ id }) => id);
        expect({ site, settings, page: page.identity, found }).toEqual({
          site,
          settings,
          page: page.identity,
          found: wanted,
        });
        compared += 1;
        listed += wanted.length;
      }
    }
    expect(compared).toBe(1200);
    expect(listed).toBeGreaterThan(1200);
  });

  it("leave out the page itself and what stands above, in the order one reads, then start after so many", () => {
    let left = 0;
    for (let site = 0; site < 60; site += 1) {
      const random = seeded(SEED * 2000 + site);
      const index = siteOf(random);
      for (let tries = 0; tries < 8; tries += 1) {
        const page = random.pick([...index.stems]);
        const blocks = Array.from({ length: 3 }, () => block("entryList", settingsFor(random, index)));
        const parts = [partWith("titleBar", blocks.slice(0, 1)), partWith("layout", blocks.slice(1))];
        const { lists } = planPage({
          index,
          page,
          parts,
          pageNumber: 1,
          at: NOW,
          found: [],
          menus: {},
          profilePictures: [],
        });
        const above = new Set<string>();
        for (const { id, settings: all } of blocks) {
          const settings = all as Settings;
          const rest = naive(index, page, settings).filter(
            (entry) =>
              !(settings.notThis && entry === page.entry?.id) && !(settings.notAbove && above.has(entry)),
          );
          const { skip, count } = settings;
          const wanted = rest.slice(skip, count === 0 ? undefined : skip + count);
          const found = lists[id]?.entries.map((entry) => entry.id);
          expect(found).toEqual(wanted);
          expect(lists[id]?.total).toBe(rest.length);
          if (settings.notAbove) left += [...above].length > 0 ? 1 : 0;
          for (const entry of wanted) above.add(entry);
        }
      }
    }
    expect(left).toBeGreaterThan(50);
  });

  it("have what is related by the rarest topics first, and nothing by what all are about", () => {
    // Spärck Jones 1972: ln(N / n)
    expect(weightOf(8, 2)).toBeCloseTo(Math.log(4), 12);
    expect(weightOf(8, 8)).toBe(0);
    expect(weightOf(8, 0)).toBe(0);
  });
});
