import type { SiteIndex } from "../src/core/addresses/facts";
import { buildIndex } from "../src/core/addresses/stems";
import { defaultSettings, type SettingsOf } from "../src/core/blocks";
import { type EntryFacts, MEDIA } from "../src/core/model/content";
import { entryIdentity } from "../src/core/model/identity";
import { NOW, randomFacts } from "./random-site";
import type { Seeded } from "./seeded";

/** Random lists of entries on random sites whose entries begin and end, and have fields. */

type Random = Seeded;
type Settings = SettingsOf<"entryList">;

const instant = (random: Random): string =>
  new Date(Date.parse(NOW) + (random.below(2001) - 1000) * 3_600_000).toISOString();

/** A site whose entries begin and end at times, and have prices and sizes, or have not. */
export const siteOf = (random: Random): SiteIndex => {
  const facts = randomFacts(random);
  const entries = facts.entries.map((entry): EntryFacts => {
    const starts = random.chance(0.5) ? instant(random) : null;
    const ends = starts && random.chance(0.5) ? new Date(Date.parse(starts) + 7_200_000).toISOString() : null;
    return {
      ...entry,
      startsAt: starts,
      changedOn: random.chance(0.5) ? instant(random) : null,
      endsAt: ends,
      fields: {
        ...(random.chance(0.6) ? { price: random.below(6) } : {}),
        ...(random.chance(0.4) ? { size: random.pick(["small", "large", 3, ""]) } : {}),
      },
    };
  });
  return buildIndex({ ...facts, entries }, NOW);
};

const some = (random: Random, from: readonly string[], chance: number): string[] =>
  random.chance(chance) && from.length > 0 ? [random.pick([...from])] : [];

export const settingsFor = (random: Random, index: SiteIndex): Settings => {
  const { kinds, terms } = index.facts;
  const isUpcoming = random.chance(0.2);
  return {
    ...defaultSettings("entryList"),
    from: random.pick(["archive", "archive", "kinds", "kinds", "related", "chosen"] as const),
    chosen: random
      .some(index.facts.entries, 0, 5)
      .map(({ id }) => entryIdentity(id))
      .concat(random.chance(0.3) ? ["entry:gone"] : []),
    kinds: some(
      random,
      kinds.map(({ id }) => id),
      0.5,
    ),
    terms: some(
      random,
      terms.map(({ id }) => id),
      0.3,
    ),
    notTerms: some(
      random,
      terms.map(({ id }) => id),
      0.3,
    ),
    authors: some(
      random,
      index.facts.authors.map(({ id }) => id),
      0.2,
    ),
    media: random.chance(0.2) ? random.some([...MEDIA], 1, 3) : [],
    notMedia: some(random, MEDIA, 0.2) as Settings["notMedia"],
    upcoming: isUpcoming,
    past: !isUpcoming && random.chance(0.2),
    sort: random.pick(["date", "title", "own", "start", "changed", "field"] as const),
    sortField: random.pick(["price", "size", "gone", ""]),
    direction: random.pick(["up", "down"] as const),
    notThis: random.chance(0.5),
    notAbove: random.chance(0.5),
    skip: random.below(3),
    count: random.below(5),
    paged: false,
  };
};
