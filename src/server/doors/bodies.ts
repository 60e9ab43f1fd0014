import { createHash, randomUUID } from "node:crypto";
import { createWriteStream } from "node:fs";
import { join } from "node:path";
import { Readable, Transform } from "node:stream";
import { pipeline } from "node:stream/promises";
import busboy from "busboy";
import { fail, type Issue, issue, type Outcome, succeed } from "../../core/model/issue";
import type { IssueCode } from "../../core/model/issue-codes";
import { shapeProblem } from "../../core/model/json-shape";
import { ReceivedFile } from "../files/received-file";

/**
 * What a request brings. Nothing here asks who sends it: that was asked before, and what is too much is not read. Bytes
 * are counted while they come, whatever the head says of them.
 */
export const SIGN_IN_BYTES = 4 * 1024;
export const CALL_BYTES = 2 * 1024 * 1024;

/** How large something may be, bytes, and the issue of what is larger. */
export interface Size {
  readonly most: number;
  readonly tooLarge: IssueCode;
}

const larger = ({ most, tooLarge }: Size): Issue =>
  issue(tooLarge, [], {
    limit: most < 1_000_000 ? `${Math.round(most / 1024)} KB` : `${Math.round(most / 1_048_576)} MB`,
  });

const saysMoreThan = (request: Request, most: number): boolean =>
  Number(request.headers.get("content-length") ?? 0) > most;

/** The chunks of a body. Whoever stops early leaves the rest unread: the server that owns the port sees to it. */
async function* chunksOf(request: Request): AsyncGenerator<Uint8Array> {
  if (!request.body) return;
  const reader = request.body.getReader();
  try {
    for (let next = await reader.read(); !next.done; next = await reader.read()) yield next.value;
  } finally {
    reader.releaseLock();
  }
}

const bytesOf = async (request: Request, most: number): Promise<Outcome<Buffer>> => {
  const size: Size = { most, tooLarge: "input.tooLarge" };
  if (saysMoreThan(request, most)) return fail(larger(size));
  const chunks: Uint8Array[] = [];
  let read = 0;
  for await (const chunk of chunksOf(request)) {
    read += chunk.length;
    if (read > most) return fail(larger(size));
    chunks.push(chunk);
  }
  return succeed(Buffer.concat(chunks));
};

/** The JSON value of a body; one that is too large, too deep or no JSON is refused with what is wrong. */
export const readJson = async (request: Request, most: number = CALL_BYTES): Promise<Outcome<unknown>> => {
  const bytes = await bytesOf(request, most);
  return bytes.ok ? parseJson(bytes.value) : bytes;
};

const utf8 = new TextDecoder("utf-8", { fatal: true });

/** Reads JSON whose shape is looked at first. */
export const parseJson = (bytes: Uint8Array): Outcome<unknown> => {
  const problem = shapeProblem(bytes);
  if (problem) return fail(issue(problem === "deep" ? "input.tooDeep" : "input.tooMany"));
  try {
    return succeed(JSON.parse(utf8.decode(bytes)));
  } catch {
    return fail(issue("input.notJson"));
  }
};

/** Counts and hashes what passes; more than `most` breaks the line. */
class Counter extends Transform {
  size = 0;
  readonly #hash = createHash("sha256");
  constructor(private readonly most: number) {
    super();
  }
  override _transform(chunk: Buffer, _: string, next: (error: Error | null, chunk?: Buffer) => void): void {
    this.size += chunk.length;
    if (this.size > this.most) {
      next(new TooLarge());
      return;
    }
    this.#hash.update(chunk);
    next(null, chunk);
  }
  sha256(): string {
    return this.#hash.digest("hex");
  }
}
class TooLarge extends Error {}

/** Why a file did not come whole. What is wrong with our own disk is not put down to who sends: a full one is said, the rest thrown. */
export const whyNotKept = (error: unknown, size: Size): Issue => {
  if (error instanceof TooLarge) return larger(size);
  const { code, syscall } = error as NodeJS.ErrnoException;
  if (code === "ENOSPC") return issue("disk.full");
  if (syscall === "open" || syscall === "write") throw error;
  return issue("input.cut");
};

const keep = async (source: Readable, folder: string, size: Size): Promise<Outcome<ReceivedFile>> => {
  const path = join(folder, randomUUID());
  const counter = new Counter(size.most);
  try {
    await pipeline(source, counter, createWriteStream(path, { mode: 0o600 }));
  } catch (error) {
    return fail(whyNotKept(error, size));
  }
  return succeed(new ReceivedFile(path, counter.size, counter.sha256()));
};

/** The whole body as a file in the folder. */
export const receiveFile = async (
  request: Request,
  folder: string,
  size: Size,
): Promise<Outcome<ReceivedFile>> => {
  if (saysMoreThan(request, size.most)) return fail(larger(size));
  return keep(Readable.from(chunksOf(request)), folder, size);
};

interface Form {
  readonly file: ReceivedFile | null;
  readonly answers: unknown;
}

/** What reads a form; null if the head of the request does not say that it is one. */
const formReader = (request: Request) => {
  try {
    return busboy({
      headers: { "content-type": request.headers.get("content-type") ?? "" },
      limits: { files: 1, fields: 4, parts: 6, fieldSize: CALL_BYTES, fieldNameSize: 100 },
    });
  } catch {
    return null;
  }
};

/** A form of one file and the answers that go with it, as JSON (RFC 7578). */
export const receiveForm = async (request: Request, folder: string, size: Size): Promise<Outcome<Form>> => {
  if (saysMoreThan(request, size.most + CALL_BYTES)) return fail(larger(size));
  const form = formReader(request);
  if (!form) return fail(issue("input.notForm"));
  const stop = new AbortController();
  let file: Promise<Outcome<ReceivedFile>> | undefined;
  let answers: Outcome<unknown> = succeed({});
  try {
    form.on("file", (name, stream) => {
      if (name !== "file" || file) {
        stream.resume();
        return;
      }
      file = keep(stream, folder, size);
      // what is too large ends the reading of all that comes after it
      file.then(
        (kept) => kept.ok || stop.abort(),
        () => stop.abort(),
      );
    });
    form.on("field", (name, value, { valueTruncated }) => {
      if (name !== "answers") return;
      answers = valueTruncated
        ? fail(larger({ most: CALL_BYTES, tooLarge: "input.tooLarge" }))
        : parseJson(Buffer.from(value));
    });
    await pipeline(Readable.from(chunksOf(request)), form, { signal: stop.signal });
  } catch {
    const kept = await file;
    return kept && !kept.ok ? kept : fail(issue("input.cut"));
  }
  const kept = await file;
  if (kept && !kept.ok) return kept;
  if (!answers.ok) return answers;
  return succeed({ file: kept?.value ?? null, answers: answers.value });
};
