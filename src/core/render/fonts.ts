import { FAMILIES } from "../layout/families";
import type { StyleValues } from "../model/house-style";

/** How a page gets at the files of its families, and what stands in until they are there. */

const FALLBACKS = {
  sans: "system-ui,sans-serif",
  serif: "Georgia,serif",
  mono: "ui-monospace,monospace",
} as const;

/** A family and what stands in for it, name by name. */
export const stackNames = (name: string): readonly string[] => [
  name,
  ...FALLBACKS[FAMILIES[name]?.sort ?? "sans"].split(","),
];

type FontValues = Pick<StyleValues, "fonts" | "ownFonts">;

/** What a `font-family` says: the family, and what stands in until it is there. */
export const stackOf = (name: string): string =>
  `"${name.replaceAll(/["\\<]/g, "")}",${FALLBACKS[FAMILIES[name]?.sort ?? "sans"]}`;

/** The families a style uses, its text first. */
export const usedFamilies = ({ fonts }: FontValues): readonly string[] => [
  ...new Set([fonts.text, fonts.headings]),
];

export const ownFontPath = (file: string): string => `/_fonts/own/${file}.woff2`;

/** Paths of the files a page needs first: one of each family. */
export const firstFontFiles = (style: FontValues): readonly string[] =>
  usedFamilies(style).flatMap((name) => {
    const own = style.ownFonts.find((font) => font.family === name);
    const shipped = FAMILIES[name]?.files[0];
    return own ? [ownFontPath(own.file)] : shipped ? [`/_fonts/${shipped.file}`] : [];
  });

const face = (name: string, weights: readonly [number, number], path: string, range?: string): string =>
  `@font-face{font-family:"${name.replaceAll(/["\\<]/g, "")}";font-weight:${weights[0]} ${weights[1]};font-display:swap;src:url(${path}) format("woff2")${range ? `;unicode-range:${range}` : ""}}`;

export const fontFaces = (style: FontValues): string =>
  usedFamilies(style)
    .flatMap((name) => {
      const own = style.ownFonts.find((font) => font.family === name);
      if (own) return [face(name, own.weights, ownFontPath(own.file))];
      const shipped = FAMILIES[name];
      return shipped
        ? shipped.files.map(({ file, range }) => face(name, shipped.weights, `/_fonts/${file}`, range))
        : [];
    })
    .join("\n");
