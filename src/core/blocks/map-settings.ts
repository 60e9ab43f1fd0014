import { z } from "zod";
import { MAP_TONES } from "../draw/map-address";
import { ZOOM } from "../model/place";
import { px, responsive } from "../model/values";
import { placeOrNone, targetOrNone, words } from "./roles";

/** What a map is, in a block of its own and in a hero. */
export const mapSettings = z.object({
  place: placeOrNone().default(null),
  zoom: z.number().int().min(ZOOM.least).max(ZOOM.most).default(8),
  /** What the place is called on the map; empty: its sign alone. */
  marker: words(z.string().max(80), { opensAs: "mapMarker", mayBeEmpty: true }).default(""),
  tone: z.enum(MAP_TONES).default("light"),
  /** How high the map is at first. */
  height: responsive(px(1000)).default({ wide: 340, small: 260 }),
  /** How high when it is opened; 0: it does not open. */
  opened: responsive(px(1000)).default({ wide: 680, small: 520 }),
  directions: targetOrNone().default(null),
  directionsWords: words(z.string().min(1).max(80)).default("How to get here"),
});
export type SettingsOfMap = z.output<typeof mapSettings>;
