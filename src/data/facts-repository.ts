import type { Access, Author, EntryFacts, Grouping, Kind, SiteFacts, Term } from "../core/model/content";
import type { SiteHead } from "./content-repository";
import { type Connection, selectRows } from "./database";

/** The facts of a site's content, read in bulk: what its pages and lists are worked out from. */

/** Columns of entries, each as one list; instants are ISO, UTC. */
interface FactColumns {
  readonly id: string[] | null;
  readonly kind: string[];
  readonly parent: (string | null)[];
  readonly path: string[];
  readonly title: string[];
  readonly summary: string[];
  readonly medium: EntryFacts["medium"][];
  readonly author: (string | null)[];
  readonly access: Access[];
  readonly position: number[];
  readonly in_menus: boolean[];
  readonly published_on: (string | null)[];
  readonly changed_on: (string | null)[];
  readonly starts_at: (string | null)[];
  readonly ends_at: (string | null)[];
  readonly fields: EntryFacts["fields"][];
  readonly picture: (string | null)[];
  readonly pictures: string[][];
  readonly film: EntryFacts["film"][];
}
const PLAIN =
  "id kind parent path title summary medium author access position in_menus fields picture pictures film".split(
    " ",
  );
const INSTANTS = ["published_on", "changed_on", "starts_at", "ends_at"];
const COLUMN_LISTS = [
  ...PLAIN.map((column) => `json_agg(${column}) AS ${column}`),
  ...INSTANTS.map(
    (column) =>
      `json_agg(to_char(${column} AT TIME ZONE 'UTC', 'YYYY-MM-DD"T"HH24:MI:SS.MS"Z"')) AS ${column}`,
  ),
].join(", ");

/** So many at a time: others get a turn in between. */
const FACTS_AT_ONCE = 10_000;

/**
 * The facts of all entries, by id. They come column by column, some thousand values in one JSON text, which is read far
 * faster than rows. Values of one entry stand at the same place of every column: all are gathered in one pass over rows
 * that are sorted already (PostgreSQL 15, §9.21).
 */
const loadEntryFacts = async (site: string, connection: Connection): Promise<EntryFacts[]> => {
  const facts: EntryFacts[] = [];
  for (let after = ""; ; ) {
    const [found] = await selectRows<FactColumns>(
      `SELECT ${COLUMN_LISTS} FROM (SELECT * FROM entry WHERE site = :site AND id > :after ORDER BY id LIMIT :count) AS each`,
      { site, after, count: FACTS_AT_ONCE },
      connection,
    );
    const ids = found?.id ?? [];
    const last = ids.at(-1);
    if (!found || last === undefined) return facts;
    const carried = await loadCarried(site, [after, last], connection);
    for (const [place, id] of ids.entries()) facts.push(factsAt(found, place, carried.get(id) ?? []));
    if (ids.length < FACTS_AT_ONCE) return facts;
    after = last;
  }
};

// spelled out: objects that are put together by name are far slower to make and to read
const factsAt = (columns: FactColumns, place: number, terms: readonly string[]): EntryFacts =>
  ({
    id: columns.id?.[place],
    kind: columns.kind[place],
    parent: columns.parent[place],
    path: columns.path[place],
    title: columns.title[place],
    summary: columns.summary[place],
    medium: columns.medium[place],
    author: columns.author[place],
    terms,
    access: columns.access[place],
    position: columns.position[place],
    inMenus: columns.in_menus[place],
    publishedOn: columns.published_on[place],
    changedOn: columns.changed_on[place],
    startsAt: columns.starts_at[place],
    endsAt: columns.ends_at[place],
    fields: columns.fields[place],
    picture: columns.picture[place],
    pictures: columns.pictures[place],
    film: columns.film[place],
  }) as EntryFacts;

/** The terms that entries carry, those with ids after the first up to the last. */
const loadCarried = async (
  site: string,
  [after, last]: readonly [string, string],
  connection: Connection,
): Promise<ReadonlyMap<string, readonly string[]>> => {
  const [found] = await selectRows<{ entries: string[] | null; terms: string[] | null }>(
    `SELECT json_agg(entry) AS entries, json_agg(term) AS terms FROM (SELECT entry, term FROM entry_term
     WHERE site = :site AND entry > :after AND entry <= :last ORDER BY entry, term) AS each`,
    { site, after, last },
    connection,
  );
  const carried = new Map<string, string[]>();
  for (const [place, entry] of (found?.entries ?? []).entries()) {
    const term = found?.terms?.[place] as string;
    const known = carried.get(entry);
    if (known) known.push(term);
    else carried.set(entry, [term]);
  }
  return carried;
};

/** Everything placement and lists ask of a site, without bodies. */
export const loadFacts = async (
  head: Pick<SiteHead, "id" | "settings">,
  connection: Connection,
): Promise<SiteFacts> => {
  const site = { site: head.id };
  const bodies = <T>(table: string) =>
    selectRows<{ body: T }>(
      `SELECT body FROM ${table} WHERE site = :site ORDER BY position, id`,
      site,
      connection,
    );
  const kinds = await bodies<Kind>("kind");
  const groupings = await bodies<Grouping>("grouping");
  const authors = await bodies<Author>("author");
  const terms = await selectRows<Term>(
    "SELECT id, grouping, parent, name, slug, description FROM term WHERE site = :site ORDER BY grouping, position, name, id",
    site,
    connection,
  );
  return {
    settings: head.settings,
    kinds: kinds.map(({ body }) => body),
    groupings: groupings.map(({ body }) => body),
    authors: authors.map(({ body }) => body),
    terms,
    entries: await loadEntryFacts(head.id, connection),
  };
};
