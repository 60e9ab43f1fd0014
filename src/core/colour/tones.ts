import { fromLinear, toLinear } from "./convert";

/** How light a colour of bytes is, as the grey of sRGB with the same relative luminance (WCAG 2.2), 0 to 255. */
export const greyOf = (red: number, green: number, blue: number): number => {
  const light = 0.2126 * toLinear(red / 255) + 0.7152 * toLinear(green / 255) + 0.0722 * toLinear(blue / 255);
  return Math.round(255 * fromLinear(light));
};

/** Sums of parts of a whole are not exact to the last digit. */
const HARDLY_ANYTHING = 1e-9;

/**
 * A value such that `share` of all that is weighed is at or below it (nearest rank; of equal weights: of the values).
 * The list must not be empty.
 */
export const weightedPercentile = (
  values: readonly (readonly [value: number, weight: number])[],
  share: number,
): number => {
  const sorted = [...values].sort(([a], [b]) => a - b);
  const wanted = share * values.reduce((sum, [, weight]) => sum + weight, 0) - HARDLY_ANYTHING;
  let below = 0;
  for (const [value, weight] of sorted) {
    below += weight;
    if (below >= wanted) return value;
  }
  return sorted.at(-1)?.[0] as number;
};
