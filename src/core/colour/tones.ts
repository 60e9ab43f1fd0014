import { fromLinear, toLinear } from "./convert";

/** How light a colour of bytes is, as the grey of sRGB with the same relative luminance (WCAG 2.2), 0 to 255. */
export const greyOf = (red: number, green: number, blue: number): number => {
  const light = 0.2126 * toLinear(red / 255) + 0.7152 * toLinear(green / 255) + 0.0722 * toLinear(blue / 255);
  return Math.round(255 * fromLinear(light));
};

/** A value such that `share` of all are at or below it (nearest rank). The list must not be empty. */
export const percentile = (values: readonly number[], share: number): number => {
  const sorted = [...values].sort((a, b) => a - b);
  return sorted[Math.max(0, Math.ceil(share * sorted.length) - 1)] as number;
};
