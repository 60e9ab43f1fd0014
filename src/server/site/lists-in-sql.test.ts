import { afterAll, expect, it } from "vitest";
import { block, partWith } from "../../../test/page-data";
import { settingsFor, siteOf } from "../../../test/random-lists";
import { NOW } from "../../../test/random-site";
import { runSeed, seeded } from "../../../test/seeded";
import type { Address, SiteIndex } from "../../core/addresses/facts";
import type { SettingsOf } from "../../core/blocks";
import { isStanding } from "../../core/model/identity";
import { planPage } from "../../core/render/plan";
import { closeDatabase, inSnapshot, selectRows, type Transaction } from "../../data/database";

/**
 * Which entries lists show, and in which order, beside PostgreSQL: the same facts, asked in SQL that is written apart from
 * the core. Lists leave out what those above them show, start after some, and run over pages.
 */

afterAll(closeDatabase);

const SEED = runSeed(23);
const IS_WHOLE = process.env["EXHAUSTIVE"] === "yes";
const SITES = IS_WHOLE ? 300 : 25;

type Settings = SettingsOf<"entryList">;

/** Facts as rows; `topic` holds terms with all that are above them. */
const FACTS = `WITH RECURSIVE entry AS (
  SELECT * FROM jsonb_to_recordset(:entries) AS e (id text, kind text, title text, author text, medium text,
    "publishedOn" timestamptz, "changedOn" timestamptz, "startsAt" timestamptz, "endsAt" timestamptz, position int, fields jsonb)
  WHERE "publishedOn" IS NULL OR "publishedOn" <= :now
), term AS (
  SELECT * FROM jsonb_to_recordset(:terms) AS t (id text, parent text)
), carried AS (
  SELECT * FROM jsonb_to_recordset(:carried) AS c (entry text, term text)
), topic AS (
  SELECT carried.entry, carried.term FROM carried JOIN entry ON entry.id = carried.entry
  UNION SELECT topic.entry, term.parent FROM topic JOIN term ON term.id = topic.term WHERE term.parent IS NOT NULL
), weight AS (
  SELECT term, ln((SELECT count(*) FROM entry)::float8 / count(*)) AS says FROM topic GROUP BY term
), close AS (
  SELECT theirs.entry, round(sum(weight.says)::numeric, 9) AS much
  FROM topic AS own JOIN topic AS theirs USING (term) JOIN weight USING (term)
  WHERE own.entry = :own AND theirs.entry <> :own GROUP BY theirs.entry
)`;

/** What of a site a list is of. */
const OF: Readonly<Record<Settings["from"], (page: Address) => string>> = {
  chosen: () => "'entry:' || id = ANY(ARRAY[:chosen]::text[])",
  related: () => "id IN (SELECT entry FROM close WHERE much > 0) AND (:noKinds OR kind IN (:kinds))",
  kinds: () => "(:noKinds OR kind IN (:kinds))",
  archive: ({ archiveOf }) => {
    switch (archiveOf?.of) {
      case "kind":
        return "kind = :of";
      case "author":
        return "author = :of";
      case "term":
        return "id IN (SELECT entry FROM topic WHERE term = :of)";
      case "date":
        return `kind = :of AND to_char("publishedOn" AT TIME ZONE 'UTC', :mask) = :period`;
      default:
        return "false";
    }
  },
};

/** Numbers before words, nothing last either way; then by title and by id, letter by letter. */
const orderOf = ({ from, sort, sortField, direction }: Settings): string => {
  const turn = direction === "down" ? "DESC" : "ASC";
  const names = `title COLLATE "C", id COLLATE "C"`;
  const dated = `coalesce("startsAt", "publishedOn")`;
  // what has no date at all is older than everything
  const byDate = (way: string) => `${dated} ${way} NULLS ${way === "DESC" ? "LAST" : "FIRST"}, ${names}`;
  if (from === "chosen") return "array_position(ARRAY[:chosen]::text[], 'entry:' || id)";
  if (from === "related") return `(SELECT much FROM close WHERE entry = id) DESC, ${byDate("DESC")}`;
  if (sort === "title") return `title COLLATE "C" ${turn}, id COLLATE "C"`;
  if (sort === "own") return `position ${turn}, ${names}`;
  if (sort === "start") return `"startsAt" ${turn} NULLS LAST, ${names}`;
  if (sort === "changed") return `coalesce("changedOn", "publishedOn") ${turn} NULLS LAST, ${names}`;
  if (sort === "date" || sortField === "") return byDate(turn);
  const value = "nullif(fields ->> :field, '')";
  const isNumber = "coalesce(jsonb_typeof(fields -> :field) = 'number', false)";
  return `(${value} IS NULL), (NOT ${isNumber}) ${turn},
    CASE WHEN ${isNumber} THEN (${value})::numeric END ${turn} NULLS LAST, (${value}) COLLATE "C" ${turn}, ${names}`;
};

const OVER = `coalesce("endsAt", "startsAt")`;
/** An empty list asks for nothing; of what is empty SQL makes no list. */
const some = (values: readonly string[]): readonly string[] => (values.length === 0 ? ["-"] : values);

const inSql = async (
  index: SiteIndex,
  page: Address,
  settings: Settings,
  above: readonly string[],
  pageNumber: number,
  transaction: Transaction,
): Promise<{ readonly ids: readonly string[]; readonly total: number }> => {
  const { from, paged, pageSize, notThis, notAbove, skip, count, upcoming, past } = settings;
  const narrowed = from !== "chosen";
  const related = from === "related" && page.entry === null;
  const isPaged = from === "archive" && paged && page.archiveOf !== null;
  const of = page.archiveOf?.of === "date" ? page.archiveOf.kind : page.archiveOf?.id;
  const period = page.archiveOf?.of === "date" ? page.archiveOf.period : "";
  const conditions = [
    related ? "false" : OF[from](page),
    ...(upcoming ? [`${OVER} > :now`] : []),
    ...(past ? [`${OVER} <= :now`] : []),
    ...(narrowed && settings.terms.length > 0
      ? ["id IN (SELECT entry FROM topic WHERE term IN (:about))"]
      : []),
    ...(narrowed ? ["id NOT IN (SELECT entry FROM topic WHERE term IN (:notAbout))"] : []),
    ...(narrowed && settings.authors.length > 0 ? ["author IN (:authors)"] : []),
    ...(narrowed && settings.media.length > 0 ? ["medium IN (:media)"] : []),
    ...(narrowed ? ["medium NOT IN (:notMedia)"] : []),
    ...(notThis && !isPaged ? ["id <> :own"] : []),
    ...(notAbove && !isPaged ? ["id NOT IN (:above)"] : []),
  ];
  const [limit, offset] = isPaged
    ? [pageSize, (pageNumber - 1) * pageSize]
    : [count === 0 ? 100 : count, skip];
  const { facts } = index;
  const rows = await selectRows<{ id: string; total: string }>(
    `${FACTS}, found AS (SELECT * FROM entry WHERE ${conditions.join(" AND ")})
     SELECT id, (SELECT count(*) FROM found) AS total FROM found ORDER BY ${orderOf(settings)}`,
    {
      entries: JSON.stringify(facts.entries),
      terms: JSON.stringify(facts.terms),
      carried: JSON.stringify(
        facts.entries.flatMap(({ id, terms }) => terms.map((term) => ({ entry: id, term }))),
      ),
      now: NOW,
      own: page.entry?.id ?? "",
      of: of ?? "",
      period,
      mask: period.length === 4 ? "YYYY" : "YYYY-MM",
      chosen: some(settings.chosen),
      noKinds: settings.kinds.length === 0,
      kinds: some(settings.kinds),
      about: some(settings.terms),
      notAbout: some(settings.notTerms),
      authors: some(settings.authors),
      media: some(settings.media),
      notMedia: some(settings.notMedia),
      above: some(above),
      field: settings.sortField,
    },
    transaction,
  );
  return { ids: rows.slice(offset, offset + limit).map(({ id }) => id), total: Number(rows[0]?.total ?? 0) };
};

it(`lists are those PostgreSQL finds (seed ${SEED}); pages of an archive hold each of its entries once`, async () => {
  let [compared, shown, left] = [0, 0, 0];
  await inSnapshot(async (transaction) => {
    for (let site = 0; site < SITES; site += 1) {
      const random = seeded(SEED * 1000 + site);
      const index = siteOf(random);
      for (let tries = 0; tries < 5; tries += 1) {
        const page = random.pick([...index.stems].filter(({ role }) => !isStanding(role)));
        const lists = Array.from({ length: 3 }, (_, at) => ({
          ...settingsFor(random, index),
          // one list of a layout runs over pages
          ...(at === 0 ? { from: "archive" as const, paged: true, pageSize: 1 + random.below(4) } : {}),
        }));
        const blocks = lists.map((settings) => block("entryList", settings));
        const planned = (pageNumber: number) =>
          planPage({
            index,
            page,
            parts: [partWith("layout", blocks)],
            pageNumber,
            at: NOW,
            found: [],
            menus: {},
            profilePictures: [],
          }).lists;
        const above: string[] = [];
        for (const [at, { id }] of blocks.entries()) {
          const settings = lists[at] as Settings;
          const wanted = await inSql(index, page, settings, above, 1, transaction);
          const found = planned(1)[id];
          const ids = found?.entries.map((entry) => entry.id);
          expect({ site, page: page.identity, settings, ids, total: found?.total }).toEqual({
            site,
            page: page.identity,
            settings,
            ...wanted,
          });
          compared += 1;
          shown += wanted.ids.length;
          left += settings.notAbove && above.length > 0 ? 1 : 0;
          above.push(...wanted.ids);
        }
        const [first] = blocks;
        const paged = first && planned(1)[first.id];
        if (!first || !paged || page.archiveOf === null) continue;
        const [all, every]: [string[], string[]] = [[], []];
        for (let number = 1; number <= paged.pages; number += 1) {
          const there = planned(number)[first.id]?.entries.map(({ id }) => id) ?? [];
          expect(there).toEqual(
            (await inSql(index, page, lists[0] as Settings, [], number, transaction)).ids,
          );
          all.push(...there);
          compared += 1;
        }
        every.push(
          ...(await inSql(index, page, { ...(lists[0] as Settings), pageSize: 1000 }, [], 1, transaction))
            .ids,
        );
        expect(all).toEqual(every);
        expect(new Set(all).size).toBe(all.length);
      }
    }
  });
  expect(compared).toBeGreaterThan(IS_WHOLE ? 5000 : 450);
  expect(shown).toBeGreaterThan(150);
  expect(left).toBeGreaterThan(20);
});
