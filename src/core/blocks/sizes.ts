import type { PageMaterial, VisitorWords } from "../draw/page-material";
import { layoutUnit, type TextSetting } from "../measure/shaper";
import type { Measured, TextMeasure } from "../measure/text-measure";
import type { TypeStyle } from "../model/house-style";
import type { AnyBlock } from "../model/look";
import type { Width } from "../model/values";

/** How wide something wants to be, and what it is told from. */

/** Sizes in px. */
export interface Extent {
  /** The least it can be made (min-content). */
  readonly min: number;
  /** What it takes where there is room (max-content). */
  readonly max: number;
  /** Narrower than this it no longer stands in one row. Running text may break: it keeps no more than its longest word. */
  readonly keep: number;
  /** Whether everything in it could be measured. */
  readonly isExact: boolean;
}

/** What a site gives its parts to show. */
export type FitMaterial = Pick<PageMaterial, "menus" | "links" | "pictures" | "profile" | "audience"> & {
  readonly words: Pick<VisitorWords, "menu" | "search">;
};

export interface Scene {
  readonly material: FitMaterial;
  readonly measure: TextMeasure;
  readonly width: Width;
  /** Whether menus that can be a button are one. */
  readonly isFolded: boolean;
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
    isExact: line.isExact,
  };
};
/** Running text: made to break. */
export const running = (text: string, style: TypeStyle, scene: Scene): Extent => {
  const extent = label(text, scene.measure.setting(style), scene);
  return { ...extent, keep: extent.min };
};

/** What a block's text is set in: the text style of its look, or that of its kind. */
export const wornText = (
  block: AnyBlock,
  otherwise: TypeStyle,
  { measure }: Pick<Scene, "measure">,
): TextSetting => measure.setting(block.look.type || otherwise);
