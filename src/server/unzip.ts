import yauzl, { type Entry, type ZipFile } from "yauzl";
import { fail, type Issue, issue, type Outcome, succeed } from "../core/model/issue";

/** Unpacking is hostile-input code: everything has a limit, and no path leaves the archive. */
export const LIMITS = {
  archive: 64 * 1024 * 1024,
  file: 48 * 1024 * 1024,
  total: 200 * 1024 * 1024,
  files: 5000,
  ratio: 200,
} as const;

class Refused extends Error {
  constructor(readonly problem: Issue) {
    super(problem.code);
  }
}

/** The files of a zip archive by path, or one issue. Nothing is written anywhere. */
export const unzip = async (bytes: Uint8Array): Promise<Outcome<ReadonlyMap<string, Uint8Array>>> => {
  if (bytes.length > LIMITS.archive) return fail(issue("pack.tooBig", [], { limit: "64 MB" }));
  const isZip = bytes[0] === 0x50 && bytes[1] === 0x4b;
  if (!isZip) return fail(issue("pack.notZip"));
  try {
    return succeed(await readAll(Buffer.from(bytes)));
  } catch (error) {
    if (error instanceof Refused) return fail(error.problem);
    const message = error instanceof Error ? error.message : "";
    const path = /(?:invalid relative path|absolute path|invalid characters in fileName): (.*)$/.exec(
      message,
    )?.[1];
    if (path !== undefined) return fail(issue("pack.leavesArchive", [], { path }));
    return fail(issue("pack.cut"));
  }
};

const open = (buffer: Buffer): Promise<ZipFile> =>
  new Promise((resolve, reject) => {
    yauzl.fromBuffer(buffer, { lazyEntries: true, strictFileNames: true }, (error, file) =>
      error ? reject(error) : resolve(file),
    );
  });

const checkEntry = (entry: Entry, total: number, files: number): void => {
  const path = entry.fileName;
  if (entry.uncompressedSize > LIMITS.file || total > LIMITS.total || files > LIMITS.files)
    throw new Refused(issue("pack.tooBig", [path], { limit: "200 MB unpacked" }));
  if (entry.uncompressedSize > 100_000 && entry.uncompressedSize > entry.compressedSize * LIMITS.ratio)
    throw new Refused(issue("pack.ratio", [path]));
};

const readEntry = (file: ZipFile, entry: Entry): Promise<Uint8Array> =>
  new Promise((resolve, reject) => {
    file.openReadStream(entry, (error, stream) => {
      if (error) return reject(error);
      const chunks: Buffer[] = [];
      stream.on("data", (chunk: Buffer) => chunks.push(chunk));
      stream.on("error", reject);
      stream.on("end", () => resolve(Buffer.concat(chunks)));
    });
  });

const readAll = async (buffer: Buffer): Promise<ReadonlyMap<string, Uint8Array>> => {
  const file = await open(buffer);
  const files = new Map<string, Uint8Array>();
  let total = 0;
  return new Promise((resolve, reject) => {
    file.on("error", reject);
    file.on("end", () => resolve(files));
    file.on("entry", async (entry: Entry) => {
      try {
        total += entry.uncompressedSize;
        checkEntry(entry, total, files.size);
        if (!entry.fileName.endsWith("/")) files.set(entry.fileName, await readEntry(file, entry));
        file.readEntry();
      } catch (error) {
        reject(error);
      }
    });
    file.readEntry();
  });
};
