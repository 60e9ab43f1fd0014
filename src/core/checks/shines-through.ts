import type { InkMaterial } from "../blocks/inks";
import { contrast, over } from "../colour/contrast";
import { type Colour, colourOf } from "../colour/hex";
import { type Band, bandPlaceIn, canStay, type Part } from "../design/part";
import type { ColourValue } from "../model/values";
import { hexOfValue } from "../style/resolve-colour";
import { inkOf, textsOn, veilOf } from "../style/texts-on";

/**
 * A band that stays at the top while anything may scroll by below it, black or white: where its ground is missing or
 * see-through, a text of it is not read there.
 */
export interface ShinesThrough {
  readonly band: string;
  /** The text that is worst, as a value; null where nothing but signs and pictures stands on no ground at all. */
  readonly text: ColourValue | null;
  readonly ratio: number;
  readonly needed: number;
  /** Whether the page's own ground under it would do for all its texts. */
  readonly isMended: boolean;
}

/** Greys from black to white: where a text lies between two of them, one between is the worst. */
const BEHIND = Array.from({ length: 17 }, (_, at) => ({ r: at / 16, g: at / 16, b: at / 16 }));

const PAGE: ColourValue = "role:background";

/** Grounds a band has when it is stuck: the ends of a gradient count both; null for none. */
const stuckGrounds = ({ background, overPicture }: Band): readonly (ColourValue | null)[] => {
  const { colour, colourTo } = background;
  if (colour === "") return [overPicture.on ? PAGE : null];
  return colourTo === "" ? [colour] : [colour, colourTo];
};

const textsOf = (band: Band, about: InkMaterial) =>
  textsOn(band, { colour: band.colour || "role:text", isOwn: band.colour !== "" }, about);

/** The worst of its texts over what may come behind a ground; null where it holds none. */
const worstOn = (band: Band, ground: ColourValue | null, about: InkMaterial) => {
  const { style } = about;
  const own = ground === null ? null : colourOf(hexOfValue(style, ground) ?? "#ffffff");
  const all = textsOf(band, about).flatMap((text) =>
    BEHIND.map((behind) => {
      const veil: Colour | null = veilOf(text.grounds, about, own);
      const seen = veil ? over(veil, behind) : behind;
      const ratio = contrast(over(inkOf(text, about), seen), seen);
      return { text: text.text, ratio, needed: text.needed };
    }),
  );
  return all.sort((a, b) => a.ratio / a.needed - b.ratio / b.needed)[0] ?? null;
};

/** What shines through a band where it is stuck; null where nothing does that matters. */
const throughBand = (band: Band, about: InkMaterial): ShinesThrough | null => {
  const { background, sticky, cells } = band;
  const hasPicture = background.picture !== "" && background.pictureFit === "fills";
  if (!sticky || hasPicture || cells.every(({ blocks }) => blocks.length === 0)) return null;
  const onPage = worstOn(band, PAGE, about);
  const isMended = onPage === null || onPage.ratio >= onPage.needed;
  for (const ground of stuckGrounds(band)) {
    const alpha = ground === null ? 0 : colourOf(hexOfValue(about.style, ground) ?? "#ffffff").alpha;
    if (alpha === 1) continue;
    const worst = worstOn(band, ground, about);
    if (worst && worst.ratio < worst.needed) return { band: band.id, ...worst, isMended };
    if (alpha === 0) return { band: band.id, text: null, ratio: 1, needed: 1, isMended };
  }
  return null;
};

/** What shines through bands of a part that stay at the top, where they can. */
export const shinesThrough = (
  part: Pick<Part, "slot" | "bands">,
  about: InkMaterial,
): readonly ShinesThrough[] =>
  part.bands
    .filter(({ id }) => canStay(bandPlaceIn(part, id)))
    .flatMap((band) => throughBand(band, about) ?? []);
