import type { z } from "zod";
import type { BlockContext } from "../draw/context";
import type { SafeHtml } from "../draw/html";
import type { HouseStyle, TypeStyle } from "../model/house-style";
import type { AnyBlock, Look } from "../model/look";
import type { Around } from "../model/neighbours";
import type { ColourValue, Responsive } from "../model/values";
import type { HeightScene } from "./heights";
import type { Ink, InkMaterial } from "./inks";
import type { Extent, Scene } from "./sizes";

/** A block of one kind, with the settings of that kind. */
export interface BlockWith<K extends string, Settings> extends Omit<AnyBlock, "settings"> {
  readonly kind: K;
  readonly settings: Settings;
}

/** Which entries a block shows: those chosen, or the first so many by when they are or were published. */
export type EntriesShown =
  | { readonly ids: readonly string[] }
  | {
      readonly kinds: readonly string[];
      readonly count: number;
      /** Only those that are not over. */
      readonly upcoming: boolean;
      readonly direction: "up" | "down";
    };

/** Blocks side by side that may wrap, or below one another: how wide they want to be together. */
export type Together = (blocks: readonly AnyBlock[], isRow: boolean, gap: number, scene: Scene) => Extent;

/**
 * All there is to know of a kind of block, in one place. What settings are for stands with the settings (`roles`); what
 * is left out here is as it is with most kinds.
 */
export interface BlockDefinition<K extends string, S extends z.ZodObject> {
  readonly kind: K;
  readonly settings: S;
  /** Its HTML; null draws nothing at all. */
  readonly draw: (block: BlockWith<K, z.output<S>>, context: BlockContext) => SafeHtml | null;
  /** Rules of the kind, shared by all its blocks. */
  readonly css?: string | ((style: HouseStyle) => string);
  /**
   * How wide it wants to be, px; it follows the stylesheet of the kind line by line: change both together. Null where
   * nothing is drawn. A kind without flows with the room it gets, or depends on the page.
   */
  readonly extent?: (block: BlockWith<K, z.output<S>>, scene: Scene, together: Together) => Extent | null;
  /**
   * How high it is where it stands in one row, px at 16 px text, without what its look puts around it; null where nothing
   * is drawn. It follows the stylesheet of the kind. Without: a line of its text.
   */
  readonly height?: (
    block: BlockWith<K, z.output<S>>,
    scene: HeightScene,
    heightOf: (block: AnyBlock) => number | null,
  ) => number | null;
  /** What stands beside its words in it, px at 16 px text. */
  readonly besideWords?: (settings: z.output<S>) => number;
  /** It shows nothing of the page it is on: what is drawn of it is the same wherever it stands. */
  readonly isSteady?: true | ((settings: z.output<S>) => boolean);
  /** It wears a text style of its look; others have one among their settings, or say nothing. */
  readonly wearsType?: true;
  /** The text style among its settings, where all its words are in it. */
  readonly typeStyle?: (settings: z.output<S>) => TypeStyle;
  /** Its words may have a size and a line height of their own, by its look. */
  readonly takesSize?: true;
  /** It has distances and borders of the house style or settings of its own, and takes none of its look. */
  readonly isFramedItself?: true;
  /** Settings of its look that change nothing of it, as it is set: they are not offered. */
  readonly ignores?: (settings: z.output<S>) => readonly (keyof Look)[];
  /** It has corners of its own to round, as it is set; others have them where their look gives them a ground, a border or a shadow. */
  readonly hasCorners?: (settings: z.output<S>) => boolean;
  /** Blocks stand in it. */
  readonly holdsBlocks?: true;
  /** Its words and signs that are seen by contrast; without: words as the block is, on what lies behind it. */
  readonly inks?: (settings: z.output<S>, about: InkMaterial) => readonly Ink[];
  /** The first that may go where there is too little room. */
  readonly mayGo?: true;
  /** Pictures of the content it shows beside the main one: those of the entry, or that of its author. */
  readonly contentPictures?: "gallery" | "author";
  /** It shows what its entry says. */
  readonly showsBody?: true;
  /** How many paragraphs of an entry's beginning it shows to who may not read it. */
  readonly beginning?: (settings: z.output<S>) => number;
  /** The ground its settings give it; empty: none. */
  readonly ground?: (settings: z.output<S>) => ColourValue | "";
  /** Settings that go along when a person sets another one: what ways to show it share is not lost between them. */
  readonly goAlong?: (before: z.output<S>, after: z.output<S>) => z.output<S>;
  /** Its settings without ground and lines; null where nothing is left of it. Without: as they are. */
  readonly bare?: (settings: z.output<S>) => z.output<S> | null;
  /** Entries it shows whatever page it is on, or null: they are fetched with the page, and come with its lists. */
  readonly entries?: (settings: z.output<S>) => EntriesShown | null;
  /** It shows the entries before and after that of the page, found so. */
  readonly around?: (settings: z.output<S>) => Around;
  /** How many other entries of the page's author it lists. */
  readonly further?: (settings: z.output<S>) => number;
  /** How high it shows the picture that is among its settings; 0 whole. */
  readonly pictureHeight?: (settings: z.output<S>) => Responsive<number>;
}

export const defineBlock = <const K extends string, S extends z.ZodObject>(
  definition: BlockDefinition<K, S>,
): BlockDefinition<K, S> => definition;
