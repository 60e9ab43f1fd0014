import { open } from "node:fs/promises";
import { type Connection, runBound, runStatement, selectRows, type Transaction } from "./database";

/** Bytes of files in chunks of 256 KB, by content hash and variant (`original`, `800.webp` …). */
const CHUNK = 256 * 1024;
/** How many chunks are read at a time. */
const AT_A_TIME = 4;

/** A file to keep: its bytes, or where they lie on the disk. */
export interface NewFile {
  readonly hash: string;
  readonly variant: string;
  readonly type: string;
  readonly source: Uint8Array | string;
}

async function* chunksOf(source: Uint8Array | string): AsyncGenerator<Buffer> {
  if (typeof source !== "string") {
    for (let from = 0; from < source.length; from += CHUNK)
      yield Buffer.from(source.subarray(from, from + CHUNK));
    return;
  }
  const file = await open(source);
  try {
    for (let from = 0; ; from += CHUNK) {
      const { bytesRead, buffer } = await file.read(Buffer.alloc(CHUNK), 0, CHUNK, from);
      if (bytesRead > 0) yield buffer.subarray(0, bytesRead);
      if (bytesRead < CHUNK) return;
    }
  } finally {
    await file.close();
  }
}

const sizeOf = async (source: Uint8Array | string): Promise<number> => {
  if (typeof source !== "string") return source.length;
  const file = await open(source);
  try {
    return (await file.stat()).size;
  } finally {
    await file.close();
  }
};

/** Keeps bytes under their hash; what is there already stays, and counts as used anew. */
export const saveFile = async (site: string, file: NewFile, transaction: Transaction): Promise<void> => {
  const { hash, variant, type, source } = file;
  // whoever sends the same at the same time waits here until it is there, or until it is not after all
  const kept = await selectRows<{ isNew: boolean }>(
    `INSERT INTO file (site, hash, variant, type, size) VALUES (:site, :hash, :variant, :type, :size)
     ON CONFLICT (site, hash, variant) DO UPDATE SET unused_since = NULL RETURNING (xmax = 0) AS "isNew"`,
    { site, hash, variant, type, size: await sizeOf(source) },
    transaction,
  );
  if (!kept[0]?.isNew) return;
  let position = 0;
  for await (const bytes of chunksOf(source)) {
    await runBound(
      "INSERT INTO file_chunk (site, hash, variant, position, bytes) VALUES ($1, $2, $3, $4, $5)",
      [site, hash, variant, position, bytes],
      transaction,
    );
    position += 1;
  }
};

/** What is known of a file without reading it; null if it is not there. */
export const findFile = async (
  site: string,
  hash: string,
  variant: string,
  connection: Connection,
): Promise<{ readonly type: string; readonly size: number } | null> => {
  const [file] = await selectRows<{ type: string; size: number }>(
    "SELECT type, size FROM file WHERE site = :site AND hash = :hash AND variant = :variant",
    { site, hash, variant },
    connection,
  );
  return file ?? null;
};

/** Bytes `from` to `to`, both included, of a file that is there: only the chunks they lie in are read, a few at a time. */
export async function* readBytes(
  site: string,
  hash: string,
  variant: string,
  { from, to }: { readonly from: number; readonly to: number },
  connection: Connection,
): AsyncGenerator<Buffer> {
  const last = Math.floor(to / CHUNK);
  for (let first = Math.floor(from / CHUNK); first <= last; first += AT_A_TIME) {
    const chunks = await selectRows<{ position: number; bytes: Buffer }>(
      `SELECT position, bytes FROM file_chunk WHERE site = :site AND hash = :hash AND variant = :variant
         AND position BETWEEN :first AND :upTo ORDER BY position`,
      { site, hash, variant, first, upTo: Math.min(last, first + AT_A_TIME - 1) },
      connection,
    );
    if (chunks.length === 0) throw new Error(`file: expected chunk ${first} of ${hash}, got none`);
    for (const { position, bytes } of chunks) {
      const start = position * CHUNK;
      yield bytes.subarray(Math.max(0, from - start), Math.min(bytes.length, to + 1 - start));
    }
  }
}

/** A whole file in memory: for small ones, and for those who need it whole. */
export const loadFile = async (
  site: string,
  hash: string,
  variant: string,
  connection: Connection,
): Promise<{ readonly type: string; readonly bytes: Buffer } | null> => {
  const file = await findFile(site, hash, variant, connection);
  if (!file) return null;
  const chunks: Buffer[] = [];
  if (file.size > 0)
    for await (const chunk of readBytes(site, hash, variant, { from: 0, to: file.size - 1 }, connection))
      chunks.push(chunk);
  return { type: file.type, bytes: Buffer.concat(chunks) };
};

/** Bytes of the originals of a site, by content hash. */
export const fileSizes = async (site: string, connection: Connection): Promise<ReadonlyMap<string, number>> =>
  new Map(
    (
      await selectRows<{ hash: string; size: number }>(
        "SELECT hash, size FROM file WHERE site = :site AND variant = 'original'",
        { site },
        connection,
      )
    ).map(({ hash, size }) => [hash, size]),
  );

/** What a site keeps: files people brought, and the bytes of them and of all that was made from them. */
export interface Kept {
  readonly files: number;
  readonly bytes: number;
}

export const keptFiles = async (site: string, connection: Connection): Promise<Kept> => {
  const [row] = await selectRows<{ files: number; bytes: string }>(
    `SELECT count(DISTINCT hash)::int AS files, coalesce(sum(size), 0)::text AS bytes FROM file WHERE site = :site`,
    { site },
    connection,
  );
  return { files: row?.files ?? 0, bytes: Number(row?.bytes ?? 0) };
};

/** Which of these files are there. */
export const presentFiles = async (
  site: string,
  hashes: readonly string[],
  connection: Connection,
): Promise<ReadonlySet<string>> => {
  if (hashes.length === 0) return new Set();
  const rows = await selectRows<{ hash: string }>(
    "SELECT DISTINCT hash FROM file WHERE site = :site AND hash IN (:hashes)",
    { site, hashes },
    connection,
  );
  return new Set(rows.map(({ hash }) => hash));
};

/**
 * Every hash that something of the site names: the draft, the editions that are kept, films of entries, what is in the
 * bin, uploads under way, and what was changed since an instant, for that may be undone.
 */
const NAMED = `SELECT DISTINCT (regexp_matches(body, '[0-9a-f]{64}', 'g'))[1] AS hash FROM (
    SELECT body::text AS body FROM document WHERE site = :site
    UNION ALL SELECT body::text FROM blob WHERE site = :site
    UNION ALL SELECT body::text FROM removed_content WHERE site = :site
    UNION ALL SELECT film::text FROM entry WHERE site = :site AND film IS NOT NULL
    UNION ALL SELECT hash FROM upload WHERE site = :site AND state IN ('waiting', 'working')
    UNION ALL SELECT operations::text || inverse::text FROM change WHERE site = :site AND at > :since) AS named`;

const DAY_MS = 86_400_000;
/** Files nothing uses are kept for so long. */
export const UNUSED_DAYS = 7;

/** Notes since when nothing uses which files. */
export const noteUnusedFiles = (site: string, now: Date, transaction: Transaction): Promise<void> =>
  runStatement(
    `UPDATE file SET unused_since = used.since FROM (
       SELECT hash, variant, CASE WHEN hash IN (SELECT hash FROM (${NAMED}) AS named) THEN NULL
         ELSE coalesce(unused_since, :now) END AS since FROM file WHERE site = :site) AS used
     WHERE file.site = :site AND file.hash = used.hash AND file.variant = used.variant
       AND file.unused_since IS DISTINCT FROM used.since`,
    { site, since: weekBefore(now), now },
    transaction,
  );

/** Whether there are files that nothing used for a week when it was last noted. */
export const hasUnusedFiles = async (site: string, now: Date, connection: Connection): Promise<boolean> => {
  const found = await selectRows(
    "SELECT 1 FROM file WHERE site = :site AND unused_since <= :since LIMIT 1",
    { site, since: weekBefore(now) },
    connection,
  );
  return found.length > 0;
};

/** Removes files nothing used for a week and nothing uses now. Nobody may begin to use one meanwhile: the site is held. Returns how many went. */
export const removeUnusedFiles = async (
  site: string,
  now: Date,
  transaction: Transaction,
): Promise<number> => {
  const gone = await selectRows<{ hash: string }>(
    `WITH gone AS (DELETE FROM file WHERE site = :site AND unused_since <= :since
       AND hash NOT IN (SELECT hash FROM (${NAMED}) AS named) RETURNING hash)
     SELECT DISTINCT hash FROM gone`,
    { site, since: weekBefore(now) },
    transaction,
  );
  return gone.length;
};

const weekBefore = (now: Date): Date => new Date(now.getTime() - UNUSED_DAYS * DAY_MS);
