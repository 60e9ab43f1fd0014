import { traitsOf } from "../blocks";
import { type HeightScene, sizeAt } from "../blocks/heights";
import type { FitMaterial } from "../blocks/sizes";
import type { Band, Block, Cell, Part } from "../design/part";
import { linesOf } from "../measure/lines";
import type { TextMeasure } from "../measure/text-measure";
import type { TypeStyle } from "../model/house-style";
import { textLookOf } from "../model/text-looks";
import type { Width } from "../model/values";
import { BandFit, screenWidth } from "./fit";
import { NARROWEST } from "./readings";

/** Screens that lines of headings are told for, px. */
export const LINES_AT = [1280, 820, 390] as const;

/** How many lines a heading takes on each of `LINES_AT`; null where it is not shown, or its box cannot be told. */
export interface HeadingLines {
  readonly node: string;
  readonly lines: readonly (number | null)[];
}

type Titled = Extract<Block, { kind: "heading" | "title" }>;
const isTitled = (block: Block): block is Titled => block.kind === "heading" || block.kind === "title";

/** A heading has a box that can be told where it stands alone in its cell, or in a column. */
const hasOwnLine = (cell: Cell, width: Width): boolean =>
  cell.direction === "column" || cell.blocks.filter(({ look }) => !look.hideOn.includes(width)).length === 1;

/** How many lines words of a block take on a screen of so many px; null where it is not shown, or its box cannot be told. */
const lineCount = (
  { kind, settings, look: { padding, borderWidth, hideOn } }: Block,
  words: string,
  { style, size }: { readonly style: TypeStyle; readonly size?: number | undefined },
  cell: Cell,
  { fit, at }: { readonly fit: BandFit; readonly at: number },
): number | null => {
  const { measure, band } = fit;
  const width = screenWidth(at, measure);
  if (hideOn.includes(width) || band.hideOn.includes(width) || !hasOwnLine(cell, width)) return null;
  const room = fit.cellWidth(cell.id, at);
  if (room === null) return null;
  const beside = traitsOf(kind).besideWords?.(settings as never) ?? 0;
  const around = padding.left + padding.right + 2 * borderWidth + beside;
  const found = linesOf(words, measure.on(width).setting(style, size), room - around, measure);
  return found.isExact ? found.lines.length : null;
};

/** The same for the heights of what is in a band: one line where it cannot be told. */
export const linesOn =
  (fit: BandFit, at: number): NonNullable<HeightScene["lines"]> =>
  (block, words, style, size) => {
    const cell = fit.band.cells.find(({ blocks }) => blocks.some(({ id }) => id === block.id));
    return (cell && lineCount(block as Block, words, { style, size }, cell, { fit, at })) ?? 1;
  };

/** On the narrowest screen of a width, where they are most. */
export const linesWithin = (fit: BandFit, width: Width): NonNullable<HeightScene["lines"]> => {
  const { edgeMiddle, edgeWide } = fit.measure.style.measures;
  return linesOn(fit, { small: NARROWEST, middle: edgeMiddle, wide: edgeWide }[width]);
};

const linesIn = (block: Titled, cell: Cell, fit: BandFit, pageTitle: string): HeadingLines => {
  const text = block.settings.text || (block.kind === "title" ? pageTitle : "");
  const { style } = block.settings;
  const { measure } = fit;
  const lines = LINES_AT.map((at) => {
    const width = screenWidth(at, measure);
    const size = sizeAt(block, textLookOf(measure.on(width).style, style).size, width);
    return lineCount(block, text, { style, size }, cell, { fit, at });
  });
  return { node: block.id, lines };
};

/** The lines of all headings and titles of a part, on a page with this title. */
export const headingLines = (
  part: Part,
  material: FitMaterial,
  pageTitle: string,
  measure: TextMeasure,
): readonly HeadingLines[] =>
  part.bands.flatMap((band: Band) => {
    const fit = new BandFit(band, material, measure);
    return band.cells.flatMap((cell) =>
      cell.blocks.filter(isTitled).map((block) => linesIn(block, cell, fit, pageTitle)),
    );
  });
