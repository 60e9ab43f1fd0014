import type { Texture } from "../model/house-style";
import type { AnyBlock } from "../model/look";
import type { ColourValue, Responsive } from "../model/values";
import type { Video } from "../model/video";

/** What a hero shows one after another: words over a picture, a video or a colour. */

export interface Slide {
  /** Of a slide that is a block of its own, its id; else one made of the hero's. */
  readonly id: string;
  readonly blocks: readonly AnyBlock[];
  /** Empty: none. */
  readonly picture: string;
  /** The page's own picture goes before it. */
  readonly ownPicture: boolean;
  readonly fit: "fills" | "whole" | "across";
  readonly slower: boolean;
  readonly video: Video | null;
  /** What stands in it reaches the edges of the screen. */
  readonly isAcross: boolean;
  readonly overlay: number;
  readonly overlayColour: ColourValue | "";
  readonly texture: Texture;
  readonly textureStrength: number;
  readonly ground: ColourValue | "";
  readonly colour: ColourValue | "";
  readonly across: "start" | "centre" | "end";
  readonly down: "start" | "centre" | "end";
  readonly height: Responsive<number>;
  readonly screenHeight: Responsive<number>;
}
