import { createHash } from "node:crypto";
import { createWriteStream } from "node:fs";
import { open as openFile } from "node:fs/promises";
import { join } from "node:path";
import { Transform } from "node:stream";
import { pipeline } from "node:stream/promises";
import yauzl, { type Entry, type ZipFile } from "yauzl";
import { fail, type Issue, issue, type Outcome, succeed } from "../../core/model/issue";
import type { PackFiles } from "../../core/packs/read";

/** Unpacking is hostile-input code: everything has a limit, and no path leaves the archive. */
export const LIMITS = {
  archive: 64 * 1024 * 1024,
  file: 48 * 1024 * 1024,
  total: 200 * 1024 * 1024,
  /** Of all JSON files together: what is read into memory. */
  texts: 8 * 1024 * 1024,
  files: 5000,
  ratio: 200,
} as const;

class Refused extends Error {
  constructor(readonly problem: Issue) {
    super(problem.code);
  }
}

/** The files of an archive: what they hash to, the texts among them, and where the others lie. */
export interface Unpacked extends PackFiles {
  readonly paths: ReadonlyMap<string, string>;
}

/** Unpacks a zip archive into the folder, under names of our own; or one issue. */
export const unzip = async (archive: string, folder: string): Promise<Outcome<Unpacked>> => {
  const handle = await openFile(archive);
  const { buffer } = await handle.read(Buffer.alloc(2), 0, 2, 0);
  const { size } = await handle.stat();
  await handle.close();
  if (size > LIMITS.archive) return fail(issue("pack.tooBig", [], { limit: "64 MB" }));
  if (buffer[0] !== 0x50 || buffer[1] !== 0x4b) return fail(issue("pack.notZip"));
  try {
    return succeed(await readAll(archive, folder));
  } catch (error) {
    if (error instanceof Refused) return fail(error.problem);
    const { message, syscall } = error as NodeJS.ErrnoException;
    // our own disk, not the archive
    if (syscall !== undefined) throw error;
    if (/encrypt|unsupported compression|multi-disk/.test(message)) return fail(issue("pack.otherZip"));
    const path = /(?:invalid relative path|absolute path|invalid characters in fileName): (.*)$/.exec(
      message,
    )?.[1];
    if (path !== undefined) return fail(issue("pack.leavesArchive", [], { path }));
    return fail(issue("pack.cut"));
  }
};

const open = (path: string): Promise<ZipFile> =>
  new Promise((resolve, reject) => {
    yauzl.open(path, { lazyEntries: true, strictFileNames: true, autoClose: false }, (error, file) =>
      error ? reject(error) : resolve(file),
    );
  });

const streamOf = (file: ZipFile, entry: Entry): Promise<NodeJS.ReadableStream> =>
  new Promise((resolve, reject) => {
    file.openReadStream(entry, (error, stream) => (error ? reject(error) : resolve(stream)));
  });

/** What is unpacked so far, with its limits. */
class Archive {
  readonly hashes = new Map<string, string>();
  readonly texts = new Map<string, Uint8Array>();
  readonly paths = new Map<string, string>();
  #total = 0;
  #textTotal = 0;
  constructor(private readonly folder: string) {}

  check(entry: Entry): void {
    const path = entry.fileName;
    this.#total += entry.uncompressedSize;
    if (path.endsWith(".json")) this.#textTotal += entry.uncompressedSize;
    const isTooMuch = entry.uncompressedSize > LIMITS.file || this.#total > LIMITS.total;
    if (isTooMuch || this.hashes.size >= LIMITS.files)
      throw new Refused(issue("pack.tooBig", [path], { limit: "200 MB unpacked" }));
    if (entry.uncompressedSize > 100_000 && entry.uncompressedSize > entry.compressedSize * LIMITS.ratio)
      throw new Refused(issue("pack.ratio", [path]));
    if (this.#textTotal > LIMITS.texts)
      throw new Refused(issue("pack.tooBig", [path], { limit: "8 MB of JSON unpacked" }));
    if (this.hashes.has(path)) throw new Refused(issue("pack.fileTwice", [path]));
  }

  async take(entry: Entry, stream: NodeJS.ReadableStream): Promise<void> {
    const path = entry.fileName;
    const hash = createHash("sha256");
    const isText = path.endsWith(".json");
    const chunks: Buffer[] = [];
    const hashing = new Transform({
      transform(chunk: Buffer, _, next) {
        hash.update(chunk);
        if (isText) chunks.push(chunk);
        next(null, isText ? undefined : chunk);
      },
    });
    const kept = join(this.folder, `file-${this.hashes.size}`);
    await pipeline(stream, hashing, createWriteStream(kept, { mode: 0o600 }));
    this.hashes.set(path, hash.digest("hex"));
    if (isText) this.texts.set(path, new Uint8Array(Buffer.concat(chunks)));
    else this.paths.set(path, kept);
  }
}

const readAll = async (path: string, folder: string): Promise<Unpacked> => {
  const file = await open(path);
  const archive = new Archive(folder);
  try {
    await new Promise<void>((resolve, reject) => {
      file.on("error", reject);
      file.on("end", resolve);
      file.on("entry", async (entry: Entry) => {
        try {
          archive.check(entry);
          if (!entry.fileName.endsWith("/")) await archive.take(entry, await streamOf(file, entry));
          file.readEntry();
        } catch (error) {
          reject(error);
        }
      });
      file.readEntry();
    });
  } finally {
    file.close();
  }
  return archive;
};
