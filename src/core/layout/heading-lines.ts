import type { FitMaterial } from "../blocks/sizes";
import type { Band, Block, Cell, Part } from "../design/part";
import { linesOf } from "../measure/lines";
import type { TextMeasure } from "../measure/text-measure";
import type { Width } from "../model/values";
import { BandFit, screenWidth } from "./fit";

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

const linesIn = (
  block: Titled,
  cell: Cell,
  fit: BandFit,
  pageTitle: string,
  measure: TextMeasure,
): HeadingLines => {
  const text = block.settings.text || (block.kind === "title" ? pageTitle : "");
  const setting = measure.setting(block.settings.style);
  const { padding, borderWidth, hideOn } = block.look;
  const around = padding.left + padding.right + 2 * borderWidth;
  const lines = LINES_AT.map((at) => {
    const width = screenWidth(at, measure);
    if (hideOn.includes(width) || fit.band.hideOn.includes(width) || !hasOwnLine(cell, width)) return null;
    const room = fit.cellWidth(cell.id, at);
    if (room === null) return null;
    const found = linesOf(text, setting, room - around, measure);
    return found.isExact ? found.lines.length : null;
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
      cell.blocks.filter(isTitled).map((block) => linesIn(block, cell, fit, pageTitle, measure)),
    );
  });
