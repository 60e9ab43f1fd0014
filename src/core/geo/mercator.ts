import { MOST_LATITUDE, type Place } from "../model/place";

/**
 * Places on a map and back: Mercator's projection of a sphere of the equatorial radius, in squares of 256 px at zoom 0
 * (EPSG:3857, "Popular Visualisation Pseudo Mercator"; IOGP Guidance Note 7-2 §3.2.1.2).
 */

const TILE = 256;
/** The equator, m (radius 6 378 137 m, WGS 84). */
const EQUATOR = 2 * Math.PI * 6_378_137;

const radians = (degrees: number): number => (degrees * Math.PI) / 180;
const degrees = (angle: number): number => (angle * 180) / Math.PI;

/** How wide the whole earth is on a map, px. */
export const worldWidth = (zoom: number): number => TILE * 2 ** zoom;

/** How many metres of the ground a px of a map is, at a latitude. */
export const metresPerPixel = (lat: number, zoom: number): number =>
  (EQUATOR * Math.cos(radians(lat))) / worldWidth(zoom);

const rounded = (value: number): number => Math.round(value * 1e5) / 1e5;
/** A longitude in -180 to 180. */
const wrapped = (lon: number): number => ((((lon + 180) % 360) + 360) % 360) - 180;
const within = (value: number, most: number): number => Math.min(most, Math.max(-most, value));

/** Where a place lies right of and below the middle of a map, px; the nearer way round the earth. */
export const offsetOf = (
  { lat, lon }: Place,
  middle: Place,
  zoom: number,
): readonly [right: number, down: number] => {
  const perRadian = worldWidth(zoom) / (2 * Math.PI);
  const up = (at: number) => Math.asinh(Math.tan(radians(at))) * perRadian;
  return [radians(wrapped(lon - middle.lon)) * perRadian, up(middle.lat) - up(lat)];
};

/** The place so many px right of and below the middle of a map, to about a metre; at the edges of the map the last one. */
export const placeAt = (middle: Place, zoom: number, right: number, down: number): Place => {
  const perRadian = worldWidth(zoom) / (2 * Math.PI);
  const up = Math.asinh(Math.tan(radians(middle.lat))) - down / perRadian;
  return {
    lat: rounded(within(degrees(Math.atan(Math.sinh(up))), MOST_LATITUDE)),
    lon: rounded(wrapped(middle.lon + degrees(right / perRadian))),
  };
};

/** A scale: a round length, m (1, 2 or 5 of a power of ten), at most so many px long, and how many px it is. */
export const scaleOf = (
  lat: number,
  zoom: number,
  most: number,
): { readonly metres: number; readonly px: number } => {
  const perPx = metresPerPixel(lat, zoom);
  const power = 10 ** Math.floor(Math.log10(most * perPx));
  const metres = ([5, 2, 1].find((each) => each * power <= most * perPx) ?? 1) * power;
  return { metres, px: Math.round((metres / perPx) * 10) / 10 };
};
