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
  /** In the order they are declared in: of those that are for a character the last one that has it is used. Latin is last. */
  readonly files: readonly FontFile[];
}

/** Which characters each cut of a family is for, as the font packages declare it. */
const CUTS = {
  arabic:
    "U+0600-06FF,U+0750-077F,U+0870-088E,U+0890-0891,U+0897-08E1,U+08E3-08FF,U+200C-200E,U+2010-2011,U+204F,U+2E41,U+FB50-FDFF,U+FE70-FE74,U+FE76-FEFC",
  hebrew: "U+0307-0308,U+0590-05FF,U+200C-2010,U+20AA,U+25CC,U+FB1D-FB4F",
  "greek-ext": "U+1F00-1FFF",
  greek: "U+0370-0377,U+037A-037F,U+0384-038A,U+038C,U+038E-03A1,U+03A3-03FF",
  "cyrillic-ext": "U+0460-052F,U+1C80-1C8A,U+20B4,U+2DE0-2DFF,U+A640-A69F,U+FE2E-FE2F",
  cyrillic: "U+0301,U+0400-045F,U+0490-0491,U+04B0-04B1,U+2116",
  vietnamese:
    "U+0102-0103,U+0110-0111,U+0128-0129,U+0168-0169,U+01A0-01A1,U+01AF-01B0,U+0300-0301,U+0303-0304,U+0308-0309,U+0323,U+0329,U+1EA0-1EF9,U+20AB",
  "latin-ext":
    "U+0100-02BA,U+02BD-02C5,U+02C7-02CC,U+02CE-02D7,U+02DD-02FF,U+0304,U+0308,U+0329,U+1D00-1DBF,U+1E00-1E9F,U+1EF2-1EFF,U+2020,U+20A0-20AB,U+20AD-20C0,U+2113,U+2C60-2C7F,U+A720-A7FF",
  latin:
    "U+0000-00FF,U+0131,U+0152-0153,U+02BB-02BC,U+02C6,U+02DA,U+02DC,U+0304,U+0308,U+0329,U+2000-206F,U+20AC,U+2122,U+2191,U+2193,U+2212,U+2215,U+FEFF,U+FFFD",
} as const;
type Cut = keyof typeof CUTS;
const LATIN: readonly Cut[] = ["latin-ext", "latin"];

const family = (
  folder: string,
  drawnFor: Family["drawnFor"],
  sort: Family["sort"],
  weights: Family["weights"],
  more: readonly Exclude<Cut, "latin" | "latin-ext">[] = [],
): Family => ({
  folder,
  drawnFor,
  sort,
  weights,
  files: [...more, ...LATIN].map((cut) => ({
    file: `${folder}-${cut}-wght-normal.woff2`,
    range: CUTS[cut],
  })),
});

export const FAMILIES: Readonly<Record<string, Family>> = {
  "Public Sans": family("public-sans", "text", "sans", [100, 900], ["vietnamese"]),
  "Source Sans 3": family(
    "source-sans-3",
    "text",
    "sans",
    [200, 900],
    ["greek-ext", "greek", "cyrillic-ext", "cyrillic", "vietnamese"],
  ),
  "Work Sans": family("work-sans", "text", "sans", [100, 900], ["vietnamese"]),
  Figtree: family("figtree", "text", "sans", [300, 900]),
  Karla: family("karla", "text", "sans", [200, 800]),
  Rubik: family("rubik", "text", "sans", [300, 900], ["arabic", "hebrew", "cyrillic-ext", "cyrillic"]),
  Literata: family(
    "literata",
    "text",
    "serif",
    [200, 900],
    ["greek-ext", "greek", "cyrillic-ext", "cyrillic", "vietnamese"],
  ),
  Lora: family("lora", "text", "serif", [400, 700], ["cyrillic-ext", "cyrillic", "vietnamese"]),
  Bitter: family("bitter", "text", "serif", [100, 900], ["cyrillic-ext", "cyrillic", "vietnamese"]),
  Archivo: family("archivo", "display", "sans", [100, 900], ["vietnamese"]),
  Fraunces: family("fraunces", "display", "serif", [100, 900], ["vietnamese"]),
  "Playfair Display": family("playfair-display", "display", "serif", [400, 900], ["cyrillic", "vietnamese"]),
  Handjet: family(
    "handjet",
    "display",
    "sans",
    [100, 900],
    ["arabic", "hebrew", "greek", "cyrillic-ext", "cyrillic", "vietnamese"],
  ),
  "Spline Sans Mono": family("spline-sans-mono", "text", "mono", [300, 700]),
};
