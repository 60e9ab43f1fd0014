import { type Connection, runBound, selectRows, type Transaction } from "./database";

/** Bytes of files in chunks of 256 KB, by content hash and variant (`original`, `800.webp` …). */
const CHUNK = 256 * 1024;

/** Keeps bytes under their hash; what is there already stays. */
export const saveFile = async (
  site: string,
  file: {
    readonly hash: string;
    readonly variant: string;
    readonly type: string;
    readonly bytes: Uint8Array;
  },
  transaction: Transaction,
): Promise<void> => {
  const { hash, variant, type, bytes } = file;
  // whoever sends the same at the same time waits here until it is there, or until it is not after all
  const kept = await selectRows(
    `INSERT INTO file (site, hash, variant, type, size) VALUES (:site, :hash, :variant, :type, :size)
     ON CONFLICT DO NOTHING RETURNING hash`,
    { site, hash, variant, type, size: bytes.length },
    transaction,
  );
  if (kept.length === 0) return;
  for (let position = 0; position * CHUNK < bytes.length; position += 1)
    await runBound(
      "INSERT INTO file_chunk (site, hash, variant, position, bytes) VALUES ($1, $2, $3, $4, $5)",
      [site, hash, variant, position, Buffer.from(bytes.subarray(position * CHUNK, (position + 1) * CHUNK))],
      transaction,
    );
};

export const loadFile = async (
  site: string,
  hash: string,
  variant: string,
  connection: Connection,
): Promise<{ readonly type: string; readonly bytes: Buffer } | null> => {
  const [file] = await selectRows<{ type: string }>(
    "SELECT type FROM file WHERE site = :site AND hash = :hash AND variant = :variant",
    { site, hash, variant },
    connection,
  );
  if (!file) return null;
  const chunks = await selectRows<{ bytes: Buffer }>(
    "SELECT bytes FROM file_chunk WHERE site = :site AND hash = :hash AND variant = :variant ORDER BY position",
    { site, hash, variant },
    connection,
  );
  return { type: file.type, bytes: Buffer.concat(chunks.map(({ bytes }) => bytes)) };
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
