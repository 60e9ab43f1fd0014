import { type Band, BandBackground } from "../design/part";
import type { Maker } from "./maker";

/**
 * Designed starting points: whole parts laid out from the site's own profile, menus and pictures. What the site does
 * not have is left out, so nothing has to be deleted before it can be shown.
 */
export interface StartingMaterial {
  readonly hasLogo: boolean;
  /** Width of the logo for a height of 1. */
  readonly logoRatio: number;
  /** Letters of the site's name. */
  readonly nameLength: number;
  /** A logo made for dark grounds. */
  readonly hasLogoOverPictures: boolean;
  readonly hasAddress: boolean;
  readonly hasTagline: boolean;
  readonly hasSocial: boolean;
  /** Entries that begin at some time. */
  readonly hasEvents: boolean;
  /** Kinds that have such entries. */
  readonly eventKinds: readonly string[];
  /** The first own field that says what something costs; empty: nothing does. */
  readonly priceField: string;
  readonly hasAuthors: boolean;
  readonly menus: readonly {
    readonly id: string;
    readonly name: string;
    readonly items: number;
  }[];
  readonly pictures: readonly {
    readonly id: string;
    readonly width: number;
    readonly height: number;
    readonly lightness: number;
  }[];
  readonly kinds: readonly string[];
  /** Kinds that have an archive. */
  readonly listedKinds: readonly string[];
}

export interface StartingPoint {
  readonly key: string;
  readonly name: string;
  /** What it is, in a sentence. */
  readonly about: string;
  readonly bands: readonly Band[];
}

type Build = (material: StartingMaterial, make: Maker) => readonly Band[];

/** The menu a header shows. */
export const mainMenu = (material: StartingMaterial) =>
  material.menus.find((menu) => /main|top/i.test(menu.name)) ?? material.menus[0];

export interface Point extends Omit<StartingPoint, "bands"> {
  readonly build: Build;
  /** Only where a site has what it shows. */
  readonly isFor?: (material: StartingMaterial) => boolean;
}

/** Wide pictures, the darkest first: light words stay readable on it. */
export const darkPictures = (material: StartingMaterial) =>
  [...material.pictures]
    .filter((picture) => picture.width > picture.height)
    .sort((a, b) => a.lightness - b.lightness || (a.id < b.id ? -1 : 1));
export const darkPicture = (material: StartingMaterial) => darkPictures(material)[0];

/** The ground of what is calm. */
export const surface = () => BandBackground.parse({ colour: "role:surface" });
