import { wornStyle } from "../blocks/heights";
import type { FitMaterial } from "../blocks/sizes";
import type { Part } from "../design/part";
import type { TextMeasure } from "../measure/text-measure";
import type { Slot } from "../model/slot";
import { type BandFit, bandMenus, type Stretch, screenWidth } from "./fit";
import { keptFit } from "./kept-fits";
import { type FitTrouble, troublesOf } from "./troubles";

/** What a ruler says of a band. */
export interface BandReading {
  readonly band: string;
  readonly name: string;
  /** False where something in it cannot be measured: then there are no stretches. */
  readonly isExact: boolean;
  /** Kinds that flow with their room, where one of them is why; none where it is a letter that no font has. */
  readonly flowing: BandFit["flowing"];
  readonly hasMenu: boolean;
  readonly stretches: readonly Stretch[];
  readonly troubles: readonly FitTrouble[];
  /** The least width of wide screens with everything in one row; null: none. */
  readonly edge: number | null;
  /** How many letters longer its labels may become at `ROOM_AT`; null without a menu. */
  readonly letters: number | null;
}

/** Widths of screens that rulers look at, and the one that room is told for, px. */
export const NARROWEST = 320;
export const WIDEST_SCREEN = 1600;
export const ROOM_AT = 1280;

const SOME_LETTERS = "nnnnnnnnnn";

/** Slots whose bands have a ruler. */
export const isRuled = (slot: Slot): boolean => slot === "header" || slot === "footer";

/** What the ruler says of each band of a part. */
export const readBands = (part: Part, material: FitMaterial, measure: TextMeasure): readonly BandReading[] =>
  part.bands.map((band) => {
    const fit = keptFit(band, material, measure);
    const { isExact, hasFoldingMenu } = fit;
    const edge = isExact ? fit.edges()[screenWidth(ROOM_AT, measure)] : Number.POSITIVE_INFINITY;
    const [menu] = bandMenus(band);
    const worn = measure
      .on(screenWidth(ROOM_AT, measure))
      .setting(menu ? wornStyle(menu, "menu", measure.style) : "menu");
    const letter = measure.line(SOME_LETTERS, worn).width / SOME_LETTERS.length;
    const stretches = isExact ? fit.stretches(NARROWEST, WIDEST_SCREEN) : [];
    return {
      band: band.id,
      name: band.name,
      isExact,
      flowing: isExact ? [] : fit.flowing,
      hasMenu: hasFoldingMenu,
      stretches,
      troubles: troublesOf(fit, part.slot, stretches),
      edge: Number.isFinite(edge) ? edge : null,
      letters: isExact && hasFoldingMenu ? Math.floor(fit.roomAt(ROOM_AT) / letter) : null,
    };
  });
