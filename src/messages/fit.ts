import type { BlockKind } from "../core/blocks";
import type { BandState } from "../core/layout/fit";
import type { Way } from "../core/layout/reach";
import type { BandReading } from "../core/layout/readings";
import type { FitMend, FitTrouble } from "../core/layout/troubles";
import { BLOCK_NAMES } from "./block-fields";
import { count, digits, listed } from "./words";

/** What a band does at a width, in a few words. */
export const STATE_NAMES: Readonly<Record<BandState, string>> = {
  hidden: "not shown",
  row: "one row",
  button: "menu as a button",
  crowded: "more than one row",
  squeezed: "squeezed",
  overflowing: "wider than the screen",
};

export const stretchWords = ({
  state,
  from,
  to,
}: {
  readonly state: BandState;
  readonly from: number;
  readonly to: number;
}): string => `${STATE_NAMES[state]} from ${digits(from)} to ${digits(to)} px`;

const px = (rem: number): string => digits(Math.round(rem * 160) / 10);

/** What would make a band fit, as a thing to do. */
export const wayWords = (way: Way): string => {
  switch (way.is) {
    case "menuGap":
      return `Gap between items ${way.from} → ${way.to}`;
    case "bandGap":
      return `Gap of the band ${way.from} → ${way.to}`;
    case "menuText":
      return `Text of all menus ${px(way.from)} → ${px(way.to)} px`;
    case "logo":
      return `Logo ${way.from} → ${way.to} px high`;
    case "label":
      return `Shorten “${way.label}” by ${count(way.letters, "letter")}`;
    case "hide":
      return `Leave out the ${BLOCK_NAMES[way.kind].toLowerCase()} on narrower screens`;
    case "fixed":
      return `It fits there. A button below ${digits(way.to)} px all the same`;
  }
};

/** What is wrong with how a band fits; `block` is the name of what there is too little room for, empty for none of its own. */
export const troubleWords = ({ state, from, to }: FitTrouble, block: string): string => {
  const where = `from ${digits(from)} to ${digits(to)} px`;
  switch (state) {
    case "overflowing":
      return `is wider than the screen ${where}`;
    case "crowded":
      return `takes more than one row ${where}`;
    case "squeezed":
      return `has too little room for ${block === "" ? "what is in it" : `its ${block}`} ${where}: a logo too small, a word a line, or one thing over another`;
    case "flips":
      return `has its menu spelled out, as a button ${where}, and spelled out again`;
  }
};

/** What mends it, as a thing to do. */
export const fitMendWords = (mend: FitMend): string => {
  switch (mend.is) {
    case "stack":
      return "One below another on small screens";
    case "hide":
      return `Leave out the ${BLOCK_NAMES[mend.kind].toLowerCase()} on ${mend.hideOn.includes("middle") ? "narrower" : "small"} screens`;
    case "oneEdge":
      return `A button below ${digits(mend.to)} px everywhere`;
  }
};

/** Why a band cannot be measured. */
export const unmeasuredWords = (flowing: readonly BlockKind[]): string => {
  if (flowing.length === 0) return "cannot be measured: the site's fonts lack a letter it has";
  const names = flowing.map((kind) => BLOCK_NAMES[kind].toLowerCase());
  return `cannot be measured: ${listed(names)} ${names.length === 1 ? "takes" : "take"} the room that is left, or ${names.length === 1 ? "depends" : "depend"} on the page`;
};

/** How much room a band has, beside its line on the ruler. */
export const roomWords = ({ isExact, edge, letters }: BandReading): string => {
  if (!isExact) return "flows with its room";
  if (letters === null) return "";
  if (edge === null) return "never fits in one row";
  return letters < 0
    ? `${count(-letters, "letter")} too many at 1280`
    : `room for ${count(letters, "letter")} at 1280`;
};

/** "1 line at 1280 px, 2 at 820, 3 at 390"; widths at which it is not told are left out. */
export const describeLines = (lines: readonly (number | null)[], widths: readonly number[]): string =>
  lines
    .flatMap((count, place) => (count === null ? [] : [{ count, at: widths[place] as number }]))
    .map(({ count: lineCount, at }, place) =>
      place === 0
        ? `${count(lineCount, "line")} at ${digits(at)} px`
        : `${digits(lineCount)} at ${digits(at)}`,
    )
    .join(", ");

/** A screen, with how large its text is where that is not as usual. */
export const screenWords = ({ screen, zoom }: { readonly screen: number; readonly zoom: 1 | 2 }): string =>
  zoom === 1 ? `${screen} px` : `${screen} px with text at 200 %`;

/** "3.12 : 1", cut off, so that what fails by a hair does not look as if it passed. */
export const ratioWords = (ratio: number): string => `${(Math.floor(ratio * 100) / 100).toFixed(2)} : 1`;
