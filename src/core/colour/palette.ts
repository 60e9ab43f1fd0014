import { contrastOf, NEEDED, nearestPassing } from "./contrast";
import { fromOklch, type Oklch, toOklab, toOklch } from "./convert";
import { colourOf, hexOf } from "./hex";

/** A palette proposed from one colour: a colour for each role, every pair of text and ground passing WCAG AA. */
export interface ProposedPalette {
  readonly background: string;
  readonly surface: string;
  readonly text: string;
  readonly mutedText: string;
  readonly accent: string;
  readonly textOnAccent: string;
  readonly line: string;
}
export const GROUNDS = ["light", "dark"] as const;
export type Ground = (typeof GROUNDS)[number];

const hexAt = (l: number, c: number, h: number): string => hexOf(fromOklch({ l, c, h }));

/** Lightness and most chroma of each role; chroma follows the colour it starts from, so that grey stays grey. */
const LADDERS = {
  light: {
    background: [0.985, 0.008],
    surface: [0.955, 0.016],
    line: [0.88, 0.024],
    text: [0.24, 0.03],
    mutedText: [0.46, 0.035],
  },
  dark: {
    background: [0.2, 0.02],
    surface: [0.25, 0.025],
    line: [0.37, 0.03],
    text: [0.95, 0.012],
    mutedText: [0.76, 0.02],
  },
} as const;

/** Deterministic: the same colour gives the same palette everywhere. */
export const proposePalette = (seed: string, ground: Ground): ProposedPalette => {
  const start = toOklch(colourOf(seed));
  const tinted = ([l, most]: readonly [number, number]) => hexAt(l, Math.min(most, start.c * 0.35), start.h);
  const ladder = LADDERS[ground];
  const background = tinted(ladder.background);
  const surface = tinted(ladder.surface);
  const passing = (hex: string, on: string, needed: number = NEEDED.text) =>
    nearestPassing(hex, on, needed) ?? hex;
  // the surface is the harder of the two grounds in both designs; what passes there is checked on the other as well
  const onBoth = (hex: string) => passing(passing(hex, surface), background);
  const accent = onBoth(seed);
  const [light, dark] = ["#ffffff", tinted([0.16, 0.03])];
  const textOnAccent = contrastOf(light, accent) >= contrastOf(dark, accent) ? light : dark;
  return {
    background,
    surface,
    text: onBoth(tinted(ladder.text)),
    mutedText: onBoth(tinted(ladder.mutedText)),
    accent: passing(accent, textOnAccent),
    textOnAccent,
    line: tinted(ladder.line),
  };
};

const HUES = 24;
const MOST_SEEDS = 5;
/** Below this chroma a colour has no hue one would name. */
const COLOURLESS = 0.035;

/**
 * The colours a picture speaks with, the strongest first: pixels are gathered by hue, weighed by chroma, and each
 * group is its weighed mean. `pixels` are r, g, b bytes in a row. A picture without colour gives its mean grey.
 */
export const speakingColours = (pixels: Uint8Array): readonly string[] => {
  const groups = Array.from({ length: HUES }, () => ({ weight: 0, l: 0, a: 0, b: 0 }));
  let grey = 0;
  const count = Math.floor(pixels.length / 3);
  for (let at = 0; at < count; at += 1) {
    const [r, g, b] = [0, 1, 2].map((part) => (pixels[at * 3 + part] as number) / 255) as [
      number,
      number,
      number,
    ];
    const lab = toOklab({ r, g, b });
    grey += lab.l;
    const chroma = Math.hypot(lab.a, lab.b);
    if (chroma < COLOURLESS || lab.l < 0.12 || lab.l > 0.97) continue;
    const { h } = toOklch({ r, g, b });
    const group = groups[Math.floor((h / 360) * HUES) % HUES];
    if (!group) continue;
    group.weight += chroma;
    group.l += lab.l * chroma;
    group.a += lab.a * chroma;
    group.b += lab.b * chroma;
  }
  const found = groups
    .filter(({ weight }) => weight > 0)
    .sort((one, other) => other.weight - one.weight)
    .slice(0, MOST_SEEDS)
    .map(({ weight, l, a, b }): Oklch => {
      const hue = (Math.atan2(b, a) * 180) / Math.PI;
      return { l: l / weight, c: Math.hypot(a, b) / weight, h: hue < 0 ? hue + 360 : hue };
    })
    .map((colour) => hexOf(fromOklch(colour)));
  return found.length > 0 ? [...new Set(found)] : [hexAt(count === 0 ? 0.5 : grey / count, 0, 0)];
};
