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

type Token = RegExpMatchArray;

/** The two angles of a text, each with its letter: they are told apart by their letters, else each has as many numbers. */
const anglesIn = (
  tokens: readonly Token[],
): readonly (readonly [letter: string, numbers: readonly Token[]])[] => {
  const shape = tokens.map(([, letter]) => letter ?? ".").join("");
  if (/^\.+$/.test(shape)) {
    const half = Math.floor(tokens.length / 2);
    return [
      ["", tokens.slice(0, half)],
      ["", tokens.slice(half, tokens.length % 2 === 0 ? undefined : half)],
    ];
  }
  // a letter stands before its angle or behind it, both the same way
  const [, before = "", after = ""] =
    /^[A-Z](\.+)[A-Z](\.+)$/.exec(shape) ?? /^(\.+)[A-Z](\.+)[A-Z]$/.exec(shape) ?? [];
  const letters = tokens.flatMap(([, letter]) => letter ?? []);
  const numbers = tokens.filter(([, letter]) => letter === undefined);
  return [
    [letters[0] ?? "", numbers.slice(0, before.length)],
    [letters[1] ?? "", numbers.slice(before.length, before.length + after.length)],
  ];
};

/** Degrees, then minutes, then seconds; a sign only where no letter says it. */
const isAngle = ([letter, numbers]: readonly [string, readonly Token[]]): boolean =>
  numbers.length >= 1 &&
  numbers.length <= 3 &&
  numbers.every(([, , value = "", mark], place) => {
    const isSigned = /^[+-]/.test(value);
    return (mark === undefined || mark === MARKS[place]) && !(isSigned && (place > 0 || letter !== ""));
  });

/** "48.2082, 16.3738", "48° 12′ 29″ N 16° 22′ E", in either order where letters say which is which. */
const writtenPair = (text: string): Pair | null => {
  if (text.replace(TOKEN, "").replace(/[ ,;/]/g, "") !== "") return null;
  const angles = anglesIn([...text.matchAll(TOKEN)]);
  const letters = angles.map(([letter]) => letter).join("");
  if (!angles.every(isAngle) || !/^(|[NS][EW]|[EW][NS])$/.test(letters)) return null;
  const halves = angles.map(([letter, numbers]) => {
    const [first = "", ...rest] = numbers.map(([, , value = ""]) => value);
    return [letter === "S" || letter === "W" ? `-${first}` : first, ...rest];
  });
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
    lat !== undefined && lon !== undefined
      ? pairOf([lat], [lon])
      : ISO.test(tidy)
        ? isoPair(tidy)
        : writtenPair(tidy);
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
