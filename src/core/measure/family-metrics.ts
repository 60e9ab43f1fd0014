/**
 * How large the letters of a family are, in units of the size they are set at. Widths are averages over `SAMPLE`, of
 * the regular weight (400) and of bold (700), or the nearest the family has.
 */
export interface FamilyMetrics {
  readonly ascent: number;
  readonly descent: number;
  readonly lineGap: number;
  readonly widths: readonly [regular: number, bold: number];
}

/** Words as they stand on sites: letters come about as often as they do in English, some of them capitals. */
export const SAMPLE =
  "Opening hours and how to get here. On clear nights the domes are open from dusk; members may bring two guests. Read what we saw last month, look up a date, or write to us: every question is answered within a week. 1962, 24 steps.";

/** Of the families that ship, as `Shaper.metrics` has them from their files. */
export const FAMILY_METRICS: Readonly<Record<string, FamilyMetrics>> = {
  "Public Sans": { ascent: 0.95, descent: 0.225, lineGap: 0, widths: [0.4697, 0.4812] },
  "Source Sans 3": { ascent: 1.024, descent: 0.4, lineGap: 0, widths: [0.4235, 0.448] },
  "Work Sans": { ascent: 0.93, descent: 0.243, lineGap: 0, widths: [0.5068, 0.508] },
  Figtree: { ascent: 0.95, descent: 0.25, lineGap: 0, widths: [0.4564, 0.4694] },
  Karla: { ascent: 0.917, descent: 0.252, lineGap: 0, widths: [0.4622, 0.4833] },
  Rubik: { ascent: 0.935, descent: 0.25, lineGap: 0, widths: [0.4731, 0.5025] },
  Handjet: { ascent: 0.8824, descent: 0.2353, lineGap: 0, widths: [0.3388, 0.3388] },
  Literata: { ascent: 1.177, descent: 0.308, lineGap: 0, widths: [0.4772, 0.5092] },
  Lora: { ascent: 1.006, descent: 0.274, lineGap: 0, widths: [0.4742, 0.4854] },
  Bitter: { ascent: 0.935, descent: 0.265, lineGap: 0, widths: [0.4654, 0.4743] },
  Archivo: { ascent: 0.878, descent: 0.21, lineGap: 0, widths: [0.4468, 0.4782] },
  Fraunces: { ascent: 0.978, descent: 0.255, lineGap: 0, widths: [0.4729, 0.5028] },
  "Playfair Display": { ascent: 1.082, descent: 0.251, lineGap: 0, widths: [0.4539, 0.4637] },
  "Spline Sans Mono": { ascent: 0.9635, descent: 0.2365, lineGap: 0, widths: [0.6, 0.6] },
};

/** A font readers are likely to have, which stands in until a family's own file is there. */
export interface StandIn {
  readonly name: string;
  /** What it is called where it is installed (full or PostScript names), and fonts made to the same widths. */
  readonly regular: readonly string[];
  readonly bold: readonly string[];
  /** Average widths over `SAMPLE`, in units of the size. */
  readonly widths: readonly [regular: number, bold: number];
}

/**
 * By what a family was drawn as. Widths were measured once with `Shaper.metrics`: Arial, Times New Roman and Courier New
 * on Liberation 1.07, which is made to their widths; Roboto and Noto Serif on their own files; DejaVu on Debian's.
 */
export const STAND_INS: Readonly<Record<"sans" | "serif" | "mono", readonly StandIn[]>> = {
  sans: [
    {
      name: "Arial",
      regular: ["Arial", "Liberation Sans", "Arimo"],
      bold: ["Arial Bold", "Arial-BoldMT", "Liberation Sans Bold", "Arimo Bold"],
      widths: [0.4566, 0.4887],
    },
    { name: "Roboto", regular: ["Roboto"], bold: ["Roboto Bold", "Roboto-Bold"], widths: [0.4532, 0.4593] },
    {
      name: "DejaVu Sans",
      regular: ["DejaVu Sans"],
      bold: ["DejaVu Sans Bold", "DejaVuSans-Bold"],
      widths: [0.52, 0.5861],
    },
  ],
  serif: [
    {
      name: "Times New Roman",
      regular: ["Times New Roman", "TimesNewRomanPSMT", "Liberation Serif", "Tinos"],
      bold: ["Times New Roman Bold", "TimesNewRomanPS-BoldMT", "Liberation Serif Bold", "Tinos Bold"],
      widths: [0.4108, 0.4349],
    },
    {
      name: "Noto Serif",
      regular: ["Noto Serif", "NotoSerif-Regular"],
      bold: ["Noto Serif Bold", "NotoSerif-Bold"],
      widths: [0.4867, 0.514],
    },
    {
      name: "DejaVu Serif",
      regular: ["DejaVu Serif"],
      bold: ["DejaVu Serif Bold", "DejaVuSerif-Bold"],
      widths: [0.5251, 0.5765],
    },
  ],
  mono: [
    {
      name: "Courier New",
      regular: ["Courier New", "CourierNewPSMT", "Liberation Mono", "Cousine"],
      bold: ["Courier New Bold", "CourierNewPS-BoldMT", "Liberation Mono Bold", "Cousine Bold"],
      widths: [0.6001, 0.6001],
    },
    {
      name: "DejaVu Sans Mono",
      regular: ["DejaVu Sans Mono"],
      bold: ["DejaVu Sans Mono Bold", "DejaVuSansMono-Bold"],
      widths: [0.6021, 0.6021],
    },
  ],
};
