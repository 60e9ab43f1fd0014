import type {
  Access,
  Author,
  Entry,
  EntryFacts,
  Grouping,
  Kind,
  SiteFacts,
  SiteSettings,
  Term,
} from "../core/model/content";
import { plainText, type RichText } from "../core/model/rich-text";
import {
  type Connection,
  database,
  inTransaction,
  POOL,
  runStatement,
  selectRows,
  type Transaction,
} from "./database";

/** Content: kinds, groupings, terms, authors, entries. Facts are read in bulk, bodies by id. */

export interface SiteHead {
  readonly id: string;
  readonly settings: SiteSettings;
  readonly contentRev: number;
  readonly designRev: number;
  /** Names of what the content and the draft are now: each state has one of its own, also in a database that was restored. */
  readonly contentKey: string;
  readonly designKey: string;
  /** The database's own time, ISO: what is live and what is over is told by it alone. */
  readonly now: string;
}

type HeadRow = Omit<SiteHead, "now"> & { readonly now: Date };

/** A number that grows, and a name nobody gives twice. */
export const CONTENT_KEY = "site.content_rev || ' ' || site.content_key";
export const DESIGN_KEY = "site.design_rev || ' ' || site.design_key";

const HEAD_COLUMNS = `site.id, settings, content_rev AS "contentRev", design_rev AS "designRev",
  ${CONTENT_KEY} AS "contentKey", ${DESIGN_KEY} AS "designKey", clock_timestamp() AS now`;
const HEAD = `SELECT ${HEAD_COLUMNS} FROM site`;

const headOf = <Row extends HeadRow>(row: Row): Omit<Row, "now"> & { readonly now: string } => ({
  ...row,
  now: row.now.toISOString(),
});

export const findSite = async (id: string, connection: Connection): Promise<SiteHead | null> => {
  const [row] = await selectRows<HeadRow>(`${HEAD} WHERE id = :id`, { id }, connection);
  return row ? headOf(row) : null;
};

/** The site's row, held until the transaction ends: changes of one site follow one another. */
export const lockSite = async (id: string, transaction: Transaction): Promise<SiteHead> => {
  const found = await selectRows("SELECT 1 FROM site WHERE id = :id FOR UPDATE", { id }, transaction);
  // asked once it is held: the time it is now, not when one began to wait
  const head = found.length === 0 ? null : await findSite(id, transaction);
  if (!head) throw new Error(`site: expected ${id} to be there, got none`);
  return head;
};

export const sitesOf = async (
  account: string,
  connection: Connection,
): Promise<readonly (SiteHead & { readonly role: string })[]> =>
  (
    await selectRows<HeadRow & { role: string }>(
      `SELECT ${HEAD_COLUMNS}, role
       FROM site JOIN membership ON membership.site = site.id WHERE membership.account = :account ORDER BY site.id`,
      { account },
      connection,
    )
  ).map(headOf);

export const siteIds = async (): Promise<readonly string[]> =>
  (await selectRows<{ id: string }>("SELECT id FROM site ORDER BY id", {}, POOL)).map(({ id }) => id);

/** What the content and the edition visitors see are called now, of each of these sites; and the database's time. */
export interface StateNames {
  readonly site: string;
  readonly contentKey: string;
  readonly editionKey: string | null;
  readonly now: string;
}

export const stateNames = async (
  sites: readonly string[],
  connection: Connection,
): Promise<readonly StateNames[]> => {
  if (sites.length === 0) return [];
  const rows = await selectRows<Omit<StateNames, "now"> & { now: Date }>(
    `SELECT site.id AS site, ${CONTENT_KEY} AS "contentKey", clock_timestamp() AS now,
       (SELECT key FROM edition WHERE edition.site = site.id AND goes_live_at <= clock_timestamp() AND put_off_at IS NULL
        ORDER BY goes_live_at DESC, seq DESC LIMIT 1) AS "editionKey"
     FROM site WHERE id IN (:sites)`,
    { sites },
    connection,
  );
  return rows.map((row) => ({ ...row, now: row.now.toISOString() }));
};

export const createSite = async (
  id: string,
  settings: SiteSettings,
  transaction: Transaction,
): Promise<void> => {
  await database().models.site.create({ id, settings, contentRev: 1, designRev: 0 }, { transaction });
};

/** Removes a site and everything of it. */
export const deleteSite = (id: string): Promise<void> =>
  inTransaction(async (transaction) => {
    // what others point at goes last
    for (const table of ["edition_item", "entry", "term"])
      await runStatement(`DELETE FROM ${table} WHERE site = :id`, { id }, transaction);
    await runStatement("DELETE FROM site WHERE id = :id", { id }, transaction);
  });

/** Says that the content is another now. Returns its new name. */
export const touchContent = async (site: string, transaction: Transaction): Promise<string> => {
  const [row] = await selectRows<{ key: string }>(
    `UPDATE site SET content_rev = content_rev + 1, content_key = gen_random_uuid()::text WHERE id = :site
     RETURNING ${CONTENT_KEY} AS key`,
    { site },
    transaction,
  );
  return row?.key ?? "";
};

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
  readonly starts_at: (string | null)[];
  readonly ends_at: (string | null)[];
  readonly fields: EntryFacts["fields"][];
  readonly picture: (string | null)[];
}
const PLAIN = "id kind parent path title summary medium author access position in_menus fields picture".split(
  " ",
);
const INSTANTS = ["published_on", "starts_at", "ends_at"];
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
    startsAt: columns.starts_at[place],
    endsAt: columns.ends_at[place],
    fields: columns.fields[place],
    picture: columns.picture[place],
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

export const loadBody = async (site: string, entry: string, connection: Connection): Promise<RichText> => {
  const [row] = await selectRows<{ body: RichText }>(
    "SELECT body FROM entry WHERE site = :site AND id = :entry",
    { site, entry },
    connection,
  );
  return row?.body ?? [];
};

/** What is looked for, when, and which texts whoever asks may read. */
export interface Search {
  readonly query: string;
  /** Of the site: `en`, `de-AT`. */
  readonly language: string;
  readonly at: string;
  readonly readable: readonly Access[];
}

const MOST_FOUND = 100;
const MOST_WORDS = 8;

/** What is looked through of an entry as letters: as the index has it. */
const HEADING = `lower((title || ' ' || summary) COLLATE "und-x-icu")`;

/** Whether an index of three letters narrows what a word is looked for in; words of other scripts are short and whole. */
const isIndexed = (word: string): boolean => [...word].length >= 3;
const isOtherScript = (word: string): boolean => /[^\p{Script=Latin}\p{Script=Common}]/u.test(word);

interface Found {
  readonly id: string;
  readonly title: string;
  readonly inTitle: boolean;
}

/**
 * Ids of published entries that have every word, in the site's language or as letters anywhere; those with the first word
 * in the title first, whole words before letters. At most 100. Of what the asker may not read only title and summary are
 * looked through: whether a word is found must not tell what a text says.
 */
export const searchEntries = async (
  site: string,
  search: Search,
  connection: Connection,
): Promise<readonly string[]> => {
  const words = search.query
    .toLowerCase()
    .split(/\s+/)
    .filter((word) => word !== "")
    .slice(0, MOST_WORDS);
  if (words.length === 0) return [];
  const whole = await findWords(site, words, search, connection);
  // nothing that is found as letters would come before these
  const isFull = whole.length === MOST_FOUND && whole.every(({ inTitle }) => inTitle);
  const isSlow = !words.some((word) => isIndexed(word) || isOtherScript(word));
  const letters = isFull || isSlow ? [] : await findLetters(site, words, search, connection);
  const known = new Set(whole.map(({ id }) => id));
  const all = [...whole, ...letters.filter(({ id }) => !known.has(id))];
  return [...all.filter(({ inTitle }) => inTitle), ...all.filter(({ inTitle }) => !inTitle)]
    .slice(0, MOST_FOUND)
    .map(({ id }) => id);
};

const PUBLISHED = "site = :site AND (published_on IS NULL OR published_on <= :at)";

/** Entries that have the words as words; the last one may be the beginning of one. */
const findWords = async (
  site: string,
  words: readonly string[],
  { at, readable, language }: Search,
  connection: Connection,
): Promise<readonly Found[]> => {
  // of what is typed only letters and digits are words to it: nothing else has a meaning there
  const terms = words.flatMap((word) => word.match(/[\p{L}\p{N}\p{M}]+/gu) ?? []);
  const last = terms.at(-1);
  if (last === undefined) return [];
  // the language is told, not looked up: only what is the same for all rows can be looked for in an index
  const config = "search_language(:language)";
  const asked = `(plainto_tsquery(${config}, :terms)
    || (plainto_tsquery(${config}, :before) && to_tsquery('simple', :begins)))`;
  // all words are those of the text and those all may read: one index is looked into for everyone
  return selectRows<Found>(
    `SELECT id, title,
       (ts_filter(open_words, '{a}') @@ plainto_tsquery(${config}, :first) OR ${HEADING_TITLE} LIKE :pattern) AS "inTitle"
     FROM entry
     WHERE ${PUBLISHED} AND all_words @@ ${asked} AND (access IN (:readable) OR open_words @@ ${asked})
     ORDER BY 3 DESC, title, id LIMIT ${MOST_FOUND}`,
    {
      site,
      at,
      readable,
      language,
      terms: terms.join(" "),
      before: terms.slice(0, -1).join(" "),
      begins: `${last}:*`,
      first: terms[0],
      pattern: patternOf(words[0] as string),
    },
    connection,
  );
};
const HEADING_TITLE = `lower(title COLLATE "und-x-icu")`;

const patternOf = (word: string): string => `%${word.replace(/[\\%_]/g, "\\$&")}%`;

/** Entries that have the words as letters, wherever they stand. */
const findLetters = async (
  site: string,
  words: readonly string[],
  { at, readable }: Search,
  connection: Connection,
): Promise<readonly Found[]> => {
  const patterns = words.map(patternOf);
  const each = patterns.map(
    (_, place) => `(${HEADING} LIKE :p${place} OR (access IN (:readable) AND words LIKE :p${place}))`,
  );
  return selectRows<Found>(
    `SELECT id, title, (${HEADING_TITLE} LIKE :p0) AS "inTitle" FROM entry
     WHERE ${PUBLISHED} AND ${each.join(" AND ")} ORDER BY 3 DESC, title, id LIMIT ${MOST_FOUND}`,
    {
      site,
      at,
      readable,
      ...Object.fromEntries(patterns.map((pattern, place) => [`p${place}`, pattern])),
    },
    connection,
  );
};

/** Whether a path is taken by another entry of the site. */
export const pathTaken = async (
  site: string,
  path: string,
  except: string,
  connection: Connection,
): Promise<boolean> => {
  const rows = await selectRows(
    "SELECT 1 FROM entry WHERE site = :site AND path = :path AND id <> :except",
    { site, path, except },
    connection,
  );
  return rows.length > 0;
};

const positioned = async (
  table: "kind" | "grouping" | "author",
  site: string,
  items: readonly { id: string }[],
  transaction: Transaction,
) => {
  for (const [position, body] of items.entries())
    await runStatement(
      `INSERT INTO ${table} (site, id, position, body) VALUES (:site, :id, :position, :body)
       ON CONFLICT (site, id) DO UPDATE SET position = excluded.position, body = excluded.body`,
      { site, id: body.id, position, body: JSON.stringify(body) },
      transaction,
    );
};

export const saveKinds = (site: string, kinds: readonly Kind[], transaction: Transaction) =>
  positioned("kind", site, kinds, transaction);
export const saveGroupings = (site: string, groupings: readonly Grouping[], transaction: Transaction) =>
  positioned("grouping", site, groupings, transaction);
export const saveAuthors = (site: string, authors: readonly Author[], transaction: Transaction) =>
  positioned("author", site, authors, transaction);

/** Saves terms in the given order, parents before children. */
export const saveTerms = async (
  site: string,
  terms: readonly Term[],
  transaction: Transaction,
): Promise<void> => {
  for (const [position, term] of terms.entries())
    await runStatement(
      `INSERT INTO term (site, id, grouping, parent, position, name, slug, description)
       VALUES (:site, :id, :grouping, :parent, :position, :name, :slug, :description)
       ON CONFLICT (site, id) DO UPDATE SET name = excluded.name, slug = excluded.slug, description = excluded.description`,
      { site, position, ...term },
      transaction,
    );
};

/** Removes terms that no entry carries and nothing hangs below; others stay. Returns the ids that stayed. */
export const removeUnusedTerms = async (
  site: string,
  ids: readonly string[],
  transaction: Transaction,
): Promise<readonly string[]> => {
  const stayed: string[] = [];
  for (const id of [...ids].reverse()) {
    const used = await selectRows(
      "SELECT 1 FROM entry_term WHERE site = :site AND term = :id UNION ALL SELECT 1 FROM term WHERE site = :site AND parent = :id LIMIT 1",
      { site, id },
      transaction,
    );
    if (used.length > 0) stayed.push(id);
    else await runStatement("DELETE FROM term WHERE site = :site AND id = :id", { site, id }, transaction);
  }
  return stayed;
};

/** An entry's facts without its body and picture. */
export const saveEntryFacts = async (
  site: string,
  { id, path, title, access, terms, inMenus }: EntryFacts,
  transaction: Transaction,
): Promise<void> => {
  await runStatement(
    "UPDATE entry SET path = :path, title = :title, access = :access, in_menus = :inMenus WHERE site = :site AND id = :id",
    { site, id, path, title, access, inMenus },
    transaction,
  );
  await saveEntryTerms(site, id, terms, transaction);
};

const saveEntryTerms = async (
  site: string,
  id: string,
  terms: readonly string[],
  transaction: Transaction,
): Promise<void> => {
  await runStatement("DELETE FROM entry_term WHERE site = :site AND entry = :id", { site, id }, transaction);
  for (const term of new Set(terms))
    await runStatement(
      "INSERT INTO entry_term (site, entry, term) VALUES (:site, :id, :term)",
      { site, id, term },
      transaction,
    );
};

export const saveEntry = async (site: string, entry: Entry, transaction: Transaction): Promise<void> => {
  const { terms, body, fields, ...columns } = entry;
  const words = plainText(body).toLowerCase();
  await runStatement(
    `INSERT INTO entry (site, id, kind, parent, path, title, summary, medium, author, access, position, in_menus, published_on, starts_at, ends_at, fields, picture, body, words)
     VALUES (:site, :id, :kind, :parent, :path, :title, :summary, :medium, :author, :access, :position, :inMenus, :publishedOn, :startsAt, :endsAt, :fields, :picture, :body, :words)
     ON CONFLICT (site, id) DO UPDATE SET kind = excluded.kind, parent = excluded.parent, path = excluded.path, title = excluded.title,
       summary = excluded.summary, medium = excluded.medium, author = excluded.author, access = excluded.access, position = excluded.position, in_menus = excluded.in_menus,
       published_on = excluded.published_on, starts_at = excluded.starts_at, ends_at = excluded.ends_at, fields = excluded.fields,
       picture = excluded.picture, body = excluded.body, words = excluded.words`,
    // what was removed by an older version knows no such wish
    {
      site,
      ...columns,
      inMenus: columns.inMenus ?? true,
      fields: JSON.stringify(fields),
      body: JSON.stringify(body),
      words,
    },
    transaction,
  );
  await saveEntryTerms(site, entry.id, terms, transaction);
};
