import type { HeightScene } from "../blocks/heights";
import { heroesOf } from "../design/hero";
import type { Band } from "../design/part";
import { rowMenus } from "../layout/fit";
import { contentReaches, heightAs, type Reach } from "../layout/heights";
import { WIDTHS, type Width } from "../model/values";

/** Where a band that lies over its neighbour comes to lie on the words there, or with its own words below the neighbour. */
export interface CoveredWords {
  /** The band that lies over. */
  readonly band: string;
  readonly neighbour: string;
  /** Whether its own words are what is hidden, below a neighbour that stays in front. */
  readonly isBelow: boolean;
  readonly widths: readonly Width[];
  /** px it lies over, and so many at most that hide nothing. */
  readonly overlap: number;
  readonly free: number;
}

/** Bands from above to below, each with what it can be told by: those in it may come from several parts. */
export const coveredWords = (
  bands: readonly Band[],
  about: Pick<HeightScene, "material" | "style">,
): readonly CoveredWords[] => {
  const found = WIDTHS.flatMap((width) => {
    const shown = bands.filter(({ hideOn }) => !hideOn.includes(width));
    return shown.flatMap((lower, at) => {
      const upper = shown[at - 1];
      const each = upper && coveredBetween(upper, lower, width, about);
      return each ? [{ ...each, width }] : [];
    });
  });
  const keyOf = ({ band, neighbour, isBelow }: (typeof found)[number]) => `${band} ${neighbour} ${isBelow}`;
  return [...new Set(found.map(keyOf))].map((key) => {
    const alike = found.filter((each) => keyOf(each) === key);
    const { width: _, ...first } = alike[0] as (typeof found)[number];
    return {
      ...first,
      widths: alike.map(({ width }) => width),
      free: Math.min(...alike.map(({ free }) => free)),
    };
  });
};

/** How far in front a band stands: it follows the `z-index` its rules give it. */
const depthOf = (band: Band): number => (band.overlap > 0 ? 2 : band.sticky || band.overPicture.on ? 4 : 0);

const hasHero = (band: Band): boolean => heroesOf(band).some(({ settings }) => settings.kind !== "none");
const isSolid = (band: Band): boolean =>
  band.background.colour !== "" ||
  band.background.picture !== "" ||
  band.background.pageOwnPicture ||
  hasHero(band);

/** A band as one of two that lie over one another. */
interface Laid {
  readonly band: Band;
  /** px from the upper edge of the upper band. */
  readonly top: number;
  readonly height: number;
  readonly words: readonly Reach[];
}

/** What less of is hidden is not seen to be, px. */
const HARDLY = 0.5;

const meet = ([from, to]: Reach, [start, end]: Reach): boolean =>
  Math.min(to, end) - Math.max(from, start) > HARDLY;

const moved = ([from, to]: Reach, by: number): Reach => [from + by, to + by];

/** What is hidden of two bands with menus spelled out or as buttons: how far the lower one may go up before; null: nothing. */
const hiddenOf = (upper: Laid, lower: Laid): number | null => {
  const isUpperInFront = depthOf(upper.band) > depthOf(lower.band);
  const [front, behind] = isUpperInFront ? [upper, lower] : [lower, upper];
  const inPlace = ({ words, top }: Laid) => words.map((each) => moved(each, top));
  // one without a ground hides nothing, until the words of both meet
  const hiding = isSolid(front.band) ? [[front.top, front.top + front.height] as const] : inPlace(front);
  if (!inPlace(behind).some((each) => hiding.some((over) => meet(each, over)))) return null;
  const below = Math.min(upper.height, ...upper.words.map(([, to]) => upper.height - to));
  const above = Math.min(lower.height, ...lower.words.map(([from]) => from));
  if (!isSolid(front.band)) return below + above;
  return isUpperInFront ? above : below;
};

const coveredBetween = (
  upper: Band,
  lower: Band,
  width: Width,
  about: Pick<HeightScene, "material" | "style">,
): Omit<CoveredWords, "widths"> | null => {
  const by = {
    upper: upper.overlapSide === "below" ? upper.overlap : 0,
    lower: lower.overlapSide === "above" ? lower.overlap : 0,
  };
  const overlap = by.upper + by.lower;
  if (overlap === 0) return null;
  const laid = (band: Band, isFolded: boolean): Laid => {
    const scene = { ...about, width, isFolded, rowMenus: rowMenus(band) };
    return { band, top: 0, height: heightAs(band, scene), words: contentReaches(band, scene) };
  };
  const rooms = [true, false].flatMap((isFolded) => {
    const above = laid(upper, isFolded);
    return hiddenOf(above, { ...laid(lower, isFolded), top: above.height - overlap }) ?? [];
  });
  if (rooms.length === 0) return null;
  const [band, neighbour] = by.lower > 0 ? [lower, upper] : [upper, lower];
  const own = by.lower > 0 ? by.lower : by.upper;
  return {
    band: band.id,
    neighbour: neighbour.id,
    isBelow: depthOf(upper) > depthOf(lower) !== (band === upper),
    overlap: own,
    free: Math.max(0, Math.floor(Math.min(...rooms) - (overlap - own))),
  };
};
