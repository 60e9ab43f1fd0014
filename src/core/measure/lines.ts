import { piecesOf } from "./line-ends";
import type { TextSetting } from "./shaper";
import type { TextMeasure } from "./text-measure";

/**
 * How many lines a text takes in a box: pieces between the places where a line may end (see `line-ends`)
 * are put on a line while they fit, the space behind the last one not counted; a piece wider than the box is broken
 * between its letters (`overflow-wrap: break-word`, CSS Text 3 §5.5). A line may be a layout unit wider than the box:
 * Chromium allows it (measured there).
 */
const TOLERANCE = 1 / 64;

/** What CSS takes for white space; a no-break space is a letter like others (CSS Text 3 §4). */
const WHITE_SPACE = /[ \t\n\r\f]+/g;

const lettersOf = (text: string): readonly string[] =>
  // what combines stays with what it combines with (general category M), as far as headings need it; a space hangs, and a
  // soft hyphen is drawn with the letter before it
  text.match(/\P{M}[\p{M}\u00ad ]*|\p{M}+/gu) ?? [];

export interface Lines {
  readonly lines: readonly string[];
  /** Whether every letter could be measured. */
  readonly isExact: boolean;
}

/** The lines of a text in a box of so many px. Spaces at the ends of lines are left off. */
export const linesOf = (text: string, setting: TextSetting, width: number, measure: TextMeasure): Lines => {
  let isExact = true;
  const fits = (line: string): boolean => {
    const measured = measure.lineEnd(line, setting);
    isExact &&= measured.isExact;
    return measured.width <= width + TOLERANCE;
  };
  const lines: string[] = [];
  let line = "";
  for (const piece of piecesOf(text.replace(WHITE_SPACE, " ").replace(/^ | $/g, ""))) {
    if (fits(line + piece)) {
      line += piece;
      continue;
    }
    if (line !== "") lines.push(line);
    line = piece;
    if (fits(piece)) continue;
    line = "";
    for (const letter of lettersOf(piece)) {
      if (line !== "" && !fits(line + letter)) {
        lines.push(line);
        line = "";
      }
      line += letter;
    }
  }
  if (line !== "") lines.push(line);
  return { lines: lines.map((each) => each.replace(/ +$/, "")), isExact };
};
