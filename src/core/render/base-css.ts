import { TEXT_STYLES } from "../model/blocks";
import { COLOUR_ROLES, type HouseStyle } from "../model/design";

interface FontFile {
  readonly file: string;
  readonly range: string;
}
const LATIN =
  "U+0000-00FF,U+0131,U+0152-0153,U+02BB-02BC,U+02C6,U+02DA,U+02DC,U+0304,U+0308,U+0329,U+2000-206F,U+20AC,U+2122,U+2191,U+2193,U+2212,U+2215,U+FEFF,U+FFFD";
const LATIN_EXTENDED =
  "U+0100-02BA,U+02BD-02C5,U+02C7-02CC,U+02CE-02D7,U+02DD-02FF,U+0304,U+0308,U+0329,U+1D00-1DBF,U+1E00-1E9F,U+1EF2-1EFF,U+2020,U+20A0-20AB,U+20AD-20C0,U+2113,U+2C60-2C7F,U+A720-A7FF";

const filesOf = (stem: string): readonly FontFile[] => [
  { file: `${stem}-latin-wght-normal.woff2`, range: LATIN },
  { file: `${stem}-latin-ext-wght-normal.woff2`, range: LATIN_EXTENDED },
];

/** The shipped families: their files (as the font packages name them) and what stands in until they are there. */
export const FONTS: Readonly<
  Record<HouseStyle["fonts"]["text"], { readonly files: readonly FontFile[]; readonly stack: string }>
> = {
  "Public Sans": { files: filesOf("public-sans"), stack: '"Public Sans",system-ui,sans-serif' },
  Fraunces: { files: filesOf("fraunces"), stack: "Fraunces,Georgia,serif" },
  "Spline Sans Mono": {
    files: filesOf("spline-sans-mono"),
    stack: '"Spline Sans Mono",ui-monospace,monospace',
  },
};

export const usedFonts = (style: HouseStyle): readonly HouseStyle["fonts"]["text"][] => [
  ...new Set([style.fonts.text, style.fonts.headings]),
];

const fontFaces = (style: HouseStyle): string =>
  usedFonts(style)
    .flatMap((family) =>
      FONTS[family].files.map(
        ({ file, range }) =>
          `@font-face{font-family:"${family}";font-weight:100 900;font-display:swap;src:url(/_fonts/${file}) format("woff2");unicode-range:${range}}`,
      ),
    )
    .join("\n");

const HEADINGS = new Set(["h1", "h2", "h3", "h4"]);

const textStyles = (style: HouseStyle): string =>
  TEXT_STYLES.map((name) => {
    const heading = HEADINGS.has(name);
    const family = heading
      ? `font-family:${FONTS[style.fonts.headings].stack};font-weight:${style.headingWeight};line-height:1.2;text-wrap:balance`
      : "line-height:1.55";
    return `.t-${name}{font-size:${style.sizes[name]}rem;${family}}`;
  }).join("\n");

/** What every page of the site has: custom properties, fonts, text, bands and cells. */
export const baseCss = (style: HouseStyle): string => {
  const hexOf = (id: string) => style.palette.find((colour) => colour.id === id)?.value ?? "#000000";
  const roles = COLOUR_ROLES.map((role) => `--${role}:${hexOf(style.roles[role])}`);
  const named = style.palette.map((colour) => `--c-${colour.id}:${colour.value}`);
  const { contentWidth, radius } = style.measures;
  return `${fontFaces(style)}
:root{${[...roles, ...named, `--content:${contentWidth}px`, `--radius:${radius}px`].join(";")}}
*,::before,::after{box-sizing:border-box}
html{-webkit-text-size-adjust:100%;text-size-adjust:100%;scroll-padding-top:6rem}
body{margin:0;background:var(--background);color:var(--text);font-family:${FONTS[style.fonts.text].stack};font-size:${style.sizes.body}rem;line-height:1.55;overflow-wrap:break-word;display:flex;flex-direction:column;min-height:100vh}
h1,h2,h3,h4,p,ul,ol,figure,blockquote{margin:0}
img{display:block;max-width:100%;height:auto}
a{color:inherit;text-decoration-thickness:.08em;text-underline-offset:.18em}
:focus-visible{outline:2px solid currentColor;outline-offset:3px;border-radius:2px}
${textStyles(style)}
.skip{position:absolute;left:-999px}.skip:focus{left:1rem;top:1rem;z-index:9;background:var(--surface);color:var(--text);padding:.5rem 1rem}
.hidden{position:absolute;width:1px;height:1px;overflow:hidden;clip-path:inset(50%);white-space:nowrap}
.slot-layout{flex:1}
.with-side{flex:1;display:grid;grid-template-columns:minmax(0,1fr) minmax(220px,300px);max-width:calc(var(--content) + 3rem);width:100%;margin-inline:auto}
@media (width < ${style.measures.edgeWide / 16}em){.with-side{grid-template-columns:minmax(0,1fr)}}
.band{position:relative;container-type:inline-size}
.in{position:relative;display:flex;align-items:center;width:100%;max-width:calc(var(--content) + 3rem);margin-inline:auto;padding-inline:1.5rem}
.full>.in{max-width:none}
.cell{display:flex;flex-wrap:wrap;align-items:center;min-width:min-content}
.cell.column{min-width:0;flex-direction:column;align-items:stretch;flex-wrap:nowrap}
.cell>*{min-width:0}
@media (width < ${style.measures.edgeMiddle / 16}em){.stack>.in{flex-direction:column;align-items:stretch}.stack>.in>.cell{flex:none!important;width:100%;min-width:0;justify-content:flex-start!important}}
.bg{position:absolute;inset:0;overflow:hidden}.bg img{position:absolute;inset:0;width:100%;height:100%;object-fit:cover}
.bg::after{content:"";position:absolute;inset:0}
@media (prefers-reduced-motion:no-preference){.band a,.band summary,.band button{transition:color .15s,background-color .15s,border-color .15s}}`;
};
