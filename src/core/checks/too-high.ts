import type { HeightMaterial } from "../blocks/heights";
import { type BandFit, rowMenus } from "../layout/fit";
import { linesWithin } from "../layout/heading-lines";
import { isExactly, leastHeight, neededHeight } from "../layout/heights";
import { WIDTHS, type Width } from "../model/values";

/** A band that is told to be exactly so high, and holds more: it stands out of it, over what is above and below. */
export interface TooHigh {
  readonly band: string;
  readonly widths: readonly Width[];
  /** px: what it is told, and what it needs, where it lacks most. */
  readonly told: number;
  readonly needed: number;
}

/** A rounding of lines is not seen, px. */
const HARDLY = 1;

/** Null where all that is in it has room; what no height is known of counts as a line. */
export const tooHigh = (fit: BandFit, page?: HeightMaterial["page"]): TooHigh | null => {
  const { band, measure } = fit;
  const material = { ...fit.material, ...(page ? { page } : {}) };
  const found = WIDTHS.filter((width) => !band.hideOn.includes(width) && isExactly(band, width)).flatMap(
    (width) => {
      const scene = {
        material,
        style: measure.style,
        width,
        rowMenus: rowMenus(band),
        lines: linesWithin(fit, width),
      };
      const needed = Math.max(...[true, false].map((isFolded) => neededHeight(band, { ...scene, isFolded })));
      const told = leastHeight(band, width);
      return needed > told + HARDLY ? [{ width, told, needed: Math.ceil(needed) }] : [];
    },
  );
  const [worst] = [...found].sort((a, b) => b.needed - b.told - (a.needed - a.told));
  if (!worst) return null;
  return { band: band.id, widths: found.map(({ width }) => width), told: worst.told, needed: worst.needed };
};
