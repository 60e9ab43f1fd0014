import { z } from "zod";

/** Beyond it a map in this projection has no end: the map is a square, ± atan(sinh π), rounded down. */
export const MOST_LATITUDE = 85;

/** A place on earth, degrees (WGS 84): north and east above 0. Five decimals are about a metre. */
export const Place = z.object({
  lat: z.number().min(-MOST_LATITUDE, "place.lat").max(MOST_LATITUDE, "place.lat"),
  lon: z.number().min(-180, "place.lon").max(180, "place.lon"),
});
export type Place = z.infer<typeof Place>;

/** How near a map is: 0 shows the whole earth 256 px wide, each one more twice as large. */
export const ZOOM = { least: 4, most: 10 } as const;
