import { fromOklch, type Rgb, toLinear, toOklch } from "./convert";
import { type Colour, colourOf, hexOf } from "./hex";

/** Contrast of text: WCAG 2.2, definitions of "relative luminance" and "contrast ratio"; success criteria 1.4.3 and 1.4.11. */

/** 0 black to 1 white. WCAG writes the threshold as 0.04045 since 2021; no 8-bit colour falls between it and the old one. */
export const luminance = ({ r, g, b }: Rgb): number =>
  0.2126 * toLinear(r) + 0.7152 * toLinear(g) + 0.0722 * toLinear(b);

/** What is seen of a see-through colour over a solid one (simple alpha compositing, CSS Compositing 1 §5.1). */
export const over = (front: Colour, back: Rgb): Rgb => {
  const mix = (of: keyof Rgb) => front[of] * front.alpha + back[of] * (1 - front.alpha);
  return { r: mix("r"), g: mix("g"), b: mix("b") };
};

/** 1 (none) to 21. The order does not matter for solid colours. */
export const contrast = (one: Rgb, other: Rgb): number => {
  const [x, y] = [luminance(one), luminance(other)];
  return (Math.max(x, y) + 0.05) / (Math.min(x, y) + 0.05);
};

/** Contrast of stored colours: see-through text over its ground, a see-through ground over white. */
export const contrastOf = (text: string, ground: string): number => {
  const back = over(colourOf(ground), { r: 1, g: 1, b: 1 });
  return contrast(over(colourOf(text), back), back);
};

/** What WCAG AA asks for: 4.5 for text, 3 for large text (24 px, or 18.66 px bold) and for edges of controls. */
export const NEEDED = { text: 4.5, large: 3 } as const;

/** Whether text is large (WCAG 2.2, definition of "large scale": 18 pt, or 14 pt bold). Its size in rem of 16 px. */
export const isLarge = ({ size, weight }: { readonly size: number; readonly weight: number }): boolean =>
  size * 12 >= 18 || (size * 12 >= 14 && weight >= 700);

const LIGHTNESS_STEPS = 200;

/**
 * The nearest colour of the same hue that has the contrast asked for: only lightness moves, chroma gives way where
 * sRGB has no more of it. Undefined if neither black nor white reaches it.
 */
export const nearestPassing = (text: string, ground: string, needed: number): string | undefined => {
  if (contrastOf(text, ground) >= needed) return text;
  const start = toOklch(colourOf(text));
  const passing = [-1, 1].flatMap((direction) => {
    for (let step = 1; step <= LIGHTNESS_STEPS; step += 1) {
      const wanted = start.l + (direction * step) / LIGHTNESS_STEPS;
      // the last step is black or white itself: on a middling ground only they reach 4.5
      const l = Math.min(1, Math.max(0, wanted));
      const hex = hexOf(fromOklch({ ...start, l }));
      if (contrastOf(hex, ground) >= needed) return [{ hex, away: step }];
      if (l !== wanted) return [];
    }
    return [];
  });
  return passing.sort((a, b) => a.away - b.away)[0]?.hex;
};
