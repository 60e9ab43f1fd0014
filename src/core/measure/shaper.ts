import type * as HarfBuzz from "harfbuzzjs";
import { FAMILIES, type FontFile } from "./families";
import { type FamilyMetrics, SAMPLE } from "./family-metrics";

/**
 * Widths of texts from the fonts' own tables, as Chromium's layout has them to 1/64 px. HarfBuzz does the shaping; it
 * is handed in initialised, and so are the fonts: this room loads nothing.
 */

/** How a text is set. Sizes in px. */
export interface TextSetting {
  readonly family: string;
  readonly weight: number;
  readonly size: number;
  /** Letter spacing, px. */
  readonly spacing: number;
  readonly upper: boolean;
}

/** A font of a site's own, beside the families that ship. */
export interface FontOfSite {
  readonly family: string;
  readonly file: string;
}

/** Text in one file: what a browser shapes in one go. */
interface Run {
  readonly file: string;
  readonly text: string;
}

/** Lengths in a run in units of its font, and how many letters take letter spacing; null where a glyph is missing. */
interface RunWidth {
  /** What each glyph takes by itself, and what kerning moves it by. */
  readonly glyphs: readonly (readonly [own: number, kerning: number])[];
  readonly unitsPerEm: number;
  readonly letters: number;
}

/** A font at a weight. */
interface Instance {
  readonly font: HarfBuzz.Font;
  readonly unitsPerEm: number;
}

/** The rules of Turkish and Azerbaijani for i (Unicode SpecialCasing.txt); every other language uses the common ones. */
const DOTTED_I: ReadonlySet<string> = new Set(["tr", "az"]);
const upperCase = (text: string, language: string): string =>
  (DOTTED_I.has(language.slice(0, 2)) ? text.replaceAll("i", "İ") : text).toUpperCase();

const [REGULAR, BOLD] = [400, 700];
const NO_LIGATURES = ["liga=0", "clig=0", "calt=0"];
/** HarfBuzz counts in whole units: this many to a font unit keeps what is cut off below anything visible. */
const FINENESS = 64;
/** Measured texts kept; a site has far fewer labels. */
const MOST_KEPT = 20_000;

/** A length as Chromium's layout keeps it: whole 64ths of a px, cut off. */
export const layoutUnit = (px: number): number => Math.floor(px * 64) / 64;
/**
 * The size Chromium sets text at: its font cache keeps hundredths of a px, cut off, in single precision, and FreeType
 * 64ths (measured in Chromium 150).
 */
const { fround } = Math;
const sizeAsked = (px: number): number => fround(Math.floor(fround(fround(px) * 100)) / 100);
export const sizeUsed = (px: number): number => layoutUnit(sizeAsked(px));

const WHOLE = 65536;
/**
 * The length of a run in px as FreeType and HarfBuzz come to it in whole 65536ths: a glyph's own advance by a scale that
 * is itself rounded to 65536ths of a 64th (`x_scale`), kerning by the size that was asked for.
 */
const runLength = ({ glyphs, unitsPerEm }: RunWidth, size: number): number => {
  const scale = Math.round((sizeUsed(size) * 64 * WHOLE) / unitsPerEm);
  const kerningScale = (sizeAsked(size) * WHOLE) / unitsPerEm;
  let total = 0;
  for (const [own, kerning] of glyphs)
    total += Math.round((own * scale) / 64) + (kerning === 0 ? 0 : Math.round(kerning * kerningScale));
  return total / WHOLE;
};
/** The width of a box round text: rounded up to 64ths. */
const boxWidth = (px: number): number => Math.max(0, Math.ceil(px * 64)) / 64;

/** Files by name, as sfnt bytes (unpacked). What is not there cannot be measured. */
export type FontBytes = ReadonlyMap<string, Uint8Array>;

export class Shaper {
  readonly #hb: typeof HarfBuzz;
  readonly #fonts: FontBytes;
  readonly #faces = new Map<string, HarfBuzz.Face>();
  readonly #instances = new Map<string, HarfBuzz.Font>();
  readonly #kept = new Map<string, RunWidth | null>();
  readonly #buffer: HarfBuzz.Buffer;
  readonly #noLigatures: HarfBuzz.Feature[];

  constructor(hb: typeof HarfBuzz, fonts: FontBytes) {
    this.#hb = hb;
    this.#fonts = fonts;
    this.#buffer = new hb.Buffer();
    this.#noLigatures = NO_LIGATURES.flatMap((each) => hb.Feature.fromString(each) ?? []);
  }

  /**
   * The width of a text on one line in px, 1/64 px exact; null if a glyph or a font is missing: then it cannot be
   * measured. `language` is the page's (BCP 47): upper case depends on it.
   */
  width(text: string, setting: TextSetting, own: readonly FontOfSite[] = [], language = "en"): number | null {
    const { family, weight, spacing, upper } = setting;
    const normal = text.normalize("NFC");
    const { size } = setting;
    let total = 0;
    for (const run of runsOf(upper ? upperCase(normal, language) : normal, filesOf(family, own))) {
      const width = this.#runWidth(run, weight, spacing !== 0);
      if (width === null) return null;
      total += runLength(width, size) + width.letters * spacing;
    }
    return boxWidth(total);
  }

  /** How large the letters of a family are; null if its font is missing, or has not the letters of the sample. */
  metrics(family: string, own: readonly FontOfSite[] = []): FamilyMetrics | null {
    const file = filesOf(family, own)[0]?.file ?? "";
    const font = this.#fontAt(file, REGULAR);
    const [regular, bold] = [REGULAR, BOLD].map((weight) =>
      this.#runWidth({ file, text: SAMPLE }, weight, false),
    );
    if (!font || !regular || !bold) return null;
    const extents = font.font.hExtents();
    const ofSize = (units: number) => Number((units / font.unitsPerEm).toFixed(4));
    const average = ({ glyphs }: RunWidth) =>
      ofSize(glyphs.reduce((sum, [advance, kerning]) => sum + advance + kerning, 0) / SAMPLE.length);
    return {
      ascent: ofSize(extents.ascender / FINENESS),
      descent: ofSize(-extents.descender / FINENESS),
      lineGap: ofSize(extents.lineGap / FINENESS),
      widths: [average(regular), average(bold)],
    };
  }

  #runWidth(run: Run, weight: number, isSpaced: boolean): RunWidth | null {
    const key = `${run.file} ${weight} ${isSpaced} ${run.text}`;
    const kept = this.#kept.get(key);
    if (kept !== undefined) return kept;
    const font = this.#fontAt(run.file, weight);
    // a font that is not here yet may come: nothing is remembered of it
    if (font === null) return null;
    if (this.#kept.size >= MOST_KEPT) this.#kept.clear();
    const width = this.#shape(run.text, font, isSpaced);
    this.#kept.set(key, width);
    return width;
  }

  #shape(text: string, font: Instance, isSpaced: boolean): RunWidth | null {
    const buffer = this.#buffer;
    buffer.reset();
    buffer.addText(text);
    buffer.guessSegmentProperties();
    this.#hb.shape(font.font, buffer, isSpaced ? this.#noLigatures : undefined);
    const glyphs = buffer.getGlyphInfosAndPositions();
    // glyph 0 is ".notdef": the font has nothing for the character (OpenType 1.9, "cmap")
    if (glyphs.some(({ codepoint }) => codepoint === 0)) return null;
    return {
      glyphs: glyphs.map(({ codepoint, xAdvance = 0 }) => {
        const own = font.font.glyphHAdvance(codepoint);
        return [own / FINENESS, (xAdvance - own) / FINENESS] as const;
      }),
      unitsPerEm: font.unitsPerEm,
      letters: new Set(glyphs.map(({ cluster }) => cluster)).size,
    };
  }

  #fontAt(file: string, weight: number): Instance | null {
    const face = this.#face(file);
    if (face === null) return null;
    const unitsPerEm = face.upem;
    const key = `${file} ${weight}`;
    const known = this.#instances.get(key);
    if (known) return { font: known, unitsPerEm };
    const font = new this.#hb.Font(face);
    font.setScale(unitsPerEm * FINENESS, unitsPerEm * FINENESS);
    font.setVariations([new this.#hb.Variation("wght", weight)]);
    this.#instances.set(key, font);
    return { font, unitsPerEm };
  }

  #face(file: string): HarfBuzz.Face | null {
    const known = this.#faces.get(file);
    if (known) return known;
    const bytes = this.#fonts.get(file);
    if (!bytes) return null;
    const face = new this.#hb.Face(new this.#hb.Blob(bytes));
    this.#faces.set(file, face);
    return face;
  }
}

/** The files of a family, its own upload before one that ships, as a style resolves the name. */
export const filesOf = (family: string, own: readonly FontOfSite[]): readonly FontFile[] => {
  const uploaded = own.find((font) => font.family === family);
  return uploaded ? [{ file: uploaded.file, range: "" }] : (FAMILIES[family]?.files ?? []);
};

const ranges = new Map<string, readonly (readonly [number, number])[]>();
/** `U+0000-00FF,U+0131` as pairs of first and last (CSS Fonts 4 §4.5). */
const rangesOf = (range: string): readonly (readonly [number, number])[] => {
  const known = ranges.get(range);
  if (known) return known;
  const read = range.split(",").map((each) => {
    const [from = "", to = from] = each.replace("U+", "").split("-");
    return [Number.parseInt(from, 16), Number.parseInt(to, 16)] as const;
  });
  ranges.set(range, read);
  return read;
};

/** Of files whose ranges overlap the one declared last is used (CSS Fonts 4 §5.2, composite faces). */
const fileFor = (point: number, files: readonly FontFile[]): string =>
  files.findLast(
    ({ range }) => range === "" || rangesOf(range).some(([from, to]) => point >= from && point <= to),
  )?.file ?? "";

/** Text cut where the file changes. A character no file is for gets a run without one: it cannot be measured. */
const runsOf = (text: string, files: readonly FontFile[]): readonly Run[] => {
  const runs: { file: string; text: string }[] = [];
  for (const letter of text) {
    const file = fileFor(letter.codePointAt(0) as number, files);
    const last = runs.at(-1);
    if (last?.file === file) last.text += letter;
    else runs.push({ file, text: letter });
  }
  return runs;
};
