import { groundOf, isFilled, isSilent } from "../blocks";
import { contrastOf, NEEDED, nearestPassing } from "../colour/contrast";
import { colourOf, hexOf, steps } from "../colour/hex";
import { type Design, documentsOf, getBody, STYLE_ID } from "../design/design";
import type { Band, Block } from "../design/part";
import { BUTTON_LOOKS, type HouseStyle } from "../model/house-style";
import { hexOfValue } from "./resolve-colour";

/**
 * Which text stands on which ground, over a whole design: what the house style itself pairs, and what the bands and
 * blocks of all parts that are on pair beyond it. Grounds that are pictures are not here: those depend on the page.
 */
export type PairUse =
  | "text"
  | "mutedText"
  | "link"
  | "pointedLink"
  | "field"
  | "fieldLine"
  | "button"
  | "pointedButton"
  | "band"
  | "block";

export interface PairUses {
  /** Values as the style or the part has them. */
  readonly text: string;
  readonly ground: string;
  readonly needed: number;
  readonly uses: readonly {
    readonly use: PairUse;
    readonly part: string | null;
    readonly node: string | null;
  }[];
}

/** A pair with its colours and what they come to. */
export interface Pair extends PairUses {
  readonly textHex: string;
  readonly groundHex: string;
  readonly ratio: number;
  readonly passes: boolean;
  /** The nearest colour for the text that would pass; null where it passes. */
  readonly nearest: string | null;
}

type Use = PairUses["uses"][number];

/** Collects pairs; the same two values for the same need are one pair with several uses. */
class Pairs {
  readonly #found = new Map<string, { text: string; ground: string; needed: number; uses: Use[] }>();

  add(text: string, ground: string, use: Use, needed: number = NEEDED.text): void {
    const key = `${text} ${ground} ${needed}`;
    const found = this.#found.get(key);
    if (found) found.uses.push(use);
    else this.#found.set(key, { text, ground, needed, uses: [use] });
  }

  toList(): readonly PairUses[] {
    return [...this.#found.values()];
  }
}

/** Pairs with their contrast in a style, the worst first. The same pair of the style and of parts is one. */
export const measurePairs = (style: HouseStyle, pairs: readonly PairUses[]): readonly Pair[] => {
  const all = new Pairs();
  for (const { text, ground, needed, uses } of pairs)
    for (const use of uses) all.add(text, ground, use, needed);
  return all
    .toList()
    .flatMap((pair) => {
      const [textHex, groundHex] = [hexOfValue(style, pair.text), hexOfValue(style, pair.ground)];
      if (!textHex || !groundHex) return [];
      const ratio = contrastOf(textHex, groundHex);
      const passes = ratio >= pair.needed;
      const nearest = passes ? null : (nearestPassing(textHex, groundHex, pair.needed) ?? null);
      return [{ ...pair, textHex, groundHex, ratio, passes, nearest }];
    })
    .sort((a, b) => a.ratio / a.needed - b.ratio / b.needed || (a.text < b.text ? -1 : 1));
};

const BACKGROUND = "role:background";
const SURFACE = "role:surface";

/** What the house style pairs by itself. */
export const styleUses = (style: HouseStyle): readonly PairUses[] => {
  const pairs = new Pairs();
  const own = (use: PairUse): Use => ({ use, part: null, node: null });
  for (const ground of [BACKGROUND, SURFACE]) {
    pairs.add("role:text", ground, own("text"));
    pairs.add("role:mutedText", ground, own("mutedText"));
    if (style.links.colour) pairs.add(style.links.colour, ground, own("link"));
    if (style.links.pointedColour) pairs.add(style.links.pointedColour, ground, own("pointedLink"));
  }
  const { fields } = style;
  if (fields.ground) {
    pairs.add(fields.text || "role:text", fields.ground, own("field"));
    if (fields.line) pairs.add(fields.line, fields.ground, own("fieldLine"), NEEDED.large);
  }
  for (const look of BUTTON_LOOKS) {
    const { ground, text, pointedGround, pointedText } = style.buttons[look];
    if (ground || text) pairs.add(text || "role:text", ground || BACKGROUND, own("button"));
    if (pointedGround || pointedText)
      pairs.add(pointedText || text || "role:text", pointedGround || BACKGROUND, own("pointedButton"));
  }
  return pairs.toList();
};

/** A colour, or a gradient from it to another. */
interface Ground {
  readonly from: string;
  readonly to: string;
}
interface Around {
  readonly text: string;
  /** Null over a picture. */
  readonly ground: Ground | null;
}

const STEPS = 9;

/** The colours of a ground a text is held against: of a gradient its ends, and the step between them where it is fainter still. */
const coloursOf = ({ from, to }: Ground, text: string, style: HouseStyle): readonly string[] => {
  const [first, last, letters] = [from, to, text].map((value) => hexOfValue(style, value));
  if (!first || !last || !letters || first === last) return to === "" ? [from] : [from, to];
  const all = steps(colourOf(first), colourOf(last), STEPS).map(hexOf);
  const ratios = all.map((each) => contrastOf(letters, each));
  const worst = ratios.indexOf(Math.min(...ratios));
  const isBetween = worst > 0 && worst < STEPS - 1;
  return [from, to, ...(isBetween ? [all[worst] as string] : [])];
};

const addBlock = (pairs: Pairs, style: HouseStyle, part: string, block: Block, around: Around): void => {
  const filled = groundOf(block);
  const isOther = filled !== "" && !(around.ground?.from === filled && around.ground.to === "");
  const ground = isOther ? { from: filled, to: "" } : around.ground;
  const text = block.look.colour || around.text;
  const use: Use = { use: "block", part, node: block.id };
  const differs = text !== around.text || ground !== around.ground;
  if (ground !== null && differs && !isSilent(block.kind) && !isFilled(block, style))
    for (const colour of coloursOf(ground, text, style)) pairs.add(text, colour, use);
  for (const inner of block.blocks ?? []) addBlock(pairs, style, part, inner, { text, ground });
};

const addBand = (pairs: Pairs, style: HouseStyle, part: string, band: Band): void => {
  const { background } = band;
  const isPicture = background.picture !== "" || background.pageOwnPicture;
  // without a colour to begin with there is no gradient
  const to = background.colour === "" ? "" : background.colourTo;
  const ground = isPicture ? null : { from: background.colour || BACKGROUND, to };
  const text = band.colour || "role:text";
  if (ground !== null && (band.colour !== "" || background.colour !== ""))
    for (const colour of coloursOf(ground, text, style))
      pairs.add(text, colour, { use: "band", part, node: band.id });
  for (const cell of band.cells)
    for (const block of cell.blocks) addBlock(pairs, style, part, block, { text, ground });
};

/** What the bands and blocks of parts pair beyond it. Parts that are paused or in the bin are left out. */
export const partUses = (design: Design): readonly PairUses[] => {
  const style = getBody(design, "style", STYLE_ID);
  const pairs = new Pairs();
  for (const { id, body } of documentsOf(design, "part"))
    if (body.on && body.binnedAt === null) for (const band of body.bands) addBand(pairs, style, id, band);
  return pairs.toList();
};

export const pairsInUse = (design: Design): readonly Pair[] => {
  const style = getBody(design, "style", STYLE_ID);
  return measurePairs(style, [...styleUses(style), ...partUses(design)]);
};
