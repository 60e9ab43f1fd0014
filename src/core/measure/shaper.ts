import type * as HarfBuzz from "harfbuzzjs";
import { FAMILIES, type FontFile } from "./families";
import { type FamilyMetrics, SAMPLE } from "./family-metrics";
import { stretchesOf } from "./runs";

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

/** Text in one file, script and direction: what a browser shapes in one go. */
interface Run {
  readonly file: string;
  readonly text: string;
  readonly isRightToLeft: boolean;
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

/** Languages with rules of their own (Unicode SpecialCasing.txt, and CLDR for Greek, which drops its accents). */
const OWN_CAPITALS: ReadonlySet<string> = new Set(["tr", "az", "lt", "el"]);
const upperCase = (text: string, language: string): string => {
  const own = language.slice(0, 2);
  return OWN_CAPITALS.has(own) ? text.toLocaleUpperCase(own) : text.toUpperCase();
};

/** Joined letters take no letter spacing, which would tear them apart (CSS Text 4 §10.2). */
const JOINED = /[\p{Script=Arabic}\p{Script=Syriac}\p{Script=Mongolian}\p{Script=Nko}]/u;

/** Characters that take no room, and no letter spacing (as Chromium has it: measured there). */
const WIDTHLESS = /^[\u00ad\u200b-\u200f\u202a-\u202e\u2060\u2066-\u2069\ufeff]$/;

const FIXED_SPACES = /^[\u2000-\u200a\u202f\u205f\u3000]$/;
/** A browser takes it from another font where a family has none, and nothing is kerned across it. */
const NON_JOINER = "\u200c";
/** What is not drawn goes with the letter before it. */
const isCarried = (letter: string): boolean => letter !== NON_JOINER && WIDTHLESS.test(letter);
const takesSpacing = (letter: string): boolean => !WIDTHLESS.test(letter) && !JOINED.test(letter);

/** What combines stays with what it combines with. */
const CLUSTERS = /\P{M}\p{M}*|\p{M}+/gu;

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
   * measured. `language` is the page's (BCP 47): upper case depends on it, and some fonts' letters (OpenType `locl`).
   */
  width(text: string, setting: TextSetting, own: readonly FontOfSite[] = [], language = "en"): number | null {
    const { family, weight, spacing, upper } = setting;
    const normal = text.normalize("NFC");
    const { size } = setting;
    // which of the others take spacing beside joined letters is not known
    if (spacing !== 0 && JOINED.test(normal) && [...normal].some(takesSpacing)) return null;
    let total = 0;
    let before = 0;
    let isRightToLeft = false;
    for (const run of this.#runsOf(upper ? upperCase(normal, language) : normal, filesOf(family, own))) {
      const width = this.#runWidth(run, weight, spacing !== 0, language);
      if (width === null) return null;
      // where the direction changes a box of its own begins
      if (run.isRightToLeft !== isRightToLeft) {
        before += boxWidth(total);
        total = 0;
        isRightToLeft = run.isRightToLeft;
      }
      total += runLength(width, size) + width.letters * spacing;
    }
    return before + boxWidth(total);
  }

  /** How large the letters of a family are; null if its font is missing, or has not the letters of the sample. */
  metrics(family: string, own: readonly FontOfSite[] = []): FamilyMetrics | null {
    const file = filesOf(family, own).at(-1)?.file ?? "";
    const font = this.#fontAt(file, REGULAR);
    const [regular, bold] = [REGULAR, BOLD].map((weight) =>
      this.#runWidth({ file, text: SAMPLE, isRightToLeft: false }, weight, false, "en"),
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

  /** Text cut where direction, script or file change. A character no file is for gets a run without one: it cannot be measured. */
  #runsOf(text: string, files: readonly FontFile[]): readonly Run[] {
    const runs: { file: string; text: string; isRightToLeft: boolean }[] = [];
    for (const { text: stretch, isRightToLeft } of stretchesOf(text)) {
      let last: (typeof runs)[number] | undefined;
      for (const letter of stretch.match(CLUSTERS) ?? []) {
        const file = last && isCarried(letter) ? last.file : this.#fileFor(letter, files, last?.file);
        if (last?.file === file) last.text += letter;
        else {
          last = { file, text: letter, isRightToLeft };
          runs.push(last);
        }
      }
    }
    return runs;
  }

  /**
   * Of files that are for a letter with all its marks the one declared last that has them (CSS Fonts 4 §5.2, composite
   * faces); a browser looks elsewhere for what no file has whole.
   */
  #fileFor(letter: string, files: readonly FontFile[], before: string | undefined): string {
    const points = [...letter].map((each) => each.codePointAt(0) as number);
    let found = "";
    for (let at = files.length - 1; at >= 0; at -= 1) {
      const { file, range } = files[at] as FontFile;
      const isFor = (point: number) =>
        range === "" || rangesOf(range).some(([from, to]) => point >= from && point <= to);
      if (!points.every(isFor)) continue;
      const font = this.#fontAt(file, REGULAR);
      // one that is not there yet may have it
      if (font === null || points.every((point) => font.font.nominalGlyph(point)))
        return letter === NON_JOINER && before !== undefined && before !== file ? "" : file;
      found ||= file;
    }
    return letter === NON_JOINER ? "" : found;
  }

  #runWidth(run: Run, weight: number, isSpaced: boolean, language: string): RunWidth | null {
    const key = `${run.file} ${weight} ${isSpaced} ${run.isRightToLeft} ${language} ${run.text}`;
    const kept = this.#kept.get(key);
    if (kept !== undefined) return kept;
    const font = this.#fontAt(run.file, weight);
    // a font that is not here yet may come: nothing is remembered of it
    if (font === null) return null;
    if (this.#kept.size >= MOST_KEPT) this.#kept.clear();
    const width = this.#shape(run, font, isSpaced, language);
    this.#kept.set(key, width);
    return width;
  }

  #shape({ text, isRightToLeft }: Run, font: Instance, isSpaced: boolean, language: string): RunWidth | null {
    const buffer = this.#buffer;
    buffer.reset();
    buffer.addText(text);
    buffer.setLanguage(language);
    buffer.guessSegmentProperties();
    buffer.setDirection(isRightToLeft ? this.#hb.Direction.RTL : this.#hb.Direction.LTR);
    this.#hb.shape(font.font, buffer, isSpaced ? this.#noLigatures : undefined);
    const glyphs = buffer.getGlyphInfosAndPositions();
    // glyph 0 is ".notdef": the font has nothing for the character (OpenType 1.9, "cmap")
    if (glyphs.some(({ codepoint }) => codepoint === 0)) return null;
    return {
      glyphs: glyphs.map(({ codepoint, cluster, xAdvance = 0 }) => {
        // what is not drawn has the glyph of a space, and none of its room
        if (xAdvance === 0) return [0, 0] as const;
        // a space of a width of its own that the font has not is a share of the size that was asked for
        const letter = text[cluster] as string;
        if (FIXED_SPACES.test(letter) && !font.font.nominalGlyph(letter.charCodeAt(0)))
          return [0, xAdvance / FINENESS] as const;
        const own = font.font.glyphHAdvance(codepoint);
        return [own / FINENESS, (xAdvance - own) / FINENESS] as const;
      }),
      unitsPerEm: font.unitsPerEm,
      letters: [...new Set(glyphs.map(({ cluster }) => cluster))].filter((cluster) =>
        takesSpacing(text[cluster] as string),
      ).length,
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
