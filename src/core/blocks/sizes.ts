import type { PageMaterial, VisitorWords } from "../draw/page-material";
import { layoutUnit, type TextSetting } from "../measure/shaper";
import type { Measured, TextMeasure } from "../measure/text-measure";
import type { TypeStyle } from "../model/house-style";
import type { AnyBlock } from "../model/look";
import { textLookOf } from "../model/text-looks";
import type { Width } from "../model/values";
import { sizeAt, wornStyle } from "./heights";

/** How wide something wants to be, and what it is told from. */

/** Sizes in px. */
export interface Extent {
  /** The least it can be made (min-content). */
  readonly min: number;
  /** What it takes where there is room (max-content). */
  readonly max: number;
  /** Narrower than this it no longer stands in one row. Running text may break: it keeps no more than its longest word. */
  readonly keep: number;
  /** Narrower than this it is not seen or read as it is meant: a logo too small, words one below another, too wide for its place. */
  readonly read: number;
  /** Whether everything in it could be measured. */
  readonly isExact: boolean;
}

/** What a site gives its parts to show. */
export type FitMaterial = Pick<
  PageMaterial,
  "menus" | "links" | "pictures" | "profile" | "audience" | "at"
> & {
  readonly words: Pick<VisitorWords, "menu" | "search">;
};

export interface Scene {
  readonly material: FitMaterial;
  readonly measure: TextMeasure;
  readonly width: Width;
  /** Whether menus that can be a button are one. */
  readonly isFolded: boolean;
  /** Menus of the band that stand in a row. */
  readonly rowMenus: readonly AnyBlock[];
  /** Added to the first menu, px: what room there is for longer labels. */
  readonly extra?: number;
}

/** A length given in remIn, at the root size looked at. */
export const remIn = (px: number, { measure }: Scene): number => layoutUnit((px * measure.root) / 16);
export const sum = (numbers: readonly number[]): number => numbers.reduce((total, each) => total + each, 0);
export const rigid = ({ width, isExact }: Measured, around = 0): Extent => ({
  min: width + around,
  max: width + around,
  keep: width + around,
  read: width + around,
  isExact,
});
export const withGaps = (widths: readonly number[], gap: number): number =>
  sum(widths) + gap * Math.max(0, widths.length - 1);

/** A line of words still fits in a box one layout unit narrower: Chromium's line breaker allows it (measured there). */
const LINE_TOLERANCE = 1 / 64;

/** Words that belong on one line; squeezed they break. */
export const label = (text: string, setting: TextSetting, { measure }: Scene, around = 0): Extent => {
  const [line, piece] = [measure.line(text, setting), measure.longestPiece(text, setting)];
  return {
    min: piece.width + around,
    max: line.width + around,
    keep: line.width - LINE_TOLERANCE + around,
    read: Math.min(line.width - LINE_TOLERANCE, twoWords(text, setting, measure, piece.width)) + around,
    isExact: line.isExact,
  };
};

/** The least width, not below the given one, at which two words of three or more stand beside each other somewhere: less is a word a line. */
const twoWords = (text: string, setting: TextSetting, measure: TextMeasure, least: number): number => {
  const words = text.split(/\s+/u).filter((word) => word !== "");
  if (words.length < 3) return least;
  let narrowest = Number.POSITIVE_INFINITY;
  for (let at = 1; at < words.length && narrowest > least; at += 1)
    narrowest = Math.min(narrowest, measure.line(`${words[at - 1]} ${words[at]}`, setting).width);
  return Math.max(least, narrowest);
};

/** Running text: made to break, but not after each word. */
export const running = (text: string, setting: TextSetting, scene: Scene): Extent => {
  const extent = label(text, setting, scene);
  return { ...extent, keep: extent.read };
};

/** Paragraphs below one another, or lines of one. */
export const below = (extents: readonly Extent[]): Extent => {
  const widest = (of: (extent: Extent) => number) => Math.max(0, ...extents.map(of));
  return {
    min: widest(({ min }) => min),
    max: widest(({ max }) => max),
    keep: widest(({ keep }) => keep),
    read: widest(({ read }) => read),
    isExact: extents.every(({ isExact }) => isExact),
  };
};

/** What a block's text is set in: the text style of its look, or that of its kind. */
export const wornText = (
  block: AnyBlock,
  otherwise: TypeStyle,
  { measure }: Pick<Scene, "measure">,
): TextSetting => measure.setting(wornStyle(block, otherwise, measure.style));

/** The size words have by a look, px at 16 px text. */
export const sizedIn = (look: AnyBlock["look"], style: TypeStyle, { measure, width }: Scene): number =>
  sizeAt({ look }, textLookOf(measure.style, style).size, width);

/** Something with so much more beside it, px. */
export const around = (inside: Extent, more: number): Extent => ({
  ...inside,
  min: inside.min + more,
  max: inside.max + more,
  keep: inside.keep + more,
  read: inside.read + more,
});

/** A field narrower than this holds no word (common practice, no source). px at 16 px text */
export const LEAST_FIELD = 96;
