import { NEEDED } from "../colour/contrast";
import type { PageMaterial } from "../draw/page-material";
import type { Links } from "../measure/menu-items";
import type { BUTTON_LOOKS, HouseStyle } from "../model/house-style";
import type { ColourValue } from "../model/values";

/** What is written in which colour on which ground, kind by kind: it follows the stylesheets of the kinds. */
export interface Ink {
  /** Empty: the colour of the block, or the one handed down to it. */
  readonly text: ColourValue | "";
  /** Empty: what lies behind it. */
  readonly ground: ColourValue | "";
  /** It is the block itself: a colour and a ground its look gives it stand in for these. */
  readonly isItself?: true;
  /** Where a band or a block has a colour of its own, it takes that one. */
  readonly yields?: true;
  /** How much of it is seen, 0 to 1; without: all. */
  readonly strength?: number;
  /** The contrast it has to have (WCAG 2.2 §1.4.3, §1.4.11); without: that of text. */
  readonly needed?: number;
}

/** What a block may have to be told of its words: the house style, menus by id, and which pages there are. */
export interface InkMaterial extends Pick<PageMaterial, "menus"> {
  readonly style: HouseStyle;
  readonly links: Links;
}

export const PLAIN: Ink = { text: "", ground: "" };
/** Signs are seen at less than words are read at (WCAG 2.2 §1.4.11). */
export const SIGN: Ink = { ...PLAIN, needed: NEEDED.large };
export const MUTED: Ink = { text: "role:mutedText", ground: "", yields: true };

/** A button at rest and pointed at: it follows `buttonLookCss`. */
export const buttonInks = ({ buttons }: HouseStyle, look: (typeof BUTTON_LOOKS)[number]): readonly Ink[] => {
  const { ground, text, pointedGround, pointedText } = buttons[look];
  return [
    { text, ground },
    { text: pointedText || text, ground: pointedGround },
  ];
};

/** A block that is a button: colours of its own hold pointed at, too (`standingLook`). */
export const standingInks = (style: HouseStyle, look: (typeof BUTTON_LOOKS)[number]): readonly Ink[] =>
  buttonInks(style, look).map((ink) => ({ ...ink, isItself: true }));

export const fieldInk = ({ fields }: HouseStyle): Ink => ({ text: fields.text, ground: fields.ground });

/** Links among words, at rest and pointed at: they follow `linkCss`. */
export const linkInks = ({ links }: HouseStyle): readonly Ink[] => [
  { text: links.colour, ground: "", yields: true },
  { text: links.pointedColour || links.colour, ground: "", yields: true },
];
