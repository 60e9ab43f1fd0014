import { LRUCache } from "lru-cache";
import { POOL } from "../../data/database";
import { findFile, loadFile, readBytes } from "../../data/file-repository";
import { inPlace } from "../process/places";

/** A file of a site to be sent: small ones from memory, large ones chunk by chunk as they are taken. */
export interface SiteFile {
  readonly type: string;
  readonly size: number;
  /** Both included. */
  readonly read: (from: number, to: number) => AsyncIterable<Uint8Array> | Uint8Array;
}

/** Files up to so many bytes are kept in memory, up to so many bytes of them. They are named by their content, so what is kept is never stale. */
const SMALL = 1024 * 1024;
const MOST_KEPT = 64 * 1024 * 1024;

type Small = { readonly type: string; readonly bytes: Buffer };
type Known = Small | { readonly type: string; readonly size: number };

const holder = globalThis as typeof globalThis & { grayLatchFiles?: LRUCache<string, Known> };
const kept = (): LRUCache<string, Known> => {
  holder.grayLatchFiles ??= new LRUCache<string, Known>({
    maxSize: MOST_KEPT,
    sizeCalculation: (file) => ("bytes" in file ? file.bytes.length : 0) + 200,
    // those who ask for the same at once wait for the one reading of it
    fetchMethod: async (key) => {
      const [site, hash, variant] = key.split(" ") as [string, string, string];
      return inPlace(async () => {
        const file = await findFile(site, hash, variant, POOL);
        if (!file || file.size > SMALL) return file ?? undefined;
        return (await loadFile(site, hash, variant, POOL)) ?? undefined;
      });
    },
  });
  return holder.grayLatchFiles;
};

/** A file of a site; null if it is not there. */
export const siteFile = async (site: string, hash: string, variant: string): Promise<SiteFile | null> => {
  const known = await kept().fetch(`${site} ${hash} ${variant}`);
  if (!known) return null;
  if ("bytes" in known) {
    const { type, bytes } = known;
    return { type, size: bytes.length, read: (from, to) => bytes.subarray(from, to + 1) };
  }
  const { type, size } = known;
  return {
    type,
    size,
    read: (from, to) => inPlaces(readBytes(site, hash, variant, { from, to }, POOL)),
  };
};

/** Takes a place for each reading, and none while what was read is sent. */
async function* inPlaces(chunks: AsyncGenerator<Buffer>): AsyncGenerator<Buffer> {
  for (let next = await inPlace(() => chunks.next()); !next.done; next = await inPlace(() => chunks.next()))
    yield next.value;
}
