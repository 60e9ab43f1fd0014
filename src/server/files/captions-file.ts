import { createHash } from "node:crypto";
import { readFile, writeFile } from "node:fs/promises";
import { join } from "node:path";
import webvtt from "webvtt-parser";
import { fail, issue, type Outcome, succeed } from "../../core/model/issue";

/** Longer than this no captions of a short film are. */
export const MOST_CAPTIONS_BYTES = 500_000;

/** Reads captions (WebVTT, W3C): what is wrong is told by its line. The text as it is kept. */
export const readCaptions = (bytes: Uint8Array): Outcome<{ readonly text: string }> => {
  if (bytes.length > MOST_CAPTIONS_BYTES) return fail(issue("captions.tooBig", [], { limit: "500 KB" }));
  let text: string;
  try {
    text = new TextDecoder("utf-8", { fatal: true }).decode(bytes);
  } catch {
    return fail(issue("captions.notText"));
  }
  const { cues, errors } = new webvtt.WebVTTParser().parse(text, "captions");
  const [wrong] = errors;
  if (wrong) return fail(issue("captions.line", [], { line: wrong.line }));
  if (cues.length === 0) return fail(issue("captions.none"));
  return succeed({ text });
};

/** The same for a file on the disk: what is kept of it lies in the folder. */
export const takeCaptions = async ({
  path,
  folder,
}: {
  readonly path: string;
  readonly folder: string;
}): Promise<Outcome<{ readonly path: string; readonly sha256: string }>> => {
  const read = readCaptions(new Uint8Array(await readFile(path)));
  if (!read.ok) return read;
  const kept = join(folder, "captions");
  await writeFile(kept, read.value.text);
  return succeed({ path: kept, sha256: createHash("sha256").update(read.value.text).digest("hex") });
};
