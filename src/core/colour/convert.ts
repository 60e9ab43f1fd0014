/**
 * Colours in sRGB, linear light, OKLab and OKLCH. Matrices and transfer function: CSS Color Module Level 4, §10.2 and
 * the sample code of §18. Components of sRGB are 0 to 1, lightness 0 to 1, hue in degrees 0 to 360.
 */
export interface Rgb {
  readonly r: number;
  readonly g: number;
  readonly b: number;
}
export interface Oklab {
  readonly l: number;
  readonly a: number;
  readonly b: number;
}
export interface Oklch {
  readonly l: number;
  readonly c: number;
  readonly h: number;
}

/** A component of sRGB as linear light, and back. Both keep the sign, so that colours out of gamut survive. */
export const toLinear = (value: number): number => {
  const size = Math.abs(value);
  return size <= 0.04045 ? value / 12.92 : Math.sign(value) * ((size + 0.055) / 1.055) ** 2.4;
};
export const fromLinear = (value: number): number => {
  const size = Math.abs(value);
  return size <= 0.0031308 ? value * 12.92 : Math.sign(value) * (1.055 * size ** (1 / 2.4) - 0.055);
};

/** Linear sRGB to OKLab: through LMS, its cube root, then lightness and two opponents (B. Ottosson, "A perceptual color space", 2020). */
export const toOklab = (rgb: Rgb): Oklab => {
  const [r, g, b] = [toLinear(rgb.r), toLinear(rgb.g), toLinear(rgb.b)];
  const l = Math.cbrt(0.4122214708 * r + 0.5363325363 * g + 0.0514459929 * b);
  const m = Math.cbrt(0.2119034982 * r + 0.6806995451 * g + 0.1073969566 * b);
  const s = Math.cbrt(0.0883024619 * r + 0.2817188376 * g + 0.6299787005 * b);
  return {
    l: 0.2104542553 * l + 0.793617785 * m - 0.0040720468 * s,
    a: 1.9779984951 * l - 2.428592205 * m + 0.4505937099 * s,
    b: 0.0259040371 * l + 0.7827717662 * m - 0.808675766 * s,
  };
};

/** The inverse. Components may lie outside 0 to 1: the colour is then out of gamut. */
export const fromOklab = (lab: Oklab): Rgb => {
  const l = (lab.l + 0.3963377774 * lab.a + 0.2158037573 * lab.b) ** 3;
  const m = (lab.l - 0.1055613458 * lab.a - 0.0638541728 * lab.b) ** 3;
  const s = (lab.l - 0.0894841775 * lab.a - 1.291485548 * lab.b) ** 3;
  return {
    r: fromLinear(4.0767416621 * l - 3.3077115913 * m + 0.2309699292 * s),
    g: fromLinear(-1.2684380046 * l + 2.6097574011 * m - 0.3413193965 * s),
    b: fromLinear(-0.0041960863 * l - 0.7034186147 * m + 1.707614701 * s),
  };
};

export const toOklch = (rgb: Rgb): Oklch => {
  const { l, a, b } = toOklab(rgb);
  const hue = (Math.atan2(b, a) * 180) / Math.PI;
  return { l, c: Math.hypot(a, b), h: hue < 0 ? hue + 360 : hue };
};

const labOf = ({ l, c, h }: Oklch): Oklab => {
  const turn = (h * Math.PI) / 180;
  return { l, a: c * Math.cos(turn), b: c * Math.sin(turn) };
};

const GAMUT_ROOM = 1e-6;
export const isInGamut = (rgb: Rgb): boolean =>
  [rgb.r, rgb.g, rgb.b].every((value) => value >= -GAMUT_ROOM && value <= 1 + GAMUT_ROOM);

const clip = (rgb: Rgb): Rgb => {
  const within = (value: number) => Math.min(1, Math.max(0, value));
  return { r: within(rgb.r), g: within(rgb.g), b: within(rgb.b) };
};

/** Distance of two colours: ΔE OK, the Euclidean distance in OKLab (CSS Color 4 §18.5, deltaEOK). 0.02 is a step people just see. */
export const deltaOk = (one: Rgb, other: Rgb): number => {
  const [x, y] = [toOklab(one), toOklab(other)];
  return Math.hypot(x.l - y.l, x.a - y.a, x.b - y.b);
};

const JUST_SEEN = 0.02;

/**
 * OKLCH into sRGB. A colour out of gamut loses chroma, and nothing else one would see, until it fits: the method of
 * CSS Color 4 §13.2.1 (reduce chroma by halving, stop where clipping is no longer seen).
 */
export const fromOklch = (colour: Oklch): Rgb => {
  if (colour.l >= 1) return { r: 1, g: 1, b: 1 };
  if (colour.l <= 0) return { r: 0, g: 0, b: 0 };
  const whole = fromOklab(labOf(colour));
  if (isInGamut(whole)) return clip(whole);
  if (deltaOk(clip(whole), whole) < JUST_SEEN) return clip(whole);
  let [low, high] = [0, colour.c];
  let isLowInGamut = true;
  let clipped = clip(whole);
  while (high - low > 0.0001) {
    const chroma = (low + high) / 2;
    const current = fromOklab(labOf({ ...colour, c: chroma }));
    if (isLowInGamut && isInGamut(current)) {
      low = chroma;
      continue;
    }
    clipped = clip(current);
    const seen = deltaOk(clipped, current);
    if (seen >= JUST_SEEN) high = chroma;
    else if (JUST_SEEN - seen < 0.0001) return clipped;
    else {
      isLowInGamut = false;
      low = chroma;
    }
  }
  return clipped;
};
