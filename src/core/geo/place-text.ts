import { fail, issue, type Outcome, succeed } from "../model/issue";
import { Place } from "../model/place";

/** Coordinates as people write them, and back. */

type Pair = readonly [lat: number, lon: number];

/** Degrees, minutes and seconds as degrees; null where the latter two are sixty or more, or one before the last has decimals. */
const degreesOf = (parts: readonly string[]): number | null => {
  const [d = 0, m = 0, s = 0] = parts.map((each) => Math.abs(Number(each)));
  const isWrong = m >= 60 || s >= 60 || parts.slice(0, -1).some((each) => each.includes("."));
  if (isWrong) return null;
  return (d + m / 60 + s / 3600) * (parts[0]?.startsWith("-") ? -1 : 1);
};
const pairOf = (lat: readonly string[], lon: readonly string[]): Pair | null => {
  const pair = [degreesOf(lat), degreesOf(lon)] as const;
  return pair[0] === null || pair[1] === null ? null : [pair[0], pair[1]];
};

/** ISO 6709:2022 Annex H, for machines: "+40.75-074.00/", with degrees alone, with minutes, with seconds. */
const ISO =
  /^([+-]\d\d)((?:\d\d){0,2})(\.\d+)?([+-]\d{3})((?:\d\d){0,2})(\.\d+)?(?:[+-]\d+(?:\.\d+)?)?(?:CRS.*)?\/$/;

const isoPair = (text: string): Pair | null => {
  const found = ISO.exec(text);
  if (!found) return null;
  const half = (degrees = "", rest = "", decimals = "") => {
    const parts = [degrees, ...(rest.match(/../g) ?? [])];
    return [...parts.slice(0, -1), `${parts.at(-1)}${decimals}`];
  };
  return pairOf(half(found[1], found[2], found[3]), half(found[4], found[5], found[6]));
};

/** `geo:` addresses (RFC 5870 §3.3): latitude, longitude, and what more is said of it. */
const GEO = /^GEO:(-?\d+(?:\.\d+)?),(-?\d+(?:\.\d+)?)(?:[,;?].*)?$/;

const MARKS = "°′″";
const TOKEN = /([NSEW])|([+-]?\d+(?:\.\d+)?) ?([°′″])?/g;

/** "48.2082, 16.3738", "48° 12′ 29″ N 16° 22′ 26″ E", in either order where letters say which is which. */
const writtenPair = (text: string): Pair | null => {
  if (text.replace(TOKEN, "").replace(/[ ,;/]/g, "") !== "") return null;
  const tokens = [...text.matchAll(TOKEN)];
  const letters = tokens.flatMap(([, letter]) => letter ?? []).join("");
  const numbers = tokens.filter(([, letter]) => letter === undefined);
  const each = numbers.length / 2;
  if (![1, 2, 3].includes(each) || !/^(|[NS][EW]|[EW][NS])$/.test(letters)) return null;
  // a letter stands before its angle or behind it, both the same way
  const shape = tokens
    .map(([, letter]) => letter ?? ".")
    .join("")
    .replace(/\.+/g, ".");
  if (letters !== "" && !/^([A-Z]\.[A-Z]\.|\.[A-Z]\.[A-Z])$/.test(shape)) return null;
  const isRight = numbers.every(([, , value = "", mark], at) => {
    const place = at % each;
    const isSigned = /^[+-]/.test(value);
    return (mark === undefined || mark === MARKS[place]) && !(isSigned && (place > 0 || letters !== ""));
  });
  if (!isRight) return null;
  const values = numbers.map(([, , value = ""]) => value);
  const halves = [values.slice(0, each), values.slice(each)].map(([first = "", ...rest], at) => [
    "SW".includes(letters[at] ?? "-") ? `-${first}` : first,
    ...rest,
  ]);
  const [first = [], second = []] = /^[EW]/.test(letters) ? halves.reverse() : halves;
  return pairOf(first, second);
};

const tidied = (text: string): string =>
  text
    .trim()
    .toUpperCase()
    .replace(/[−–]/g, "-")
    .replace(/[º˚]/g, "°")
    .replace(/''|["”“]/g, "″")
    .replace(/['’‘]/g, "′")
    .replace(/\s+/g, " ")
    // commas of decimals: "48,2082; 16,3738"
    .replace(/^([+-]?\d+),(\d+) ?[; ] ?([+-]?\d+),(\d+)$/, "$1.$2; $3.$4");

/**
 * The place that coordinates say: latitude before longitude, degrees with decimals or with minutes and seconds, with
 * letters or signs; a `geo:` address; the form of ISO 6709 for machines. To about a metre.
 * @returns `place.unreadable`, or `place.lat`, `place.lon` where one is out of range.
 */
export const placeIn = (text: string): Outcome<Place> => {
  const tidy = tidied(text);
  const [, lat, lon] = GEO.exec(tidy) ?? [];
  const pair =
    lat !== undefined && lon !== undefined ? pairOf([lat], [lon]) : (isoPair(tidy) ?? writtenPair(tidy));
  if (!pair) return fail(issue("place.unreadable"));
  const [north, east] = pair.map((each) => Math.round(each * 1e5) / 1e5);
  const read = Place.safeParse({ lat: north, lon: east });
  if (read.success) return succeed(read.data);
  const isLat = read.error.issues.some(({ path }) => path[0] === "lat");
  return fail(issue(isLat ? "place.lat" : "place.lon"));
};

/** A place as people read it: "48.2082° N, 16.3738° E"; four decimals are about 11 m. */
export const placeText = ({ lat, lon }: Place): string => {
  const said = (value: number, above: string, below: string) => {
    const shown = Math.abs(value).toFixed(4);
    return `${shown}° ${value < 0 && Number(shown) !== 0 ? below : above}`;
  };
  return `${said(lat, "N", "S")}, ${said(lon, "E", "W")}`;
};
