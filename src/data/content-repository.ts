import type { Author, Entry, EntryFacts, Grouping, Kind, SiteSettings, Term } from "../core/model/content";
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

/** What entries say, by their ids; those that are gone are not among them. */
export const loadBodies = async (
  site: string,
  entries: readonly string[],
  connection: Connection,
): Promise<ReadonlyMap<string, RichText>> => {
  if (entries.length === 0) return new Map();
  const rows = await selectRows<{ id: string; body: RichText }>(
    "SELECT id, body FROM entry WHERE site = :site AND id IN (:entries)",
    { site, entries },
    connection,
  );
  return new Map(rows.map(({ id, body }) => [id, body]));
};

export const loadBody = async (site: string, entry: string, connection: Connection): Promise<RichText> => {
  const [row] = await selectRows<{ body: RichText }>(
    "SELECT body FROM entry WHERE site = :site AND id = :entry",
    { site, entry },
    connection,
  );
  return row?.body ?? [];
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
  { id, parent, path, title, access, terms, inMenus, film, changedOn }: EntryFacts,
  transaction: Transaction,
): Promise<void> => {
  await runStatement(
    "UPDATE entry SET parent = :parent, path = :path, title = :title, access = :access, in_menus = :inMenus, film = :film, changed_on = :changedOn WHERE site = :site AND id = :id",
    {
      site,
      id,
      parent,
      path,
      title,
      access,
      inMenus,
      film: film ? JSON.stringify(film) : null,
      changedOn: changedOn ?? null,
    },
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
    `INSERT INTO entry (site, id, kind, parent, path, title, summary, medium, author, access, position, in_menus, published_on, changed_on, starts_at, ends_at, fields, picture, pictures, film, body, words)
     VALUES (:site, :id, :kind, :parent, :path, :title, :summary, :medium, :author, :access, :position, :inMenus, :publishedOn, :changedOn, :startsAt, :endsAt, :fields, :picture, :pictures, :film, :body, :words)
     ON CONFLICT (site, id) DO UPDATE SET kind = excluded.kind, parent = excluded.parent, path = excluded.path, title = excluded.title,
       summary = excluded.summary, medium = excluded.medium, author = excluded.author, access = excluded.access, position = excluded.position, in_menus = excluded.in_menus,
       published_on = excluded.published_on, changed_on = excluded.changed_on, starts_at = excluded.starts_at, ends_at = excluded.ends_at, fields = excluded.fields,
       picture = excluded.picture, pictures = excluded.pictures, film = excluded.film, body = excluded.body, words = excluded.words`,
    // what was removed by an older version knows no such wish
    {
      site,
      ...columns,
      inMenus: columns.inMenus ?? true,
      changedOn: columns.changedOn ?? null,
      fields: JSON.stringify(fields),
      pictures: JSON.stringify(columns.pictures ?? []),
      film: columns.film ? JSON.stringify(columns.film) : null,
      body: JSON.stringify(body),
      words,
    },
    transaction,
  );
  await saveEntryTerms(site, entry.id, terms, transaction);
};
