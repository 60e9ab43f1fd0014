import { FAMILIES } from "../measure/families";
import { FAMILY_METRICS, type FamilyMetrics, STAND_INS, type StandIn } from "../measure/family-metrics";
import type { StyleValues } from "../model/house-style";
import { cssString } from "./css-string";

/** How a page gets at the files of its families, and what stands in until they are there. */

const FALLBACKS = {
  sans: "system-ui,sans-serif",
  serif: "Georgia,serif",
  mono: "ui-monospace,monospace",
} as const;

/** A family and what stands in for it, name by name. */
export const stackNames = (name: string): readonly string[] => [name, ...FALLBACKS[sortOf(name)].split(",")];

type FontValues = Pick<StyleValues, "fonts" | "ownFonts" | "type" | "textStyles">;

const sortOf = (name: string) => FAMILIES[name]?.sort ?? "sans";
/** A font of the reader's, at the widths and heights of a family. */
const standInName = (name: string, { name: font }: StandIn): string => cssString(`${name} as ${font}`);

/** What a `font-family` says: the family, and what stands in until it is there. */
export const stackOf = (name: string): string =>
  [
    cssString(name),
    ...STAND_INS[sortOf(name)].map((standIn) => standInName(name, standIn)),
    FALLBACKS[sortOf(name)],
  ].join(",");

/** The families a style uses, its text first; the third one only where a text style is set in it. */
export const usedFamilies = ({ fonts, type, textStyles }: FontValues): readonly string[] => {
  const looks = [...Object.values(type), ...textStyles.map(({ look }) => look)];
  const isThirdWorn = fonts.third !== "" && looks.some(({ family }) => family === "third");
  return [...new Set([fonts.text, fonts.headings, ...(isThirdWorn ? [fonts.third] : [])])];
};

export const ownFontPath = (file: string): string => `/_fonts/own/${file}.woff2`;

/** Paths of the files a page needs first: one of each family. */
export const firstFontFiles = (style: FontValues): readonly string[] =>
  usedFamilies(style).flatMap((name) => {
    const own = style.ownFonts.find((font) => font.family === name);
    const shipped = FAMILIES[name]?.files.at(-1);
    return own ? [ownFontPath(own.file)] : shipped ? [`/_fonts/${shipped.file}`] : [];
  });

const face = (name: string, weights: readonly [number, number], path: string, range?: string): string =>
  `@font-face{font-family:${cssString(name)};font-weight:${weights[0]} ${weights[1]};font-display:swap;src:url(${path}) format("woff2")${range ? `;unicode-range:${range}` : ""}}`;

const percent = (part: number): string => `${Number((part * 100).toFixed(2))}%`;

/** From this weight on the bold font of a stand-in is the nearer one. */
const BOLD_FROM = 550;

/**
 * Stand-ins a family has, set so that next to nothing moves when its file comes: their letters as wide on average
 * (`size-adjust`), their lines as high (CSS Fonts 5 §3.1, §3.2; what overrides say is scaled by `size-adjust` too).
 */
const standInFaces = (name: string, metrics: FamilyMetrics): readonly string[] =>
  STAND_INS[sortOf(name)].flatMap((standIn) =>
    ([0, 1] as const).map((bold) => {
      const size = metrics.widths[bold] / standIn.widths[bold];
      const locals = (bold ? standIn.bold : standIn.regular).map((local) => `local(${cssString(local)})`);
      return `@font-face{font-family:${standInName(name, standIn)};font-weight:${bold ? `${BOLD_FROM} 1000` : `1 ${BOLD_FROM - 1}`};src:${locals.join(",")};size-adjust:${percent(size)};ascent-override:${percent(metrics.ascent / size)};descent-override:${percent(metrics.descent / size)};line-gap-override:${percent(metrics.lineGap / size)}}`;
    }),
  );

export const fontFaces = (style: FontValues): string =>
  usedFamilies(style)
    .flatMap((name) => {
      const own = style.ownFonts.find((font) => font.family === name);
      const shipped = FAMILIES[name];
      const files = own
        ? [face(name, own.weights, ownFontPath(own.file))]
        : (shipped?.files ?? []).map(({ file, range }) =>
            face(name, shipped?.weights ?? [400, 400], `/_fonts/${file}`, range),
          );
      const metrics = own ? own.metrics : FAMILY_METRICS[name];
      return metrics ? [...files, ...standInFaces(name, metrics)] : files;
    })
    .join("\n");
