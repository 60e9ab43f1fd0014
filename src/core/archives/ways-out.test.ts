import { expect, it } from "vitest";
import { NOW, randomFacts } from "../../../test/random-site";
import { runSeed, seeded } from "../../../test/seeded";
import { buildIndex } from "../addresses/stems";
import { defaultSettings, type SettingsOf } from "../blocks";
import { selectEntries } from "./select";
import { waysOut } from "./ways-out";

const SEED = runSeed(29);

it(`of a list that finds nothing lead to some entries, one setting at a time (seed ${SEED})`, () => {
  let [empty, helped] = [0, 0];
  for (let site = 0; site < 150; site += 1) {
    const random = seeded(SEED * 1000 + site);
    const facts = randomFacts(random);
    const index = buildIndex(facts, NOW);
    const page = random.pick([...index.stems]);
    const some = (ids: readonly string[]) => (random.chance(0.5) ? random.some([...ids], 1, 1) : []);
    const settings: SettingsOf<"entryList"> = {
      ...defaultSettings("entryList"),
      from: random.pick(["archive", "kinds", "related", "chosen"] as const),
      kinds: some(facts.kinds.map(({ id }) => id)),
      terms: some(facts.terms.map(({ id }) => id)),
      notTerms: some(facts.terms.map(({ id }) => id)),
      authors: some(facts.authors.map(({ id }) => id)),
      upcoming: random.chance(0.3),
    };
    const count = (asked: typeof settings) => selectEntries(index, page, asked, NOW, []).length;
    if (count(settings) > 0) continue;
    empty += 1;
    for (const { setting, value, entries } of waysOut(settings, count)) {
      expect(value).not.toEqual(settings[setting]);
      expect(count({ ...settings, [setting]: value })).toBe(entries);
      expect(entries).toBeGreaterThan(0);
      helped += 1;
    }
  }
  expect(empty).toBeGreaterThan(50);
  expect(helped).toBeGreaterThan(20);
});
