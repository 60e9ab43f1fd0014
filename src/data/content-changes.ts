import type { Entry, Kind, Term } from "../core/model/content";
import { plainText } from "../core/model/rich-text";
import { saveEntry, saveKinds, saveTerms } from "./content-repository";
import { type Connection, database, runStatement, selectRows, type Transaction } from "./database";

/** Changes of single things of a site's content: facts of an entry, paths with what they leave behind, removals. */

/** An entry's path and the paths of everything below it, moved; each old path is remembered. */
export const movePaths = async (
  site: string,
  moves: readonly { readonly entry: string; readonly from: string; readonly to: string }[],
  transaction: Transaction,
): Promise<void> => {
  // in two steps, for one's new path can be another's old one
  for (const { entry } of moves)
    await runStatement(
      "UPDATE entry SET path = '/_moving/' || id || '/' WHERE site = :site AND id = :entry",
      { site, entry },
      transaction,
    );
  for (const { entry, from, to } of moves) {
    await runStatement(
      "UPDATE entry SET path = :to WHERE site = :site AND id = :entry",
      { site, entry, to },
      transaction,
    );
    await runStatement(
      `INSERT INTO moved_path (site, path, entry) VALUES (:site, :from, :entry)
       ON CONFLICT (site, path) DO UPDATE SET entry = excluded.entry`,
      { site, from, entry },
      transaction,
    );
    await runStatement("DELETE FROM moved_path WHERE site = :site AND path = :to", { site, to }, transaction);
  }
};

/** The entry that had a path before it moved, or null. */
export const findMoved = async (
  site: string,
  path: string,
  connection: Connection,
): Promise<string | null> => {
  const [row] = await selectRows<{ entry: string }>(
    "SELECT entry FROM moved_path WHERE site = :site AND path = :path",
    { site, path },
    connection,
  );
  return row?.entry ?? null;
};

export const loadEntries = async (
  site: string,
  ids: readonly string[],
  transaction: Transaction,
): Promise<readonly Entry["body"][]> => {
  const bodies = await selectRows<{ id: string; body: Entry["body"] }>(
    "SELECT id, body FROM entry WHERE site = :site AND id IN (:ids)",
    { site, ids: ids.length === 0 ? [""] : ids },
    transaction,
  );
  const byId = new Map(bodies.map(({ id, body }) => [id, body]));
  return ids.map((id) => byId.get(id) ?? []);
};

/** What a removal took, whole, so that it can be brought back. */
export interface Removed {
  readonly entries: readonly Entry[];
  readonly terms: readonly Term[];
  readonly kinds: readonly Kind[];
  /** Terms that entries carried, by entry; entries and terms that hung below what went, by parent. */
  readonly carried: readonly { readonly entry: string; readonly term: string }[];
  readonly entriesBelow: readonly { readonly id: string; readonly parent: string }[];
  readonly termsBelow: readonly { readonly id: string; readonly parent: string }[];
  readonly moved: readonly { readonly path: string; readonly entry: string }[];
  /** Where terms and kinds stood among their like. */
  readonly places: readonly {
    readonly table: "term" | "kind";
    readonly id: string;
    readonly position: number;
  }[];
}

/** For a parent, itself if it stays, else the nearest above it that does; null for none. */
export const survivingParent = ({
  entries,
  terms,
}: Pick<Removed, "entries" | "terms">): ((id: string | null) => string | null) => {
  const above = new Map([...entries, ...terms].map(({ id, parent }) => [id, parent]));
  const survivor = (id: string | null): string | null =>
    id !== null && above.has(id) ? survivor(above.get(id) ?? null) : id;
  return survivor;
};

/** Takes entries, terms and kinds out. What hung below them moves up to what they hung below. */
export const removeContent = async (
  site: string,
  { entries, terms, kinds, entriesBelow, termsBelow }: Removed,
  transaction: Transaction,
): Promise<void> => {
  const survivor = survivingParent({ entries, terms });
  for (const { id, parent } of entriesBelow)
    await runStatement(
      "UPDATE entry SET parent = :parent WHERE site = :site AND id = :id",
      { site, id, parent: survivor(parent) },
      transaction,
    );
  for (const { id, parent } of termsBelow)
    await runStatement(
      "UPDATE term SET parent = :parent WHERE site = :site AND id = :id",
      { site, id, parent: survivor(parent) },
      transaction,
    );
  for (const [table, things] of [
    ["entry", entries],
    ["term", terms.toReversed()],
    ["kind", kinds],
  ] as const)
    for (const { id } of things)
      await runStatement(`DELETE FROM ${table} WHERE site = :site AND id = :id`, { site, id }, transaction);
};

/** Brings back what a removal took, with what it was tied to as far as that is still there. */
export const restoreContent = async (
  site: string,
  removed: Removed,
  transaction: Transaction,
): Promise<void> => {
  await saveKinds(site, removed.kinds, transaction);
  await saveTerms(site, removed.terms, transaction);
  for (const entry of removed.entries) await saveEntry(site, entry, transaction);
  for (const [table, below] of [
    ["entry", removed.entriesBelow],
    ["term", removed.termsBelow],
  ] as const)
    for (const { id, parent } of below)
      await runStatement(
        `UPDATE ${table} SET parent = :parent WHERE site = :site AND id = :id`,
        { site, id, parent },
        transaction,
      );
  for (const { entry, term } of removed.carried)
    await runStatement(
      `INSERT INTO entry_term (site, entry, term)
       SELECT :site, :entry, :term WHERE EXISTS (SELECT 1 FROM entry WHERE site = :site AND id = :entry)
       ON CONFLICT DO NOTHING`,
      { site, entry, term },
      transaction,
    );
  for (const { table, id, position } of removed.places)
    await runStatement(
      `UPDATE ${table} SET position = :position WHERE site = :site AND id = :id`,
      { site, id, position },
      transaction,
    );
  for (const { path, entry } of removed.moved)
    await runStatement(
      "INSERT INTO moved_path (site, path, entry) VALUES (:site, :path, :entry) ON CONFLICT DO NOTHING",
      { site, path, entry },
      transaction,
    );
};

export const placesOf = async (
  site: string,
  { terms, kinds }: Pick<Removed, "terms" | "kinds">,
  transaction: Transaction,
): Promise<Removed["places"]> => {
  const of = async (table: "term" | "kind", ids: readonly string[]) =>
    ids.length === 0
      ? []
      : (
          await selectRows<{ id: string; position: number }>(
            `SELECT id, position FROM ${table} WHERE site = :site AND id IN (:ids)`,
            { site, ids },
            transaction,
          )
        ).map((row) => ({ table, ...row }));
  return [
    ...(await of(
      "term",
      terms.map(({ id }) => id),
    )),
    ...(await of(
      "kind",
      kinds.map(({ id }) => id),
    )),
  ];
};

export const movedPathsOf = (
  site: string,
  entries: readonly string[],
  transaction: Transaction,
): Promise<{ path: string; entry: string }[]> =>
  selectRows(
    "SELECT path, entry FROM moved_path WHERE site = :site AND entry IN (:entries)",
    { site, entries: entries.length === 0 ? [""] : entries },
    transaction,
  );

interface Kept {
  readonly id: string;
  readonly label: string;
  readonly body: Removed;
  readonly author: string;
  readonly at: Date;
}

export const keepRemoved = (site: string, kept: Kept, transaction: Transaction): Promise<void> =>
  runStatement(
    `INSERT INTO removed_content (site, id, label, body, author, at)
     VALUES (:site, :id, :label, :body, :author, :at)`,
    { site, ...kept, body: JSON.stringify(kept.body) },
    transaction,
  );

/** Takes a removal out of the store, to bring it back; null if it is not there (any more). */
export const takeRemoved = async (
  site: string,
  id: string,
  transaction: Transaction,
): Promise<Removed | null> => {
  const [row] = await selectRows<{ body: Removed }>(
    "SELECT body FROM removed_content WHERE site = :site AND id = :id FOR UPDATE",
    { site, id },
    transaction,
  );
  await runStatement(
    "DELETE FROM removed_content WHERE site = :site AND id = :id",
    { site, id },
    transaction,
  );
  return row?.body ?? null;
};

export const listRemoved = (
  site: string,
  connection: Connection,
): Promise<{ id: string; label: string; at: Date }[]> =>
  selectRows(
    "SELECT id, label, at FROM removed_content WHERE site = :site ORDER BY at DESC, id LIMIT 50",
    {
      site,
    },
    connection,
  );

/** Rows in one statement; for loading many. */
export const saveEntriesInBulk = async (
  site: string,
  entries: readonly Entry[],
  transaction: Transaction,
): Promise<void> => {
  const size = 2000;
  for (let from = 0; from < entries.length; from += size) {
    const batch = entries.slice(from, from + size).map((entry) => ({
      ...entry,
      words: plainText(entry.body).toLowerCase(),
    }));
    const rows = JSON.stringify(batch);
    await database().sequelize.query(
      `INSERT INTO entry (site, id, kind, parent, path, title, summary, medium, author, access, position, in_menus, published_on, changed_on, starts_at, ends_at, fields, picture, pictures, film, body, words)
       SELECT :site, id, kind, parent, path, title, summary, medium, author, access, position, coalesce("inMenus", true), "publishedOn", "changedOn", "startsAt", "endsAt", fields, picture, coalesce(pictures, '[]'), nullif(film, 'null'), body, words
       FROM jsonb_to_recordset(:rows) AS e(id text, kind text, parent text, path text, title text, summary text, medium text, author text, access text,
         position integer, "inMenus" boolean, "publishedOn" timestamptz, "changedOn" timestamptz, "startsAt" timestamptz, "endsAt" timestamptz, fields jsonb, picture text, pictures jsonb, film jsonb, body jsonb, words text)`,
      { replacements: { site, rows }, transaction },
    );
    await database().sequelize.query(
      `INSERT INTO entry_term (site, entry, term)
       SELECT :site, e.id, t FROM jsonb_to_recordset(:rows) AS e(id text, terms jsonb), jsonb_array_elements_text(e.terms) AS t`,
      { replacements: { site, rows }, transaction },
    );
    // what its keys are checked by was planned while the table was small: whenever it has doubled, that is planned anew
    if (Math.log2(from / size + 1) % 1 === 0)
      await database().sequelize.query("ANALYZE entry, entry_term", { transaction });
  }
};
