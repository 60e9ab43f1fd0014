/** What the index with its lists, lists and searches of the generated site take by themselves, ms, as JSON: a part of `bench-site`. */
import { buildIndex } from "../src/core/addresses/stems";
import { preparingLists } from "../src/core/archives/lists";
import { selectEntries } from "../src/core/archives/select";
import { defaultSettings } from "../src/core/blocks";
import { findSite } from "../src/data/content-repository";
import { closeDatabase, POOL } from "../src/data/database";
import { loadFacts } from "../src/data/facts-repository";
import { searchEntries } from "../src/data/search-repository";
import { BIG_SITE } from "./big-demo";

/** Words that are found often, as letters, and not at all. */
const WORDS = (process.env["WORDS"] ?? "").split(",");
const head = await findSite(BIG_SITE, POOL);
if (!head) throw new Error("the generated site is not loaded");
const facts = await loadFacts(head, POOL);
const searches: number[] = [];
for (let round = 0; round < 4; round += 1)
  for (const query of WORDS) {
    const began = performance.now();
    const asked = { query, language: "en", at: head.now, readable: ["public"] as const };
    await searchEntries(BIG_SITE, asked, POOL);
    if (round > 0) searches.push(performance.now() - began);
  }
await closeDatabase();
const timed = <T>(run: () => T): readonly [number, T] => {
  const began = performance.now();
  const value = run();
  return [performance.now() - began, value];
};
const [index, built] = timed(() => {
  const made = buildIndex(facts, head.now);
  for (const _ of preparingLists(made));
  return made;
});
const settings = defaultSettings("entryList");
const archives = built.stems.filter(({ archiveOf }) => archiveOf !== null);
const lists = Array.from({ length: 60 }, (_, turn) => archives[(turn * 7919) % archives.length]).flatMap(
  (page, turn) => {
    if (!page) return [];
    const sorted = { ...settings, sort: (["date", "title", "own"] as const)[turn % 3] ?? "date" };
    return [timed(() => selectEntries(built, page, sorted, head.now, []).slice(0, 12))[0]];
  },
);
console.log(JSON.stringify({ index, lists, found: searches }));
