import { groundOf, inksOf, takesSize, typeStyleOf } from "../blocks";
import { sizeAt } from "../blocks/heights";
import type { InkMaterial } from "../blocks/inks";
import { isLarge, NEEDED, over } from "../colour/contrast";
import { type Colour, colourOf, hexOf } from "../colour/hex";
import type { Band, Block } from "../design/part";
import type { TextLook } from "../model/house-style";
import { hasStyle, sizesOf, textLookOf } from "../model/text-looks";
import { type ColourValue, valueAt, WIDTHS } from "../model/values";
import { hexOfValue } from "./resolve-colour";

/** A text that stands somewhere in a band. */
export interface StandingText {
  readonly node: string;
  readonly text: ColourValue;
  /** Grounds of blocks it stands on, the lowest first; below them lies what the band has. */
  readonly grounds: readonly ColourValue[];
  /** How much of it is seen, 0 to 1. */
  readonly strength: number;
  readonly needed: number;
  /** It is written as the band is, on what the band has. */
  readonly isPlain: boolean;
}

/** What comes down to a block: the colour of texts, and what it lies on. */
interface Around {
  /** The colour of the band's texts. */
  readonly plain: ColourValue;
  readonly text: ColourValue;
  /** Whether that colour is one somebody gave, not the page's. */
  readonly isOwn: boolean;
  readonly grounds: readonly ColourValue[];
}

/** A text style as a block has it on the screens where it is smallest. */
const leastOf = (block: Block, look: TextLook) => {
  const sizes = WIDTHS.map((width) => {
    const own = valueAt(sizesOf(look), width);
    return takesSize(block.kind) ? sizeAt(block, own, width) / 16 : own;
  });
  return { size: Math.min(...sizes), weight: look.weight };
};

const textsOf = (block: Block, around: Around, about: InkMaterial): readonly StandingText[] => {
  const { colour } = block.look;
  const ground = groundOf(block);
  const here: Around = {
    ...around,
    text: colour || around.text,
    isOwn: colour !== "" || around.isOwn,
    grounds: ground === "" ? around.grounds : [...around.grounds, ground],
  };
  const style = typeStyleOf(block);
  const usual =
    style && hasStyle(about.style, style) && isLarge(leastOf(block, textLookOf(about.style, style)))
      ? NEEDED.large
      : NEEDED.text;
  if (block.blocks) return block.blocks.flatMap((inner) => textsOf(inner, here, about));
  return inksOf(block, about).map((ink): StandingText => {
    const own = ink.isItself ? block.look : { colour: "", background: "" };
    const text = own.colour || (ink.yields && here.isOwn ? "" : ink.text) || here.text;
    const below = ink.isItself ? around.grounds : here.grounds;
    const front = own.background || ink.ground;
    const grounds = front === "" ? below : [...below, front];
    const { strength = 1, needed = usual } = ink;
    const isPlain = text === around.plain && grounds.length === 0 && strength === 1;
    return { node: block.id, text, grounds, strength, needed, isPlain };
  });
};

/** The texts of a band, written in `colour` where no block has its own; `isOwn` where that is not the page's. */
export const textsOn = (
  band: Band,
  { colour, isOwn }: { readonly colour: ColourValue; readonly isOwn: boolean },
  about: InkMaterial,
): readonly StandingText[] =>
  band.cells.flatMap(({ blocks }) =>
    blocks.flatMap((block) => textsOf(block, { plain: colour, text: colour, isOwn, grounds: [] }, about)),
  );

/** What it is written in. */
export const inkOf = ({ text, strength }: StandingText, { style }: Pick<InkMaterial, "style">): Colour => {
  const colour = colourOf(hexOfValue(style, text) ?? "#000000");
  return { ...colour, alpha: colour.alpha * strength };
};

/** Grounds that lie on one another as one see-through colour (CSS Compositing 1 §5.1); null where there is none. */
export const veilOf = (
  grounds: readonly ColourValue[],
  { style }: Pick<InkMaterial, "style">,
  lowest: Colour | null = null,
): Colour | null =>
  grounds.reduce<Colour | null>((below, value) => {
    const front = colourOf(hexOfValue(style, value) ?? "#ffffff");
    if (!below) return front;
    const alpha = front.alpha + below.alpha * (1 - front.alpha);
    const share = alpha === 0 ? 0 : front.alpha / alpha;
    const mix = (of: "r" | "g" | "b") => front[of] * share + below[of] * (1 - share);
    return { r: mix("r"), g: mix("g"), b: mix("b"), alpha };
  }, lowest);

/** What is seen of a ground on another: itself where nothing shines through it. */
export const seenOn = (ground: string, below: string): string => {
  const colour = colourOf(ground);
  return colour.alpha === 1 ? ground : hexOf(over(colour, over(colourOf(below), WHITE)));
};
const WHITE = { r: 1, g: 1, b: 1 };
