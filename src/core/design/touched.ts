import type { Design, DesignDocument, DocumentBodies } from "./design";
import { isNothing } from "./part";

/** What a change of a design may be about, as those who show something of it ask. */
export const ASPECTS = [
  /** Which parts there are: slot, number, name, paused or in the bin, nothing by rule. */
  "parts",
  /** Where they show, and who goes first. */
  "lines",
  /** What they hold. */
  "bands",
  /** How many pages archives have: a list of a layout says so, which may stand in a shared piece. */
  "pages",
  /** The part a page chose. */
  "choices",
  /** What pages say themselves. */
  "values",
  "expectations",
  "menus",
  "pieces",
  "pictures",
  "style",
  "profile",
] as const;
export type Aspect = (typeof ASPECTS)[number];

type Part = DocumentBodies["part"];
const PART_IS = ["slot", "number", "name", "on", "binnedAt"] as const;

const ofPart = (before: Part | undefined, after: Part | undefined): readonly Aspect[] => {
  const isLayout = (before ?? after)?.slot === "layout";
  if (!before || !after) return ["parts", "lines", "bands", ...(isLayout ? (["pages"] as const) : [])];
  const isOther =
    PART_IS.some((field) => before[field] !== after[field]) || isNothing(before) !== isNothing(after);
  const isMoved = before.placement !== after.placement;
  const isDrawnOtherwise = before.bands !== after.bands || before.choices !== after.choices;
  const found: readonly (readonly [Aspect, boolean])[] = [
    ["parts", isOther],
    ["lines", isMoved],
    // a change of anything not named here counts as one of what it holds
    ["bands", isDrawnOtherwise || !(isOther || isMoved)],
    ["pages", isLayout && isDrawnOtherwise],
  ];
  return found.flatMap(([aspect, is]) => (is ? [aspect] : []));
};

const ASPECT_OF = {
  order: "lines",
  menu: "menus",
  style: "style",
  profile: "profile",
  picture: "pictures",
  expectations: "expectations",
} as const;

const ofDocument = (
  before: DesignDocument | undefined,
  after: DesignDocument | undefined,
): readonly Aspect[] => {
  const kind = (after ?? before)?.kind;
  if (kind === undefined) return [];
  if (kind === "choice") return ["choices", "values"];
  if (kind === "piece") return ["pieces", "pages"];
  if (kind !== "part") return [ASPECT_OF[kind]];
  const bodyOf = (document: DesignDocument | undefined) =>
    document?.kind === "part" ? document.body : undefined;
  return ofPart(bodyOf(before), bodyOf(after));
};

/** What differs between two designs of which one was made of the other: what was not touched is the same object. */
export const touchedBetween = (before: Design, after: Design): readonly Aspect[] => {
  const ids = new Set([...before.keys(), ...after.keys()]);
  const found = new Set(
    [...ids].flatMap((id) => {
      const [was, is] = [before.get(id), after.get(id)];
      return was === is ? [] : ofDocument(was, is);
    }),
  );
  return ASPECTS.filter((aspect) => found.has(aspect));
};
