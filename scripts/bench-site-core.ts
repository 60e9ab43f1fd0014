/** What the index and lists of the generated site take by themselves, ms, as JSON: a part of `bench-site`. */
import { buildIndex } from "../src/core/addresses/stems";
import { selectEntries } from "../src/core/archives/select";
import { defaultSettings } from "../src/core/blocks";
import { findSite } from "../src/data/content-repository";
import { closeDatabase, POOL } from "../src/data/database";
import { loadFacts } from "../src/data/facts-repository";
import { BIG_SITE } from "./big-demo";

const head = await findSite(BIG_SITE, POOL);
if (!head) throw new Error("the generated site is not loaded");
const facts = await loadFacts(head, POOL);
await closeDatabase();
const timed = <T>(run: () => T): readonly [number, T] => {
  const began = performance.now();
  const value = run();
  return [performance.now() - began, value];
};
const [index, built] = timed(() => buildIndex(facts, head.now));
const settings = defaultSettings("entryList");
const archives = built.stems.filter(({ archiveOf }) => archiveOf !== null);
const lists = Array.from({ length: 60 }, (_, turn) => archives[(turn * 7919) % archives.length]).flatMap(
  (page, turn) => {
    if (!page) return [];
    const sorted = { ...settings, sort: (["date", "title", "own"] as const)[turn % 3] ?? "date" };
    return [timed(() => selectEntries(built, page, sorted, head.now, []).slice(0, 12))[0]];
  },
);
console.log(JSON.stringify({ index, lists }));
