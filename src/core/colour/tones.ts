import { fromLinear, toLinear } from "./convert";

const LINEAR = Float64Array.from({ length: 256 }, (_, byte) => toLinear(byte / 255));

/** How light a colour of bytes is, as the grey of sRGB with the same relative luminance (WCAG 2.2), 0 to 255. */
export const greyOf = (red: number, green: number, blue: number): number => {
  const linear = (byte: number) => LINEAR[byte] as number;
  const light = 0.2126 * linear(red) + 0.7152 * linear(green) + 0.0722 * linear(blue);
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
