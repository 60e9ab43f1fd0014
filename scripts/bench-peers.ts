/** Other ways to settle which part fills which slot of which page, for measuring beside the product's. */
import { Query } from "mingo";
import sift from "sift";
import type { Address } from "../src/core/addresses/facts";
import type { Clause, Facet } from "../src/core/model/placement";
import { FACETS } from "../src/core/model/placement";
import { SLOTS } from "../src/core/model/slot";
import type { CompiledPlacement } from "../src/core/placement/compile";
import { FACET_RULES } from "../src/core/placement/facets";
import { audienceFits, type View, windowOpen } from "../src/core/placement/match";
import type { CompiledDesign } from "../src/core/placement/resolve";
import { database, POOL, runStatement, selectRows } from "../src/data/database";

/** A page as a plain object: facet → values. What query matchers read. */
export type PageDocument = Readonly<Record<string, readonly string[]>>;

export const documentOf = (page: Address): PageDocument =>
  Object.fromEntries(FACETS.map((facet) => [facet, FACET_RULES[facet].valuesAt(page)]));

interface Line {
  readonly part: string;
  readonly rank: number;
  readonly order: number;
  readonly clauses: readonly Clause[];
  readonly exceptions: readonly (readonly Clause[])[];
}

/** All lines of a slot, narrowest first, equals in order: the first that holds wins. */
const linesOf = (placements: readonly CompiledPlacement[], view: View): readonly Line[] =>
  placements
    .flatMap((placement, order) =>
      audienceFits(placement, view.audience) && windowOpen(placement, view.at)
        ? placement.conditions.map(({ clauses, rank }) => ({
            part: placement.part,
            rank,
            order,
            clauses,
            exceptions: placement.exceptions.map((exception) => exception.clauses),
          }))
        : [],
    )
    .sort((a, b) => b.rank - a.rank || a.order - b.order);

type Matcher = (page: PageDocument) => boolean;

const queryOf = ({ clauses, exceptions }: Line) => {
  const all = (list: readonly Clause[]) => ({
    $and: list.map(({ facet, values }) => ({ [facet]: { $in: [...values] } })),
  });
  const parts = [
    ...clauses.map(({ facet, values }) => ({ [facet]: { $in: [...values] } })),
    ...(exceptions.length > 0 ? [{ $nor: exceptions.map(all) }] : []),
  ];
  return parts.length === 0 ? {} : parts.length === 1 ? parts[0] : { $and: parts };
};

const plain = ({ clauses, exceptions }: Line): Matcher => {
  const holds = (page: PageDocument, clause: Clause) =>
    clause.values.some((value) => page[clause.facet as Facet]?.includes(value));
  return (page) =>
    clauses.every((clause) => holds(page, clause)) &&
    !exceptions.some((exception) => exception.every((clause) => holds(page, clause)));
};

export const MATCHERS: Readonly<Record<"mingo" | "sift" | "plain loop", (line: Line) => Matcher>> = {
  mingo: (line) => {
    const query = new Query(queryOf(line) as never);
    return (page) => query.test(page as never);
  },
  sift: (line) => {
    const test = sift(queryOf(line) as never) as (page: unknown) => boolean;
    return (page) => test(page);
  },
  "plain loop": plain,
};

/** Winners by slot, page by page: every line is compiled once, tried from the narrowest on, and the first ends it. */
export const firstMatches = (
  compiled: CompiledDesign,
  pages: readonly PageDocument[],
  view: View,
  matcher: (line: Line) => Matcher,
): (() => readonly (string | null)[][]) => {
  const slots = SLOTS.map((slot) =>
    linesOf(compiled.placements[slot], view).map((line) => ({ part: line.part, matches: matcher(line) })),
  );
  return () =>
    slots.map((lines) => pages.map((page) => lines.find(({ matches }) => matches(page))?.part ?? null));
};

/** Facts and lines as tables, and the one statement that settles them all. Returns the statement's runner. */
export const sqlPeer = async (compiled: CompiledDesign, pages: readonly PageDocument[], view: View) => {
  for (const statement of [
    "CREATE TABLE IF NOT EXISTS bench_fact (page int, facet text, value text)",
    "CREATE TABLE IF NOT EXISTS bench_line (line int, slot int, part text, rank float8, place int, clauses int)",
    "CREATE TABLE IF NOT EXISTS bench_clause (line int, kind int, clause int, facet text, value text)",
    "TRUNCATE bench_fact, bench_line, bench_clause",
  ])
    await runStatement(statement, {}, POOL);
  const insert = async (table: string, columns: string, rows: readonly object[]) => {
    for (let from = 0; from < rows.length; from += 50_000)
      await database().sequelize.query(
        `INSERT INTO ${table} SELECT * FROM jsonb_to_recordset(:rows) AS r(${columns})`,
        { replacements: { rows: JSON.stringify(rows.slice(from, from + 50_000)) } },
      );
  };
  const facts = pages.flatMap((page, number) =>
    Object.entries(page).flatMap(([facet, values]) =>
      values.map((value) => ({ page: number, facet, value })),
    ),
  );
  await insert("bench_fact", "page int, facet text, value text", facts);
  let line = 0;
  const lines: object[] = [];
  const clauses: object[] = [];
  SLOTS.forEach((slot, slotNumber) => {
    for (const { part, rank, order, clauses: own, exceptions } of linesOf(compiled.placements[slot], view)) {
      line += 1;
      lines.push({ line, slot: slotNumber, part, rank, place: order, clauses: own.length });
      own.forEach((clause, number) => {
        for (const value of clause.values)
          clauses.push({ line, kind: 0, clause: number, facet: clause.facet, value });
      });
      exceptions.forEach((exception, kind) =>
        exception.forEach((clause, number) => {
          for (const value of clause.values)
            clauses.push({ line, kind: kind + 1, clause: number, facet: clause.facet, value });
        }),
      );
    }
  });
  await insert("bench_line", "line int, slot int, part text, rank float8, place int, clauses int", lines);
  await insert("bench_clause", "line int, kind int, clause int, facet text, value text", clauses);
  for (const statement of [
    "CREATE INDEX IF NOT EXISTS bench_fact_value ON bench_fact (facet, value, page)",
    "ANALYZE bench_fact",
    "ANALYZE bench_line",
    "ANALYZE bench_clause",
  ])
    await runStatement(statement, {}, POOL);
  return () =>
    selectRows<{ page: number; slot: number; part: string }>(
      `WITH held AS (SELECT DISTINCT c.line, c.kind, c.clause, f.page FROM bench_clause c JOIN bench_fact f USING (facet, value)),
        size AS (SELECT line, kind, count(DISTINCT clause) AS clauses FROM bench_clause GROUP BY line, kind),
        matched AS (SELECT held.line, held.kind, held.page FROM held JOIN size USING (line, kind)
          GROUP BY held.line, held.kind, held.page, size.clauses HAVING count(*) = size.clauses),
        asking AS (
          SELECT line, page FROM matched WHERE kind = 0
          UNION ALL SELECT line, page FROM bench_line, (SELECT DISTINCT page FROM bench_fact) p WHERE clauses = 0)
       SELECT DISTINCT ON (page, slot) page, slot, part FROM asking a JOIN bench_line l USING (line)
       WHERE NOT EXISTS (SELECT 1 FROM matched m WHERE m.kind > 0 AND m.line = a.line AND m.page = a.page)
       ORDER BY page, slot, rank DESC, place`,
      {},
      POOL,
    );
};
