import { converter } from "culori";
import { z } from "zod";
import { deltaOk } from "../colour/convert";
import { colourOf, hexOf, readColour } from "../colour/hex";
import type { Token } from "./tokens-tree";

/** Values of single tokens: what they must look like, and what they come to. */

export const Dimension = z.object({ value: z.number(), unit: z.enum(["px", "rem"]) });
export const ColourToken = z.object({
  colorSpace: z.string(),
  components: z.array(z.union([z.number(), z.literal("none")])).length(3),
  alpha: z.number().min(0).max(1).optional(),
  hex: z
    .string()
    .regex(/^#[0-9a-fA-F]{6}$/)
    .optional(),
});
export const Typography = z.object({
  fontFamily: z.union([z.string(), z.array(z.string()).min(1)]),
  fontSize: Dimension,
  fontWeight: z.union([z.number().min(1).max(1000), z.string()]).default(400),
  letterSpacing: Dimension.default({ value: 0, unit: "px" }),
  lineHeight: z.number().default(1.5),
});

/** Color Module 2025.10 §4.2: the colour spaces of a file. These go into CSS `color()` by the same names. */
const SPACES: ReadonlySet<string> = new Set([
  "srgb",
  "srgb-linear",
  "display-p3",
  "a98-rgb",
  "prophoto-rgb",
  "rec2020",
  "xyz-d50",
  "xyz-d65",
]);
/** These have functions of their own. */
const FUNCTIONS: Readonly<Record<string, (c: readonly string[]) => string>> = {
  hsl: ([h, s, l]) => `hsl(${h} ${s}% ${l}%`,
  hwb: ([h, w, b]) => `hwb(${h} ${w}% ${b}%`,
  lab: ([l, a, b]) => `lab(${l} ${a} ${b}`,
  lch: ([l, c, h]) => `lch(${l} ${c} ${h}`,
  oklab: ([l, a, b]) => `oklab(${l} ${a} ${b}`,
  oklch: ([l, c, h]) => `oklch(${l} ${c} ${h}`,
};

export const hexOfToken = (token: z.infer<typeof ColourToken>): string | undefined => {
  const parts = token.components.map(String);
  const alpha = token.alpha === undefined || token.alpha === 1 ? "" : ` / ${token.alpha}`;
  const { colorSpace } = token;
  const open = SPACES.has(colorSpace)
    ? `color(${colorSpace} ${parts.join(" ")}`
    : FUNCTIONS[colorSpace]?.(parts);
  return open === undefined ? undefined : readColour(`${open}${alpha})`)?.hex;
};

const rgbOf = converter("rgb");
/** Whether hex says all there is of the colour; then nothing more is kept of it. */
export const isPlainSrgb = (token: z.infer<typeof ColourToken>, hex: string): boolean => {
  if (token.colorSpace !== "srgb") return false;
  const exact = rgbOf({
    mode: "rgb",
    r: Number(token.components[0]),
    g: Number(token.components[1]),
    b: Number(token.components[2]),
  });
  return deltaOk(exact, colourOf(hex)) < 0.001 && hexOf(exact) === hex.slice(0, 7);
};

export const pxOf = ({ value, unit }: z.infer<typeof Dimension>): number =>
  unit === "rem" ? value * 16 : value;
export const firstOf = (family: string | readonly string[]): string =>
  typeof family === "string" ? family : (family[0] ?? "");

/** What a token is when it is written out again: aliases replaced, for what they led to may have moved. */
export const keptNodes = (tokens: readonly Token[]): Readonly<Record<string, unknown>> => {
  const root: Record<string, unknown> = {};
  for (const { name, type, value, description, extensions } of tokens) {
    const steps = name.split(".");
    let group = root;
    for (const step of steps.slice(0, -1)) {
      group[step] ??= {};
      group = group[step] as Record<string, unknown>;
    }
    group[steps.at(-1) as string] = {
      $type: type,
      $value: value,
      ...(description === "" ? {} : { $description: description }),
      ...(Object.keys(extensions).length === 0 ? {} : { $extensions: extensions }),
    };
  }
  return root;
};
