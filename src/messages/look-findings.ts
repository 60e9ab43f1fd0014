import type { Hidden } from "../core/checks/hidden-on";
import type { LookCode, LookFinding } from "../core/checks/look-finding";
import type { FitMend } from "../core/layout/troubles";
import type { LogoVariant } from "../core/model/logo";
import type { Width } from "../core/model/values";
import { fitMendWords, screenWords, troubleWords } from "./fit";
import { count, digits, listed, WIDTH_NAMES } from "./words";

/** Names of what a finding of looks is about, as people know it. */
export type NamedLook = LookFinding & {
  readonly bandName: string;
  readonly blockName: string;
  /** The band beside it. */
  readonly besideName: string;
  readonly colours: { readonly text: string; readonly ground: string } | null;
  readonly menuName: string;
  readonly pageTitle: string;
  readonly names: readonly string[];
};

const ratio = (value: number): string => (Math.floor(value * 100) / 100).toFixed(2);

const PROBLEMS = {
  tooSmall: ["picture is shown larger than it is", "pictures are shown larger than they are"],
  noWords: ["picture has no alternative text", "pictures have no alternative text"],
  tooHeavy: ["picture is a heavy file", "pictures are heavy files"],
} as const;

export const describeLook = (finding: NamedLook, badge: (part: string) => string): string => {
  switch (finding.code) {
    case "faint": {
      const where = finding.parts.length === 0 ? "in the house style" : `in ${badge(finding.parts[0] ?? "")}`;
      const more = finding.parts.length > 1 ? ` and ${digits(finding.parts.length - 1)} more` : "";
      return `“${finding.colours?.text ?? ""}” on “${finding.colours?.ground ?? ""}” ${where}${more} is too faint to read: ${ratio(finding.ratio)} to 1, ${finding.needed} is needed.`;
    }
    case "overPicture":
      return `Text of ${badge(finding.part)}, ${finding.bandName}, is hard to read over “${finding.names[0] ?? ""}”: ${ratio(finding.ratio)} to 1 at ${screenWords(finding)}, ${finding.needed} is needed.`;
    case "faintLogo":
      return `The logo of ${badge(finding.part)}, ${finding.bandName}, is hardly seen over “${finding.names[0] ?? ""}”: ${ratio(finding.ratio)} to 1 at ${screenWords(finding)}, ${finding.needed} is asked for.`;
    case "typedIn":
      return `${count(finding.count, "colour is", "colours are")} typed in instead of taken from the house style.`;
    case "pictures": {
      const [one, many] = PROBLEMS[finding.problem];
      return `${count(finding.pictures.length, one, many)}.`;
    }
    case "doesNotFit":
      return `${badge(finding.part)}, ${finding.bandName}, ${troubleWords(finding, finding.blockName)}.`;
    case "tooHigh":
    case "shinesThrough":
    case "covers": {
      const isOwn = finding.code === "covers" && finding.beside !== finding.part;
      const beside = isOwn ? `${badge(finding.beside)}, ${finding.besideName}` : finding.besideName;
      return `${badge(finding.part)}, ${finding.bandName}, ${hiddenWords(finding, beside)}.`;
    }
    case "longLabel":
      return `“${finding.label}” in the menu “${finding.menuName}” is long for a row: ${count(finding.letters, "letter")} fewer would do.`;
    case "deadLink":
      return deadLinkWords(finding, badge);
  }
};

const onScreens = (widths: readonly Width[]): string =>
  `on ${listed(widths.map((width) => WIDTH_NAMES[width]))} screens`;

/** What is hidden of a band or by it, after its name; `beside` is the name of the band next to it. */
export const hiddenWords = (found: Hidden, beside: string): string => {
  switch (found.code) {
    case "tooHigh":
      return `is to be ${digits(found.told)} px high and needs ${digits(found.needed)} ${onScreens(found.widths)}: what it holds stands out of it`;
    case "shinesThrough": {
      const worst =
        found.text === null ? "" : `: ${ratio(found.ratio)} to 1 at worst, ${found.needed} is needed`;
      return `stays at the top, and what scrolls by is seen through it${worst}`;
    }
    case "covers": {
      const what = found.isBelow ? "its own words are hidden there" : "words are hidden there";
      const room = found.free === 0 ? "no room is free" : `${digits(found.free)} px are free`;
      return `lies ${digits(found.overlap)} px over ${beside}: ${what} ${onScreens(found.widths)}; ${room}`;
    }
  }
};

/** What mends it, for the words of its button. */
export const hiddenMendKind = (found: Hidden): LookMendKind =>
  found.code === "tooHigh"
    ? { is: "grows" }
    : found.code === "covers"
      ? { is: "overlap", to: found.free }
      : { is: "ground" };

const deadLinkWords = (
  finding: Extract<NamedLook, { code: "deadLink" }>,
  badge: (part: string) => string,
): string => {
  switch (finding.of) {
    case "item":
      return `“${finding.label}” in the menu “${finding.menuName}” leads nowhere: its page is gone, so visitors do not see it.`;
    case "promotion":
      return `What “${finding.label}” in the menu “${finding.menuName}” promotes leads nowhere: its page is gone.`;
    case "block":
      return `${finding.label === "" ? "Something" : `“${finding.label}”`} in ${badge(finding.part)} leads nowhere: its page is gone.`;
    case "page":
      return `The page “${finding.pageTitle}” says “${finding.label}” itself, and it leads nowhere: that page is gone.`;
  }
};

export const LOOK_NAMES: Readonly<Record<LookCode, string>> = {
  faint: "too faint",
  overPicture: "unreadable",
  faintLogo: "faint logo",
  typedIn: "typed in",
  pictures: "pictures",
  doesNotFit: "does not fit",
  tooHigh: "too high",
  shinesThrough: "see-through",
  covers: "hidden words",
  longLabel: "long label",
  deadLink: "dead link",
};

/** The words of what sees to it. */
export const LOOK_MENDS: Readonly<Record<LookCode, string>> = {
  faint: "See the contrast",
  overPicture: "Open the part",
  faintLogo: "Open the part",
  typedIn: "See them",
  pictures: "See them",
  doesNotFit: "Open the part",
  tooHigh: "Open the part",
  shinesThrough: "Open the part",
  covers: "Open the part",
  longLabel: "Open the menu",
  deadLink: "Go to it",
};

export const LOGO_NAMES: Readonly<Record<LogoVariant, string>> = {
  normal: "The usual logo",
  overPictures: "The logo over pictures",
  small: "The small logo",
};

/** What sees to a finding in one click. */
export type LookMendKind =
  | { readonly is: "overlay"; readonly to: number }
  | { readonly is: "ground" }
  | { readonly is: "grows" }
  | { readonly is: "overlap"; readonly to: number }
  | { readonly is: "computed" }
  | { readonly is: "fit"; readonly mend: FitMend }
  | { readonly is: "logo"; readonly to: LogoVariant };

/** The words of its button. */
export const lookMendWords = (mend: LookMendKind): string => {
  if (mend.is === "overlay") return `Overlay ${mend.to} %`;
  if (mend.is === "grows") return "Let it grow";
  if (mend.is === "ground") return "Give it the page’s ground";
  if (mend.is === "overlap")
    return mend.to === 0 ? "Let it lie over nothing" : `Lies over ${digits(mend.to)} px`;
  if (mend.is === "fit") return fitMendWords(mend.mend);
  return mend.is === "logo" ? LOGO_NAMES[mend.to] : "Button where too narrow";
};
