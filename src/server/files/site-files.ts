import { createWriteStream } from "node:fs";
import { statfs } from "node:fs/promises";
import { resolve } from "node:path";
import { Readable } from "node:stream";
import { pipeline } from "node:stream/promises";
import { fail, type Issue, issue, type Outcome, succeed } from "../../core/model/issue";
import { type Connection, POOL, type Transaction } from "../../data/database";
import { readEnvironment } from "../../data/environment";
import {
  findFile,
  type Kept,
  keptFiles,
  type NewFile,
  readBytes,
  saveFile,
} from "../../data/file-repository";
import type { Rendered } from "./picture-file";

/** Files of a site: what it may keep, what it keeps, and how they get from the database to the disk for those who decode them. */
const MEGABYTE = 1_048_576;

export interface Allowance extends Kept {
  readonly mostFiles: number;
  readonly mostBytes: number;
}

/** What a site keeps and may keep. */
export const allowanceOf = async (site: string, connection: Connection): Promise<Allowance> => {
  const { SITE_FILES, SITE_MEGABYTES } = readEnvironment();
  return {
    ...(await keptFiles(site, connection)),
    mostFiles: SITE_FILES,
    mostBytes: SITE_MEGABYTES * MEGABYTE,
  };
};

/** Why a site may not keep so many bytes more; undefined if it may. */
const quotaIssue = ({ files, bytes, mostFiles, mostBytes }: Allowance, more: number) => {
  if (files >= mostFiles) return issue("quota.files", [], { limit: mostFiles });
  if (bytes + more > mostBytes)
    return issue("quota.bytes", [], {
      limit: Math.round(mostBytes / MEGABYTE),
      used: Math.round(bytes / MEGABYTE),
    });
  return undefined;
};

/** Whether a disk of ours has less left than the database may need. */
const isDiskFull = async (): Promise<boolean> => {
  const { DATA_DIR, CLUSTER_DIR, DISK_RESERVE_MB } = readEnvironment();
  const folders = [DATA_DIR, ...(CLUSTER_DIR ? [CLUSTER_DIR] : [])];
  const free = await Promise.all(
    folders.map(async (folder) => {
      const disk = await statfs(resolve(folder)).catch(() => null);
      return disk ? disk.bavail * disk.bsize : Number.POSITIVE_INFINITY;
    }),
  );
  return free.some((bytes) => bytes < DISK_RESERVE_MB * MEGABYTE);
};

/** Asked before anything is read: whether there is room for a file of so many bytes. */
export const roomFor = async (site: string, bytes: number): Promise<Outcome<true>> => {
  if (await isDiskFull()) return fail(issue("disk.full"));
  const problem = quotaIssue(await allowanceOf(site, POOL), bytes);
  return problem ? fail(problem) : succeed(true);
};

/** Keeps files of a site, unless that would be more than it may. The caller rolls back what is refused. */
export const keepFiles = async (
  site: string,
  files: readonly NewFile[],
  transaction: Transaction,
): Promise<Outcome<true>> => {
  for (const file of files) await saveFile(site, file, transaction);
  const { files: count, bytes, mostFiles, mostBytes } = await allowanceOf(site, transaction);
  const problem = quotaIssue({ files: count - 1, bytes, mostFiles, mostBytes }, 0);
  return problem ? fail(problem) : succeed(true);
};

/** The files of a picture: its original, and what was made of it. */
export const picturesFiles = ({ facts, files }: Rendered, original: string): readonly NewFile[] => [
  { hash: facts.file, variant: "original", type: facts.type, source: original },
  ...files.map(({ variant, type, path }) => ({ hash: facts.file, variant, type, source: path })),
];

/** Why a picture that comes with others cannot be taken, with the file it is in. */
export const pictureIssue = (file: string, [why]: readonly Issue[]): Issue =>
  issue("pack.picture", [file], { ...why?.params, why: why?.code ?? "picture.unreadable" });

/** Writes a file of a site to the disk; false if it is not there. */
export const fetchFile = async (
  site: string,
  hash: string,
  variant: string,
  path: string,
): Promise<boolean> => {
  const file = await findFile(site, hash, variant, POOL);
  if (!file) return false;
  const bytes = file.size === 0 ? [] : readBytes(site, hash, variant, { from: 0, to: file.size - 1 }, POOL);
  await pipeline(Readable.from(bytes), createWriteStream(path, { mode: 0o600 }));
  return true;
};
