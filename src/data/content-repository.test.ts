import { describe, expect, it } from "vitest";
import { gate } from "../../test/gate";
import { randomFacts } from "../../test/random-site";
import { runSeed, type Seeded, seeded } from "../../test/seeded";
import type { Entry, SiteFacts } from "../core/model/content";
import { plainText } from "../core/model/rich-text";
import { findMoved, movePaths, saveEntriesInBulk } from "./content-changes";
import {
  createSite,
  deleteSite,
  findSite,
  loadBody,
  pathTaken,
  removeUnusedTerms,
  type SiteHead,
  saveAuthors,
  saveEntry,
  saveEntryFacts,
  saveGroupings,
  saveKinds,
  saveTerms,
  touchContent,
} from "./content-repository";
import { inSnapshot, inTransaction, POOL, selectRows } from "./database";
import { readEnvironment } from "./environment";
import { loadFacts } from "./facts-repository";
import { searchEntries } from "./search-repository";

const SEED = runSeed(31);
const NOW = "2026-06-01T12:00:00.000Z";

const entryOf = (facts: SiteFacts["entries"][number], text = ""): Entry => ({
  ...facts,
  body: text === "" ? [] : [{ type: "paragraph", children: [{ text }] }],
});

/** Writes a site of its own from facts, entry by entry or in bulk. */
const build = (id: string, facts: SiteFacts, entries: readonly Entry[], inBulk = false): Promise<void> =>
  inTransaction(async (transaction) => {
    await createSite(id, facts.settings, transaction);
    await saveKinds(id, facts.kinds, transaction);
    await saveGroupings(id, facts.groupings, transaction);
    await saveAuthors(id, facts.authors, transaction);
    await saveTerms(id, facts.terms, transaction);
    if (inBulk) await saveEntriesInBulk(id, entries, transaction);
    else for (const entry of entries) await saveEntry(id, entry, transaction);
  });
const headOf = async (id: string): Promise<SiteHead> => {
  const head = await findSite(id, POOL);
  if (!head) throw new Error(`test: expected the site ${id}`);
  return head;
};
/** Facts in the order the store gives them. */
const sorted = (facts: SiteFacts): SiteFacts => ({
  ...facts,
  terms: facts.terms
    .map((term, position) => ({ term, position }))
    .sort((a, b) =>
      a.term.grouping < b.term.grouping
        ? -1
        : a.term.grouping > b.term.grouping
          ? 1
          : a.position - b.position,
    )
    .map(({ term }) => term),
  entries: facts.entries
    .map((entry) => ({ ...entry, terms: [...entry.terms].sort() }))
    .sort((a, b) => (a.id < b.id ? -1 : 1)),
});

describe(`content (seed ${SEED})`, () => {
  it("comes back as it went, one by one and in bulk", async () => {
    for (let number = 0; number < 8; number += 1) {
      const facts = randomFacts(seeded(SEED + number));
      const entries = facts.entries.map((entry) => entryOf(entry, `The story of ${entry.title}`));
      for (const inBulk of [false, true]) {
        const id = `round-${number}-${inBulk ? "bulk" : "one"}`;
        await build(id, facts, entries, inBulk);
        expect(await loadFacts(await headOf(id), POOL)).toEqual(sorted(facts));
        for (const entry of entries.slice(0, 2))
          expect(await loadBody(id, entry.id, POOL)).toEqual(entry.body);
      }
    }
    expect(await loadBody("round-0-one", "nothing", POOL)).toEqual([]);
  });

  it.skipIf(readEnvironment().PGPOOL === 1)(
    "belongs to one moment where many tables are read, whatever is saved meanwhile",
    async () => {
      const facts = randomFacts(seeded(SEED + 50));
      await build(
        "moment",
        facts,
        facts.entries.map((entry) => entryOf(entry)),
      );
      const looking = gate();
      const changing = looking.isOpen.then(() =>
        inTransaction(async (other) => {
          const [entry] = facts.entries;
          if (entry) await saveEntry("moment", { ...entryOf(entry), title: "Renamed meanwhile" }, other);
          await touchContent("moment", other);
        }),
      );
      const head = await headOf("moment");
      const [before, inside, seenInside] = await inSnapshot(async (transaction) => {
        const first = await loadFacts(head, transaction);
        looking.open();
        await changing;
        const seen = await findSite("moment", transaction);
        return [first, await loadFacts(head, transaction), seen?.contentRev] as const;
      });
      expect(inside.entries).toEqual(before.entries);
      expect(seenInside).toBe(1);
      expect((await headOf("moment")).contentRev).toBe(2);
      const after = await loadFacts(await headOf("moment"), POOL);
      expect(after.entries.some(({ title }) => title === "Renamed meanwhile")).toBe(true);
    },
  );

  it("is refused where a path is another entry's", async () => {
    const facts = randomFacts(seeded(SEED + 60));
    const [one, two] = facts.entries as [Entry, Entry];
    await build(
      "paths",
      facts,
      facts.entries.map((entry) => entryOf(entry)),
    );
    expect(await pathTaken("paths", one.path, two.id, POOL)).toBe(true);
    expect(await pathTaken("paths", one.path, one.id, POOL)).toBe(false);
    // another site's paths are its own
    expect(await pathTaken("tide-mill", one.path, "", POOL)).toBe(false);
    const stolen = inTransaction((transaction) =>
      saveEntry("paths", { ...entryOf(two), path: one.path }, transaction),
    );
    await expect(stolen).rejects.toThrow();
    expect((await loadFacts(await headOf("paths"), POOL)).entries).toEqual(sorted(facts).entries);
  });
});

describe(`search (seed ${SEED})`, () => {
  const LETTERS = ["a", "b", "%", "_", "\\", " ", "A", "ab", "'", "ö", "o"];
  const text = (random: Seeded, most: number) =>
    Array.from({ length: 1 + random.below(most) }, () => random.pick(LETTERS)).join("");

  it("finds every word in title, summary or body, whatever signs it is written with, as plain code finds them", async () => {
    const random = seeded(SEED + 100);
    const facts = randomFacts(random);
    const entries = facts.entries.map((entry, at) => ({
      ...entryOf(entry, text(random, 12)),
      title: text(random, 6),
      summary: text(random, 6),
      publishedOn:
        at % 5 === 4 ? "2999-01-01T00:00:00.000Z" : at % 3 === 0 ? null : "2020-01-01T00:00:00.000Z",
    }));
    await build("searched", facts, entries);
    let found = 0;
    for (let times = 0; times < 150; times += 1) {
      // now and then as a phrase
      const query = times % 3 === 0 ? `"${text(random, 5)}"` : text(random, 4);
      // written apart from what is tried: accents are taken off letter by letter
      const plain = (said: string) => said.toLowerCase().replaceAll("ö", "o");
      const words =
        times % 3 === 0
          ? [plain(query.slice(1, -1)).trim().replace(/\s+/g, " ")].filter((word) => word !== "")
          : plain(query)
              .split(/\s+/)
              .filter((word) => word !== "");
      const wholeOf = (entry: Entry) => plain(`${entry.title} ${entry.summary} ${plainText(entry.body)}`);
      const published = entries.filter((entry) => entry.publishedOn?.startsWith("2999") !== true);
      const got = await searchEntries(
        "searched",
        { query, language: "en", at: NOW, readable: ["public"] },
        POOL,
      );
      // as letters, where there are enough of them to look for
      const isLetters = words.some((word) => [...word].length >= 3);
      // a phrase stands in one of them, not at the end of one and the beginning of the next
      const textsOf = ({ title, summary, body }: Entry) => [title, summary, plainText(body)].map(plain);
      const asLetters = published.filter((entry) =>
        words.every((word) => textsOf(entry).some((said) => said.includes(word))),
      );
      if (isLetters)
        expect(got, JSON.stringify(query)).toEqual(expect.arrayContaining(asLetters.map(({ id }) => id)));
      // and what is found as words has them all, but those that say nothing in English
      const terms = words
        .flatMap((word) => word.match(/[\p{L}\p{N}]+/gu) ?? [])
        .filter((term) => term !== "a");
      const could = published.filter((entry) => terms.every((term) => wholeOf(entry).includes(term)));
      expect(
        could.map(({ id }) => id),
        JSON.stringify(query),
      ).toEqual(expect.arrayContaining([...got]));
      if (words.length === 0) expect(got).toEqual([]);
      found += got.length;
      // those with the first word in the title come first
      const inTitle = got.map((id) =>
        entries
          .find((entry) => entry.id === id)
          ?.title.toLowerCase()
          .replaceAll("ö", "o")
          .includes(words[0] ?? ""),
      );
      expect(inTitle, JSON.stringify(query)).toEqual([...inTitle].sort((a, b) => Number(b) - Number(a)));
    }
    expect(found).toBeGreaterThan(100);
    const nothing = { query: "zzzz", language: "en", at: NOW, readable: ["public"] } as const;
    expect(await searchEntries("tide-mill", nothing, POOL)).toEqual([]);
  });

  it("knows the words of the site's language in their forms, the beginnings of words, and letters of any script", async () => {
    const facts = randomFacts(seeded(SEED + 140));
    const said = [
      ["Open nights", "", "We observe through old houses' windows."],
      ["Night school", "", ""],
      ["A house", "", "Knights come too."],
      ["天文台", "", "星を見る"],
      ["Плеяды", "", "звёздное скопление"],
    ];
    const entries = said.map(([title = "", summary = "", body = ""], place) => ({
      ...entryOf({ ...(facts.entries[0] as Entry), id: `e${place}`, path: `/e${place}/` }, body),
      parent: null,
      access: "public" as const,
      publishedOn: null,
      title,
      summary,
    }));
    const found = async (site: string, query: string) =>
      (await searchEntries(site, { query, language: "en", at: NOW, readable: ["public"] }, POOL)).map(
        (id) => said[Number(id.slice(1))]?.[0],
      );
    await build("english", { ...facts, settings: { ...facts.settings, language: "en" } }, entries);
    // whole words of the language before letters inside of others
    expect(await found("english", "night")).toEqual(["Night school", "Open nights", "A house"]);
    expect(await found("english", "nights the")).toEqual(["Night school", "Open nights"]);
    expect(await found("english", "houses")).toEqual(["A house", "Open nights"]);
    expect(await found("english", "observing")).toEqual(["Open nights"]);
    expect(await found("english", "op")).toEqual(["Open nights"]);
    expect(await found("english", "chool")).toEqual(["Night school"]);
    expect(await found("english", '"open nights"')).toEqual(["Open nights"]);
    expect(await found("english", '"nights open"')).toEqual([]);
    expect(await found("english", '"old house" observed')).toEqual(["Open nights"]);
    expect(await found("english", "nïght sçhool")).toEqual(["Night school"]);
    expect(await found("english", "звездное")).toEqual(["Плеяды"]);
    expect(await found("english", "文台")).toEqual(["天文台"]);
    expect(await found("english", "ПЛЕЯДЫ")).toEqual(["Плеяды"]);
    const haus = { ...(entries[0] as Entry), title: "Alte Häuser", body: [] };
    await build("deutsch", { ...facts, settings: { ...facts.settings, language: "de-AT" } }, [haus]);
    const asked = (query: string) =>
      searchEntries("deutsch", { query, language: "de-AT", at: NOW, readable: ["public"] }, POOL);
    expect(await asked("haus")).toEqual(["e0"]);
    expect(await asked("hauser")).toEqual(["e0"]);
    expect(await asked("HÄUSER")).toEqual(["e0"]);
    expect(await asked("altes")).toEqual(["e0"]);
    // what an entry was called before, it is not found by any more
    await inTransaction((transaction) => saveEntryFacts("deutsch", { ...haus, title: "Turm" }, transaction));
    expect([await asked("häuser"), await asked("turm")]).toEqual([[], ["e0"]]);
  });

  it("tells nothing of texts whoever asks may not read: only their title and summary are looked through", async () => {
    const facts = randomFacts(seeded(SEED + 120));
    const letter = (number: number) => "abcdefghijkl"[number];
    const accesses = ["public", "signedIn", "level:friends", "level:others"] as const;
    const entries = facts.entries.slice(0, 12).map((entry, number) => ({
      ...entryOf(entry),
      parent: null,
      access: accesses[number % accesses.length] as Entry["access"],
      publishedOn: null,
      title: `Title${letter(number)}`,
      summary: `summary${letter(number)}`,
      body: [{ type: "paragraph" as const, children: [{ text: `secret${letter(number)} shared` }] }],
    }));
    await build("closed", facts, entries);
    const find = async (query: string, readable: readonly Entry["access"][]) =>
      [...(await searchEntries("closed", { query, language: "en", at: NOW, readable }, POOL))].sort();
    for (const audience of ["signedOut", "signedIn", "level:friends"] as const) {
      const readable: readonly Entry["access"][] =
        audience === "signedOut"
          ? ["public"]
          : audience === "signedIn"
            ? ["public", "signedIn"]
            : ["public", "signedIn", audience];
      for (const [number, { id, access }] of entries.entries()) {
        const known = readable.includes(access) ? [id] : [];
        expect(await find(`title${letter(number)}`, readable)).toEqual([id]);
        expect(await find(`summary${letter(number)}`, readable)).toEqual([id]);
        expect(await find(`secret${letter(number)}`, readable)).toEqual(known);
        // a word of the title beside one of the text tells as little
        expect(await find(`title${letter(number)} secret${letter(number)}`, readable)).toEqual(known);
      }
      expect(await find("shared", readable)).toEqual(
        entries
          .filter(({ access }) => readable.includes(access))
          .map(({ id }) => id)
          .sort(),
      );
    }
  });
});

describe("terms nothing needs", () => {
  it("go, and those that are carried or have others below them stay, as plain code says", async () => {
    for (let number = 0; number < 6; number += 1) {
      const facts = randomFacts(seeded(SEED + 200 + number));
      const id = `terms-${number}`;
      await build(
        id,
        facts,
        facts.entries.map((entry) => entryOf(entry)),
      );
      const asked = facts.terms.filter((_, at) => at % 2 === number % 2).map((term) => term.id);
      const carried = new Set(facts.entries.flatMap(({ terms }) => terms));
      const left = new Map(facts.terms.map((term) => [term.id, term]));
      for (const each of asked.toReversed()) {
        const hasBelow = [...left.values()].some(({ parent }) => parent === each);
        if (!carried.has(each) && !hasBelow) left.delete(each);
      }
      const stayed = await inTransaction((transaction) => removeUnusedTerms(id, asked, transaction));
      expect([...stayed].sort()).toEqual(asked.filter((each) => left.has(each)).sort());
      const now = (await loadFacts(await headOf(id), POOL)).terms.map((term) => term.id);
      expect([...now].sort()).toEqual([...left.keys()].sort());
    }
  });
});

describe("paths that move", () => {
  const facts = randomFacts(seeded(SEED + 300));
  const [one, two, three] = facts.entries as [Entry, Entry, Entry];
  const pathOf = async (entry: string) =>
    (await loadFacts(await headOf("moving"), POOL)).entries.find(({ id }) => id === entry)?.path;
  const move = (...moves: Parameters<typeof movePaths>[1]) =>
    inTransaction((transaction) => movePaths("moving", moves, transaction));

  it("change places at one go; old ones lead on, and no longer do where somebody lives again", async () => {
    await build(
      "moving",
      facts,
      facts.entries.map((entry) => entryOf(entry)),
    );
    // all three in a ring
    await move(
      { entry: one.id, from: one.path, to: two.path },
      { entry: two.id, from: two.path, to: three.path },
      { entry: three.id, from: three.path, to: one.path },
    );
    expect([await pathOf(one.id), await pathOf(two.id), await pathOf(three.id)]).toEqual([
      two.path,
      three.path,
      one.path,
    ]);
    await move({ entry: one.id, from: two.path, to: "/new/" });
    expect(await findMoved("moving", two.path, POOL)).toBe(one.id);
    await move({ entry: two.id, from: three.path, to: two.path });
    // where somebody lives nothing leads elsewhere
    expect(await findMoved("moving", two.path, POOL)).toBeNull();
    expect(await findMoved("moving", three.path, POOL)).toBe(two.id);
    expect(await findMoved("observatory", three.path, POOL)).toBeNull();
  });
});

describe("a site that is removed", () => {
  it("leaves nothing in any table that knows sites, and all else as it was", async () => {
    const facts = randomFacts(seeded(SEED + 400));
    await build(
      "leaving",
      facts,
      facts.entries.map((entry) => entryOf(entry, "Words")),
    );
    const tables = (
      await selectRows<{ name: string }>(
        `SELECT table_name AS name FROM information_schema.columns
         WHERE table_schema = 'public' AND column_name = 'site' ORDER BY table_name`,
        {},
        POOL,
      )
    ).map(({ name }) => name);
    expect(tables.length).toBeGreaterThan(15);
    const counts = async (condition: string) =>
      Object.fromEntries(
        await Promise.all(
          tables.map(async (table) => {
            const [row] = await selectRows<{ count: number }>(
              `SELECT count(*)::int AS count FROM "${table}" WHERE site ${condition}`,
              {},
              POOL,
            );
            return [table, row?.count ?? 0] as const;
          }),
        ),
      );
    // one of the sample sites, which has something in most tables
    const [gone, others] = [await counts("= 'tide-mill'"), await counts("NOT IN ('tide-mill', 'leaving')")];
    expect(Object.values(gone).filter((count) => count > 0).length).toBeGreaterThan(8);
    await deleteSite("tide-mill");
    await deleteSite("leaving");
    const none = Object.fromEntries(tables.map((table) => [table, 0]));
    expect(await counts("IN ('tide-mill', 'leaving')")).toEqual(none);
    expect(await counts("NOT IN ('tide-mill', 'leaving')")).toEqual(others);
    expect(await findSite("tide-mill", POOL)).toBeNull();
  });
});
