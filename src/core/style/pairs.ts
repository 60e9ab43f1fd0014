import type { InkMaterial } from "../blocks/inks";
import { contrastOf, NEEDED, nearestPassing } from "../colour/contrast";
import { colourOf, hexOf, steps } from "../colour/hex";
import { bandsAsShown } from "../design/bar";
import { type Design, documentsOf, getBody, STYLE_ID } from "../design/design";
import { bandsOnGrounds } from "../design/hero";
import type { Band, Part } from "../design/part";
import { wholeDesign } from "../design/pieces";
import { BUTTON_LOOKS, type HouseStyle } from "../model/house-style";
import { hexOfValue } from "./resolve-colour";
import { inkOf, type StandingText, seenOn, textsOn } from "./texts-on";
import { pageGrounds, texturedGrounds } from "./textures-seen";

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

const keyOf = (text: string, ground: string, needed: number): string => `${text} ${ground} ${needed}`;

/** Collects pairs; the same two values for the same need are one pair with several uses. */
class Pairs {
  readonly #found = new Map<string, { text: string; ground: string; needed: number; uses: Use[] }>();

  add(text: string, ground: string, use: Use, needed: number = NEEDED.text): void {
    const key = keyOf(text, ground, needed);
    const found = this.#found.get(key);
    if (found) {
      const { part, node } = use;
      if (!found.uses.some((each) => each.use === use.use && each.part === part && each.node === node))
        found.uses.push(use);
    } else this.#found.set(key, { text, ground, needed, uses: [use] });
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

/** A ground as it is seen on the page: itself, or what a see-through one comes to there. */
const onPage = (value: string, style: HouseStyle): string => {
  const [hex, page] = [value, BACKGROUND].map((each) => hexOfValue(style, each) ?? "#ffffff");
  const solid = seenOn(hex as string, page as string);
  return solid === hex ? value : solid;
};

/** What the house style pairs by itself. */
export const styleUses = (style: HouseStyle): readonly PairUses[] => {
  const pairs = new Pairs();
  const own = (use: PairUse): Use => ({ use, part: null, node: null });
  for (const ground of [...pageGrounds(style), onPage(SURFACE, style)]) {
    pairs.add("role:text", ground, own("text"));
    pairs.add("role:mutedText", ground, own("mutedText"));
    if (style.links.colour) pairs.add(style.links.colour, ground, own("link"));
    if (style.links.pointedColour) pairs.add(style.links.pointedColour, ground, own("pointedLink"));
  }
  const { fields } = style;
  if (fields.ground) {
    const ground = onPage(fields.ground, style);
    pairs.add(fields.text || "role:text", ground, own("field"));
    if (fields.line) pairs.add(fields.line, ground, own("fieldLine"), NEEDED.large);
  }
  for (const look of BUTTON_LOOKS) {
    const { ground, text, pointedGround, pointedText } = style.buttons[look];
    if (ground || text) pairs.add(text || "role:text", onPage(ground || BACKGROUND, style), own("button"));
    if (pointedGround || pointedText)
      pairs.add(
        pointedText || text || "role:text",
        onPage(pointedGround || BACKGROUND, style),
        own("pointedButton"),
      );
  }
  return pairs.toList();
};

/** What a band has behind its texts: a colour, or a gradient from it to another, and a texture on it. */
const groundsOf = (band: Band, text: string, style: HouseStyle): readonly string[] => {
  const { background } = band;
  const { colour, colourTo, texture = "none", textureStrength } = background;
  const plain = colour === "" ? pageGrounds(style) : coloursOf(colour, colourTo, text, style);
  const ink = colourOf(hexOfValue(style, band.colour || "role:text") ?? "#000000");
  const textured = plain.flatMap((each) =>
    texturedGrounds(
      texture,
      { ...ink, alpha: ink.alpha * (textureStrength / 100) },
      hexOfValue(style, each) ?? "#ffffff",
    ),
  );
  return [...plain, ...textured];
};

const STEPS = 9;

/** The colours a text is held against: of a gradient its ends, and the step between them where it is fainter still. */
const coloursOf = (from: string, to: string, text: string, style: HouseStyle): readonly string[] => {
  const seen = (value: string) => onPage(value, style);
  if (to === "") return [seen(from)];
  const [first, last, letters] = [from, to, text].map((value) => hexOfValue(style, value) ?? "#000000");
  if (first === last) return [seen(from), seen(to)];
  const all = steps(colourOf(first as string), colourOf(last as string), STEPS).map((each) =>
    onPage(hexOf(each), style),
  );
  const ratios = all.map((each) => contrastOf(letters as string, each));
  const worst = ratios.indexOf(Math.min(...ratios));
  const isBetween = worst > 0 && worst < STEPS - 1;
  return [seen(from), seen(to), ...(isBetween ? [all[worst] as string] : [])];
};

/** What a text stands on: the uppermost solid ground of blocks, else what the band has, through all that is see-through. */
const liesOn = (text: StandingText, band: readonly string[], style: HouseStyle): readonly string[] => {
  const hexes = text.grounds.map((value) => hexOfValue(style, value) ?? "#ffffff");
  const solid = hexes.findLastIndex((hex) => colourOf(hex).alpha === 1);
  const above = hexes.slice(solid + 1);
  const lowest = solid < 0 ? band : [text.grounds[solid] as string];
  return lowest.map((ground) =>
    above.reduce((below, hex) => seenOn(hex, hexOfValue(style, below) ?? "#ffffff"), ground),
  );
};

/** Over a picture nothing is claimed here but of what stands on a ground of its own. */
const addBand = (pairs: Pairs, about: InkMaterial, part: string, band: Band, own: ReadonlySet<string>) => {
  const { background } = band;
  const { style } = about;
  const isPicture = background.picture !== "" || background.pageOwnPicture;
  const isOwn = band.colour !== "";
  for (const text of textsOn(band, { colour: band.colour || "role:text", isOwn }, about)) {
    if (text.isPlain && !isOwn && background.colour === "" && background.texture === "none") continue;
    const written = text.strength === 1 ? text.text : hexOf(inkOf(text, about));
    for (const ground of liesOn(text, isPicture ? [] : groundsOf(band, written, style), style)) {
      // what the house style pairs by itself is told there
      if (!text.isPlain && own.has(keyOf(written, ground, text.needed))) continue;
      const use: Use = text.isPlain
        ? { use: "band", part, node: band.id }
        : { use: "block", part, node: text.node };
      pairs.add(written, ground, use, text.needed);
    }
  }
};

/** What menus show, for the words of them that have a ground of their own. */
export type ShownMenus = Pick<InkMaterial, "menus" | "links">;

/** What the bands and blocks of one part pair beyond the house style; shared pieces in it are resolved. */
export const usesOfPart = (id: string, part: Part, about: InkMaterial): readonly PairUses[] => {
  const own = new Set(styleUses(about.style).map(({ text, ground, needed }) => keyOf(text, ground, needed)));
  const pairs = new Pairs();
  for (const band of bandsOnGrounds(bandsAsShown(part), {})) addBand(pairs, about, id, band, own);
  return pairs.toList();
};

/** What the bands and blocks of parts pair beyond it. Parts that are paused or in the bin are left out; shared pieces count where they are. */
export const partUses = (plain: Design, shown: ShownMenus): readonly PairUses[] => {
  const design = wholeDesign(plain);
  const about = { style: getBody(design, "style", STYLE_ID), ...shown };
  return documentsOf(design, "part").flatMap(({ id, body }) =>
    body.on && body.binnedAt === null ? usesOfPart(id, body, about) : [],
  );
};

export const pairsInUse = (design: Design, shown: ShownMenus): readonly Pair[] => {
  const style = getBody(design, "style", STYLE_ID);
  return measurePairs(style, [...styleUses(style), ...partUses(design, shown)]);
};
