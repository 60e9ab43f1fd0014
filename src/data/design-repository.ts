import { createHash } from "node:crypto";
import { type Design, type DesignDocument, designOf } from "../core/design/design";
import type { Operation } from "../core/design/operations";
import { upgraded } from "../core/design/upgrades";
import { canonicalJson } from "../core/model/canonical";
import type { Issue } from "../core/model/issue";
import type { Picture } from "../core/model/picture";
import { CONTENT_KEY, DESIGN_KEY } from "./content-repository";
import { type Connection, database, on, runStatement, selectRows, type Transaction } from "./database";
import { knownDocuments, noteDocuments } from "./known-documents";
import type { ChangeRow, EditionRow } from "./models";

/** Design documents, the editions that freeze them, and the changes made to them. */

const hashOf = (body: unknown): string => createHash("sha256").update(canonicalJson(body)).digest("hex");

/** A stored document that this version cannot read, with where. */
export class UnreadableDocument extends Error {
  override readonly name = "UnreadableDocument";
  constructor(readonly issues: readonly Issue[]) {
    super(
      `document: expected one that can be read, got ${issues.map(({ path }) => path.join(" › ")).join(", ")}`,
    );
  }
}

const readDocument = (row: DesignDocument): DesignDocument => {
  const document = upgraded(row);
  if (!document.ok) throw new UnreadableDocument(document.issues);
  return document.value;
};

interface StoredDocument extends Omit<DesignDocument, "body"> {
  readonly hash: string;
  /** `null` if it need not be fetched. */
  readonly body: unknown;
}

/** Reads the documents of a state; those that are known already stay the objects they are. */
const readAll = async (
  site: string,
  state: "draft" | "edition",
  select: (known: readonly string[]) => Promise<StoredDocument[]>,
): Promise<Design> => {
  const known = knownDocuments(site);
  // an empty list is none of SQL's
  const rows = await select(["", ...known.hashes]);
  const documents = rows.map((row) => {
    const { id, kind, hash, body } = row;
    return { hash, document: known.find(row) ?? readDocument({ id, kind, body } as DesignDocument) };
  });
  noteDocuments(site, state, documents);
  return designOf(documents.map(({ document }) => document));
};

/** The body, unless its hash is known here. */
const BODY = "CASE WHEN hash IN (:known) THEN NULL ELSE body END AS body";

export const loadDraft = (site: string, connection: Connection): Promise<Design> =>
  readAll(site, "draft", (known) =>
    selectRows(
      `SELECT id, kind, hash, ${BODY} FROM document WHERE site = :site ORDER BY id`,
      { site, known },
      connection,
    ),
  );

/** Pictures of content that are newer than an edition, by id: content is live at once. Those that are not there are left out. */
export const loadPictures = async (
  site: string,
  ids: readonly string[],
  connection: Connection,
): Promise<Readonly<Record<string, Picture>>> => {
  if (ids.length === 0) return {};
  const rows = await selectRows<DesignDocument>(
    "SELECT id, kind, body FROM document WHERE site = :site AND kind = 'picture' AND id IN (:ids)",
    { site, ids },
    connection,
  );
  return Object.fromEntries(rows.map(readDocument).map(({ id, body }) => [id, body as Picture]));
};

export const loadEdition = (site: string, seq: number, connection: Connection): Promise<Design> =>
  readAll(site, "edition", (known) =>
    selectRows(
      `SELECT document AS id, kind, hash, ${BODY} FROM edition_item JOIN blob USING (site, hash)
       WHERE site = :site AND edition = :seq ORDER BY document`,
      { site, seq, known },
      connection,
    ),
  );

/** The edition visitors see: the newest whose time has come. Its key names what it holds, its number only where it stands. */
export const liveEdition = async (
  site: string,
  now: Date,
  connection: Connection,
): Promise<{ readonly seq: number; readonly key: string } | null> => {
  const [row] = await selectRows<{ seq: number; key: string }>(
    `SELECT seq, key FROM edition WHERE site = :site AND goes_live_at <= :now AND put_off_at IS NULL
     ORDER BY goes_live_at DESC, seq DESC LIMIT 1`,
    { site, now },
    connection,
  );
  return row ?? null;
};

/** The number of the edition visitors see; null before the first. */
export const currentEdition = async (
  site: string,
  now: Date,
  connection: Connection,
): Promise<number | null> => (await liveEdition(site, now, connection))?.seq ?? null;

/**
 * What decides what visitors see of a site, in one statement: the name of the edition, of the content and of the pictures
 * of content; and the database's time. Null if there is no such site.
 */
export interface LiveHead {
  readonly version: string;
  readonly now: string;
}

export const liveHead = async (
  site: string,
  connection: Connection,
  /** As of then; now if not said. */
  at: string | null = null,
): Promise<LiveHead | null> => {
  const [row] = await selectRows<{ content: string; edition: string | null; pictures: string; now: Date }>(
    `SELECT ${CONTENT_KEY} AS content, clock_timestamp() AS now,
       (SELECT key FROM edition WHERE edition.site = site.id AND goes_live_at <= coalesce(CAST(:at AS timestamptz), clock_timestamp()) AND put_off_at IS NULL
        ORDER BY goes_live_at DESC, seq DESC LIMIT 1) AS edition,
       (SELECT coalesce(max(rev), 0) || ' ' || count(*) FROM document WHERE document.site = site.id AND kind = 'picture') AS pictures
     FROM site WHERE id = :site`,
    { site, at },
    connection,
  );
  return row
    ? { version: `${row.edition} ${row.content} ${row.pictures}`, now: row.now.toISOString() }
    : null;
};

/** The next edition that is not live yet and waits for its time; null if none does. */
export const waitingEdition = async (
  site: string,
  now: Date,
  connection: Connection,
): Promise<{ readonly seq: number; readonly at: string } | null> => {
  const [row] = await selectRows<{ seq: number; at: Date }>(
    `SELECT seq, goes_live_at AS at FROM edition WHERE site = :site AND goes_live_at > :now AND put_off_at IS NULL
     ORDER BY goes_live_at, seq DESC LIMIT 1`,
    { site, now },
    connection,
  );
  return row ? { seq: row.seq, at: row.at.toISOString() } : null;
};

/** It does not go live by itself any more. */
export const putOffEdition = (
  site: string,
  seq: number,
  now: Date,
  transaction: Transaction,
): Promise<void> =>
  runStatement(
    "UPDATE edition SET put_off_at = :now WHERE site = :site AND seq = :seq",
    { site, seq, now },
    transaction,
  );

export const listEditions = async (site: string, connection: Connection): Promise<EditionRow[]> =>
  (
    await database().models.edition.findAll({ where: { site }, order: [["seq", "DESC"]], ...on(connection) })
  ).map((row) => row.get());

export const findEdition = async (
  site: string,
  seq: number,
  connection: Connection,
): Promise<EditionRow | null> =>
  (await database().models.edition.findOne({ where: { site, seq }, ...on(connection) }))?.get() ?? null;

/** Writes what differs between two designs, as one revision. Returns the new name of the draft. */
export const saveDesign = async (
  site: string,
  before: Design,
  after: Design,
  rev: number,
  transaction: Transaction,
): Promise<string> => {
  const saved: { hash: string; document: DesignDocument }[] = [];
  for (const [id, document] of after) {
    if (before.get(id) === document) continue;
    const { kind, body } = document;
    const hash = hashOf(body);
    await database().models.document.upsert({ site, id, kind, body, rev, hash }, { transaction });
    saved.push({ hash, document });
  }
  noteDocuments(site, "saved", saved);
  for (const id of before.keys())
    if (!after.has(id)) await database().models.document.destroy({ where: { site, id }, transaction });
  const [row] = await selectRows<{ key: string }>(
    `UPDATE site SET design_rev = :rev, design_key = gen_random_uuid()::text WHERE id = :site
     RETURNING ${DESIGN_KEY} AS key`,
    { site, rev },
    transaction,
  );
  return row?.key ?? "";
};

export interface NewChange {
  readonly operations: readonly Operation[];
  readonly inverse: readonly Operation[];
  readonly terms: readonly string[];
  readonly author: string;
  readonly label: string;
  readonly key: string | null;
}

export const addChange = async (
  site: string,
  rev: number,
  change: NewChange,
  at: Date,
  transaction: Transaction,
): Promise<void> => {
  await database().models.change.create({ site, rev, ...change, state: "done", at }, { transaction });
};

/** The change a browser of this person called so; null if it never arrived. */
export const changeOfKey = async (
  site: string,
  author: string,
  key: string,
  transaction: Transaction,
): Promise<ChangeRow | null> =>
  (await database().models.change.findOne({ where: { site, author, key }, transaction }))?.get() ?? null;

/** Which of these changes of this person are here. */
export const arrivedKeys = async (
  site: string,
  author: string,
  keys: readonly string[],
  connection: Connection,
): Promise<readonly string[]> => {
  if (keys.length === 0) return [];
  const rows = await selectRows<{ key: string }>(
    "SELECT key FROM change WHERE site = :site AND author = :author AND key IN (:keys)",
    { site, author, keys },
    connection,
  );
  return rows.map(({ key }) => key);
};

/** The newest change in a state by one person: what undo (`done`) or redo (`undone`) would reach. */
export const newestChange = async (
  site: string,
  author: string,
  state: "done" | "undone",
  connection: Connection,
): Promise<ChangeRow | null> => {
  const order = state === "done" ? "DESC" : "ASC";
  const found = await database().models.change.findOne({
    where: { site, author, state },
    order: [["rev", order]],
    ...on(connection),
  });
  return found?.get() ?? null;
};

export const setChangeState = (
  site: string,
  rev: number,
  state: ChangeRow["state"],
  transaction: Transaction,
): Promise<void> =>
  runStatement(
    "UPDATE change SET state = :state WHERE site = :site AND rev = :rev",
    { site, rev, state },
    transaction,
  );

/** New work ends what could be redone. */
export const dropUndone = (site: string, author: string, transaction: Transaction): Promise<void> =>
  runStatement(
    "UPDATE change SET state = 'dropped' WHERE site = :site AND author = :author AND state = 'undone'",
    { site, author },
    transaction,
  );

/** Rev, author, label and instant of the last change to each document. */
export const lastChanges = async (
  site: string,
  connection: Connection,
): Promise<ReadonlyMap<string, { readonly at: string; readonly label: string }>> => {
  const rows = await selectRows<{ id: string; at: Date; label: string }>(
    `SELECT DISTINCT ON (operation->>'id') operation->>'id' AS id, at, label
     FROM change, jsonb_array_elements(operations) AS operation WHERE site = :site AND state = 'done'
     ORDER BY operation->>'id', rev DESC`,
    { site },
    connection,
  );
  return new Map(rows.map(({ id, at, label }) => [id, { at: at.toISOString(), label }]));
};

/** The changes that touched a document and hold, the newest first, with the names of those who made them. */
export const changesOf = (
  site: string,
  document: string,
  most: number,
  connection: Connection,
): Promise<readonly (ChangeRow & { readonly name: string })[]> =>
  selectRows(
    `SELECT site, rev, operations, inverse, terms, author, label, state, at, key, coalesce(account.name, '') AS name
     FROM change LEFT JOIN account ON account.id = change.author
     WHERE site = :site AND state = 'done' AND operations @> CAST(:wanted AS jsonb)
     ORDER BY rev DESC LIMIT :most`,
    { site, wanted: JSON.stringify([{ id: document }]), most },
    connection,
  );

/** Freezes a design as the next edition. Bodies are stored once per content. */
export const createEdition = async (
  edition: Omit<EditionRow, "seq" | "putOffAt">,
  design: Design,
  transaction: Transaction,
): Promise<number> => {
  const { site } = edition;
  const [row] = await selectRows<{ seq: number }>(
    "SELECT coalesce(max(seq), 0) + 1 AS seq FROM edition WHERE site = :site",
    { site },
    transaction,
  );
  const seq = row?.seq ?? 1;
  await database().models.edition.create({ ...edition, seq }, { transaction });
  for (const { id, kind, body } of design.values()) {
    const hash = hashOf(body);
    await runStatement(
      "INSERT INTO blob (site, hash, body) VALUES (:site, :hash, :body) ON CONFLICT DO NOTHING",
      { site, hash, body: JSON.stringify(body) },
      transaction,
    );
    await runStatement(
      "INSERT INTO edition_item (site, edition, document, kind, hash) VALUES (:site, :seq, :id, :kind, :hash)",
      { site, seq, id, kind, hash },
      transaction,
    );
  }
  return seq;
};
