import { Place, ZOOM } from "../model/place";

/** Maps are drawings of the product's own, served by what they show: a place in their middle, how near, in which colours. */

export const MAP_TONES = ["light", "dark"] as const;
export type MapTone = (typeof MAP_TONES)[number];

/** What the colours of a map are, light or dark; what stands on a map has grounds of its own. */
export const MAP_COLOURS: Readonly<
  Record<MapTone, Readonly<Record<"water" | "land" | "shore" | "border" | "words", string>>>
> = {
  light: { water: "#cfdcdf", land: "#f4f1e8", shore: "#8fa5a9", border: "#a3957f", words: "#2f3433" },
  dark: { water: "#17262b", land: "#2c3335", shore: "#5b7076", border: "#85795f", words: "#dfe4e0" },
};

/** How large a map is drawn, px; what is seen of it is cut out of its middle. */
export const MAP_SIZE = { width: 2560, height: 1200 } as const;

export interface MapAsked {
  readonly place: Place;
  readonly zoom: number;
  readonly tone: MapTone;
}

/** The name of a map among the site's media: its place to about 11 m. */
export const mapName = ({ place, zoom, tone }: MapAsked): string =>
  `map_${place.lat.toFixed(4)}_${place.lon.toFixed(4)}_${zoom}_${tone}.svg`;

const NAME = new RegExp(
  `^map_(-?\\d{1,2}\\.\\d{4})_(-?\\d{1,3}\\.\\d{4})_(\\d{1,2})_(${MAP_TONES.join("|")})\\.svg$`,
);

/** The map of a name; null for a name of none, or of one that cannot be drawn. */
export const mapOfName = (name: string): MapAsked | null => {
  const found = NAME.exec(name);
  if (!found) return null;
  const place = Place.safeParse({ lat: Number(found[1]), lon: Number(found[2]) });
  const zoom = Number(found[3]);
  if (!place.success || zoom < ZOOM.least || zoom > ZOOM.most) return null;
  return { place: place.data, zoom, tone: found[4] as MapTone };
};
