import { converter, parse } from "culori";
import { deltaOk, fromOklch, isInGamut, type Rgb, toOklch } from "./convert";

/** Colours as people write them and as they are stored: `#rrggbb`, or `#rrggbbaa` where they are see-through. */
export interface Colour extends Rgb {
  /** 0 clear to 1 solid. */
  readonly alpha: number;
}

const byte = (value: number): string =>
  Math.round(Math.min(1, Math.max(0, value)) * 255)
    .toString(16)
    .padStart(2, "0");

export const hexOf = ({ r, g, b, alpha = 1 }: Rgb & { readonly alpha?: number }): string =>
  `#${byte(r)}${byte(g)}${byte(b)}${alpha < 1 ? byte(alpha) : ""}`;

/** The colour of a stored value. Throws for anything else: stored values are checked at the door. */
export const colourOf = (hex: string): Colour => {
  const found = /^#([0-9a-f]{2})([0-9a-f]{2})([0-9a-f]{2})([0-9a-f]{2})?$/.exec(hex);
  if (!found) throw new Error(`colour: expected #rrggbb or #rrggbbaa, got ${hex}`);
  const [r, g, b, alpha] = found
    .slice(1)
    .map((part) => (part === undefined ? 1 : Number.parseInt(part, 16) / 255));
  return { r: r as number, g: g as number, b: b as number, alpha: alpha as number };
};

/** Colours from one to another in equal steps, both ends among them, as gradients of CSS mix them: in sRGB, premultiplied (CSS Images 4 §3.5.3, CSS Color 4 §12.3). */
export const steps = (from: Colour, to: Colour, count: number): readonly Colour[] =>
  Array.from({ length: count }, (_, at) => {
    const share = at / (count - 1);
    const alpha = from.alpha * (1 - share) + to.alpha * share;
    const mix = (of: keyof Rgb) =>
      alpha === 0 ? 0 : (from[of] * from.alpha * (1 - share) + to[of] * to.alpha * share) / alpha;
    return { r: mix("r"), g: mix("g"), b: mix("b"), alpha };
  });

const rgbOf = converter("rgb");
const oklchOf = converter("oklch");

/** Rounding in the last digit is no other colour. */
const HARDLY_SEEN = 0.002;

export interface ReadColour {
  readonly hex: string;
  /** The nearest a screen's sRGB can show: the colour meant is stronger. */
  readonly isMapped: boolean;
}

/** Any colour CSS can write (CSS Color 4: names, hex, rgb, hsl, hwb, lab, lch, oklab, oklch, color()). Undefined for what is none. */
export const readColour = (text: string): ReadColour | undefined => {
  const parsed = parse(text.trim().toLowerCase());
  const rgb = parsed && rgbOf(parsed);
  if (!rgb || ![rgb.r, rgb.g, rgb.b].every((value) => Number.isFinite(value))) return undefined;
  const alpha = Math.min(1, Math.max(0, rgb.alpha ?? 1));
  if (isInGamut(rgb)) return { hex: hexOf({ ...rgb, alpha }), isMapped: false };
  const { l, c, h = 0 } = oklchOf(parsed);
  const mapped = fromOklch({ l, c, h });
  return { hex: hexOf({ ...mapped, alpha }), isMapped: deltaOk(mapped, rgb) > HARDLY_SEEN };
};

/** A colour as OKLCH text: `oklch(62.8% 0.258 29.2)`. */
export const oklchText = (hex: string): string => {
  const colour = colourOf(hex);
  const { l, c, h } = toOklch(colour);
  const hue = c < 0.0005 ? 0 : h;
  const alpha = colour.alpha < 1 ? ` / ${round(colour.alpha, 2)}` : "";
  return `oklch(${round(l * 100, 1)}% ${round(c, 3)} ${round(hue, 1)}${alpha})`;
};

const round = (value: number, digits: number): string => String(Number(value.toFixed(digits)));
