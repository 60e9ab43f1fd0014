/** The families that ship, with their files and the characters each file is for. */

export interface FontFile {
  readonly file: string;
  readonly range: string;
}
export interface Family {
  /** Folder of the font package, which is also the stem of its files. */
  readonly folder: string;
  /** What the family was drawn for. */
  readonly drawnFor: "text" | "display";
  readonly sort: "sans" | "serif" | "mono";
  readonly weights: readonly [number, number];
  readonly files: readonly FontFile[];
}

const LATIN =
  "U+0000-00FF,U+0131,U+0152-0153,U+02BB-02BC,U+02C6,U+02DA,U+02DC,U+0304,U+0308,U+0329,U+2000-206F,U+20AC,U+2122,U+2191,U+2193,U+2212,U+2215,U+FEFF,U+FFFD";
const LATIN_EXTENDED =
  "U+0100-02BA,U+02BD-02C5,U+02C7-02CC,U+02CE-02D7,U+02DD-02FF,U+0304,U+0308,U+0329,U+1D00-1DBF,U+1E00-1E9F,U+1EF2-1EFF,U+2020,U+20A0-20AB,U+20AD-20C0,U+2113,U+2C60-2C7F,U+A720-A7FF";

const family = (
  folder: string,
  drawnFor: Family["drawnFor"],
  sort: Family["sort"],
  weights: Family["weights"],
): Family => ({
  folder,
  drawnFor,
  sort,
  weights,
  files: [
    { file: `${folder}-latin-wght-normal.woff2`, range: LATIN },
    { file: `${folder}-latin-ext-wght-normal.woff2`, range: LATIN_EXTENDED },
  ],
});

export const FAMILIES: Readonly<Record<string, Family>> = {
  "Public Sans": family("public-sans", "text", "sans", [100, 900]),
  "Source Sans 3": family("source-sans-3", "text", "sans", [200, 900]),
  "Work Sans": family("work-sans", "text", "sans", [100, 900]),
  Figtree: family("figtree", "text", "sans", [300, 900]),
  Karla: family("karla", "text", "sans", [200, 800]),
  Literata: family("literata", "text", "serif", [200, 900]),
  Lora: family("lora", "text", "serif", [400, 700]),
  Bitter: family("bitter", "text", "serif", [100, 900]),
  Archivo: family("archivo", "display", "sans", [100, 900]),
  Fraunces: family("fraunces", "display", "serif", [100, 900]),
  "Playfair Display": family("playfair-display", "display", "serif", [400, 900]),
  "Spline Sans Mono": family("spline-sans-mono", "text", "mono", [300, 700]),
};
