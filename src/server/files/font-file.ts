import { readFile, writeFile } from "node:fs/promises";
import { join } from "node:path";
import type { FamilyMetrics } from "../../core/measure/family-metrics";
import { Shaper } from "../../core/measure/shaper";
import { fail, issue, type Outcome, succeed } from "../../core/model/issue";
import { unpackWoff2 } from "./woff2";

/** What a font's file says of itself. Reading is hostile-input code: sizes are checked before anything is unpacked. */
export interface FontFacts {
  readonly family: string;
  /** Lightest and boldest it offers. */
  readonly weights: readonly [number, number];
}

export const MOST_FONT_BYTES = 3_000_000;
const MOST_UNPACKED = 20_000_000;
const NEEDED_TABLES = ["cmap", "head", "hhea", "hmtx", "name", "OS/2"] as const;

/** WOFF File Format 2.0 §4.1: signature `wOF2`, total size of the font at offset 16. */
const SIGNATURE = 0x774f4632;

/** Names are letters, digits, single spaces and hyphens: they are written into style sheets. */
const fontName = (name: string): string =>
  name
    .normalize("NFC")
    .replace(/[^\p{L}\p{M}\p{N}-]+/gu, " ")
    .replace(/ *-[ -]*/g, "-")
    .slice(0, 80)
    .replace(/^[ -]+|[ -]+$/g, "");

class Sfnt {
  readonly #view: DataView;
  readonly #tables = new Map<string, number>();
  constructor(bytes: Uint8Array) {
    this.#view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength);
    const count = this.#view.getUint16(4);
    for (let at = 0; at < count; at += 1) {
      const record = 12 + at * 16;
      const tag = String.fromCharCode(...bytes.subarray(record, record + 4));
      this.#tables.set(tag, this.#view.getUint32(record + 8));
    }
  }

  has(tag: string): boolean {
    return this.#tables.has(tag);
  }

  #start(tag: string): number {
    const start = this.#tables.get(tag);
    if (start === undefined) throw new RangeError(`font: expected a table ${tag}, got none`);
    return start;
  }

  /** OpenType 1.9 `name`: the typographic family (16), else the family (1), in Windows Unicode (platform 3). */
  family(): string {
    const start = this.#start("name");
    const [count, strings] = [this.#view.getUint16(start + 2), start + this.#view.getUint16(start + 4)];
    const found = new Map<number, string>();
    for (let at = 0; at < count; at += 1) {
      const record = start + 6 + at * 12;
      const [platform, id] = [this.#view.getUint16(record), this.#view.getUint16(record + 6)];
      if (platform !== 3 || (id !== 1 && id !== 16) || found.has(id)) continue;
      const [length, from] = [this.#view.getUint16(record + 8), strings + this.#view.getUint16(record + 10)];
      let text = "";
      for (let letter = 0; letter < length; letter += 2)
        text += String.fromCharCode(this.#view.getUint16(from + letter));
      found.set(id, text);
    }
    return found.get(16) ?? found.get(1) ?? "";
  }

  /** OpenType 1.9 `fvar`: the range of the axis `wght`; without one the weight `OS/2` gives. */
  weights(): readonly [number, number] {
    if (this.has("fvar")) {
      const start = this.#start("fvar");
      const [axes, count, size] = [4, 8, 10].map((at) => this.#view.getUint16(start + at)) as [
        number,
        number,
        number,
      ];
      for (let at = 0; at < count; at += 1) {
        const axis = start + axes + at * size;
        if (this.#view.getUint32(axis) !== 0x77676874) continue;
        const fixed = (from: number) => Math.round(this.#view.getInt32(from) / 65536);
        return [fixed(axis + 4), fixed(axis + 12)];
      }
    }
    const weight = this.#view.getUint16(this.#start("OS/2") + 4);
    return [weight, weight];
  }
}

/** What is kept of a font besides its file: what it says, how large its letters are, and itself unpacked. */
export interface ReadFont extends FontFacts {
  readonly metrics: FamilyMetrics | null;
  readonly unpacked: string;
}

/** Reads a WOFF2 file and leaves it unpacked in the folder. A file that is none, too big, or not whole is refused with what is wrong. */
export const readFont = async ({
  path,
  folder,
}: {
  readonly path: string;
  readonly folder: string;
}): Promise<Outcome<ReadFont>> => {
  const packed = await readFile(path);
  const bytes = new Uint8Array(packed.buffer, packed.byteOffset, packed.byteLength);
  if (bytes.length > MOST_FONT_BYTES) return fail(issue("font.tooBig", [], { limit: "3 MB" }));
  const head = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength);
  if (bytes.length < 48 || head.getUint32(0) !== SIGNATURE) return fail(issue("font.notWoff2"));
  if (head.getUint32(16) > MOST_UNPACKED) return fail(issue("font.tooBig", [], { limit: "20 MB unpacked" }));
  try {
    const sfnt = await unpackWoff2(bytes);
    const font = new Sfnt(sfnt);
    const missing = NEEDED_TABLES.filter((tag) => !font.has(tag));
    if (missing.length > 0)
      return fail(issue("font.broken", [], { detail: `it has no ${missing.join(", ")}` }));
    const family = fontName(font.family());
    const [light, bold] = font.weights();
    if (family === "" || light < 1 || bold > 1000 || light > bold)
      return fail(issue("font.broken", [], { detail: "it has no family name or no weight" }));
    const unpacked = join(folder, "font.ttf");
    await writeFile(unpacked, sfnt);
    return succeed({ family, weights: [light, bold], metrics: await metricsOf(sfnt), unpacked });
  } catch (error) {
    // our own disk, not the font
    if ((error as NodeJS.ErrnoException).syscall !== undefined) throw error;
    // the decoder stops in its own ways at bytes that are no font
    return fail(issue("font.broken", [], { detail: "it cannot be unpacked" }));
  }
};

/** How large the letters of a font are; null if it has not the letters that are measured. */
const metricsOf = async (sfnt: Uint8Array): Promise<FamilyMetrics | null> => {
  const file = "uploaded";
  const shaper = new Shaper(await import("harfbuzzjs"), new Map([[file, sfnt]]));
  try {
    return shaper.metrics(file, [{ family: file, file }]) ?? null;
  } catch {
    // its tables are not what they say: then nothing stands in for it but the fonts of the system
    return null;
  }
};
