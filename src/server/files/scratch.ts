import { randomUUID } from "node:crypto";
import { mkdir, readdir, rm, stat } from "node:fs/promises";
import { join, resolve } from "node:path";
import { readEnvironment } from "../../data/environment";

/** A folder of its own for files on their way: it is gone when the work is done, whatever became of it. */
export const withScratch = async <T>(work: (folder: string) => Promise<T>): Promise<T> => {
  const folder = join(scratchRoot(), randomUUID());
  // the folder round it keeps its usual mode: the database's user may have to pass through it
  await mkdir(scratchRoot(), { recursive: true });
  await mkdir(folder, { mode: 0o700 });
  try {
    return await work(folder);
  } finally {
    await rm(folder, { recursive: true, force: true });
  }
};

const scratchRoot = (): string => resolve(readEnvironment().DATA_DIR, "scratch");

const LEFT_BEHIND_MS = 3_600_000;

/** Removes what a process that was killed left behind. What is younger than an hour may be in use by another one. */
export const sweepScratch = async (now: Date): Promise<void> => {
  const names = await readdir(scratchRoot()).catch(() => []);
  for (const name of names) {
    const folder = join(scratchRoot(), name);
    const { mtimeMs } = await stat(folder).catch(() => ({ mtimeMs: Number.POSITIVE_INFINITY }));
    if (now.getTime() - mtimeMs > LEFT_BEHIND_MS) await rm(folder, { recursive: true, force: true });
  }
};
