import type { HeightMaterial } from "../blocks/heights";
import type { InkMaterial } from "../blocks/inks";
import { greysAt } from "../colour/grain";
import { type Colour, colourOf } from "../colour/hex";
import type { Band } from "../design/part";
import { bandAtRest } from "../design/stuck";
import { isSeenWhole, type Region, type Size, visibleRegion, wholeShare } from "../layout/crops";
import { rowHeight } from "../layout/heights";
import { bandHeight } from "../layout/picture-places";
import type { HouseStyle } from "../model/house-style";
import { type Picture, TONES_ACROSS } from "../model/picture";
import type { ColourValue, WIDTHS } from "../model/values";
import { valueAt } from "../model/values";
import { hexOfValue } from "../style/resolve-colour";
import { inkOf, textsOn, veilOf } from "../style/texts-on";
import { layersOf, ratioBehind, type SeenBehind } from "./layers-behind";

/**
 * Contrast of text over a picture: against the part of the picture that really lies behind the band, through the
 * layers over it, at five widths of screens and either side of the edges between them. Of all samples in that part the
 * one at the 5th percentile counts: a few bright dots do not make a text unreadable, a bright corner does. Samples are
 * those kept with the picture.
 */
export interface OverPicture {
  readonly band: string;
  readonly picture: string;
  /** The band it is laid over, whose picture and overlay it is; null for the band's own. */
  readonly under: string | null;
  /** px: the screen where it is worst. */
  readonly screen: number;
  readonly zoom: Zoom;
  readonly text: string;
  readonly ratio: number;
  readonly needed: number;
  /** The least overlay, in percent, that would do; null if none does. */
  readonly overlay: number | null;
}

const SCREENS = [320, 390, 820, 1280, 1600] as const;

/** Text at its size, or at twice that (WCAG 2.2 §1.4.4): all of a page follows it, so that it is laid out as on half the screen. */
export type Zoom = 1 | 2;

/** What is seen of a picture inside a region of it: greys 0 to 1 with how much there is of each. Every region holds at least one sample. */
export const tonesIn = (picture: Picture, region: Region): SeenBehind["tones"] => {
  if ((picture.tones ?? "") === "") return [[picture.lightness / 100, 1]];
  const bytes = atob(picture.tones);
  const grain = Uint8Array.from(atob(picture.grain ?? ""), (each) => each.charCodeAt(0));
  const lines = bytes.length / TONES_ACROSS;
  const [across, down] = [picture.width / TONES_ACROSS, picture.height / lines];
  const within = (from: number, size: number, step: number, count: number) => {
    const first = Math.min(count - 1, Math.max(0, Math.floor(from / step)));
    const last = Math.min(count - 1, Math.max(first, Math.ceil((from + size) / step) - 1));
    return [first, last] as const;
  };
  const [left, right] = within(region.x, region.width, across, TONES_ACROSS);
  const [top, bottom] = within(region.y, region.height, down, lines);
  const seen = new Map<number, number>();
  for (let line = top; line <= bottom; line += 1)
    for (let column = left; column <= right; column += 1) {
      const sample = bytes.charCodeAt(line * TONES_ACROSS + column);
      for (const [grey, share] of greysAt(sample, grain, { column, line, across: TONES_ACROSS }))
        seen.set(grey, (seen.get(grey) ?? 0) + share);
    }
  return [...seen].map(([grey, weight]) => [grey / 255, weight] as const);
};

/** What a band that is laid over a picture has of its own ground at rest; null for none. */
export const ownVeil = (band: Band, style: HouseStyle): Colour | null => {
  const { veil } = band.overPicture;
  if (veil === 0) return null;
  const ground = colourOf(hexOfValue(style, band.background.colour || "role:background") ?? "#ffffff");
  return { ...ground, alpha: ground.alpha * (veil / 100) };
};

/** A text of a band that what lies behind the band shines through to, with what is see-through between the two. */
interface TextOver {
  readonly text: ColourValue;
  readonly ink: Colour;
  readonly veil: Colour | null;
  readonly needed: number;
}

const textsOver = (band: Band, isLaid: boolean, about: InkMaterial): readonly TextOver[] => {
  const colour = isLaid ? band.overPicture.colour || "#ffffff" : band.colour || "role:text";
  const laid = isLaid ? ownVeil(band, about.style) : null;
  const all = textsOn(band, { colour, isOwn: isLaid || band.colour !== "" }, about).flatMap((text) => {
    const veil = veilOf(text.grounds, about, laid);
    // on a solid ground of its own it has nothing to do with the picture
    return veil?.alpha === 1 && text.grounds.length > 0
      ? []
      : [{ text: text.text, ink: inkOf(text, about), veil, needed: text.needed }];
  });
  return [...new Map(all.map((each) => [JSON.stringify(each), each])).values()];
};

const widthOf = (screen: number, { measures }: HouseStyle): (typeof WIDTHS)[number] =>
  screen >= measures.edgeWide ? "wide" : screen >= measures.edgeMiddle ? "middle" : "small";

interface Screen {
  readonly screen: number;
  readonly zoom: Zoom;
}

/** The screens it is looked at on, narrow to wide: what a band is like changes at an edge. */
const screensOf = ({ measures: { edgeMiddle, edgeWide } }: HouseStyle): readonly Screen[] => {
  const usual = [...new Set([...SCREENS, edgeMiddle - 1, edgeMiddle, edgeWide - 1, edgeWide])];
  return [
    ...usual.sort((a, b) => a - b).map((screen) => ({ screen, zoom: 1 }) as const),
    ...SCREENS.map((screen) => ({ screen, zoom: 2 }) as const),
  ];
};

/** The box a picture behind a band has on a screen, and how much of its height a band has that is laid over it. */
const boxBehind = (
  band: Band,
  screen: number,
  about: HeightMaterial & { readonly style: HouseStyle },
  under: Band | null,
): { readonly box: Size; readonly share: number } => {
  const { style } = about;
  const width = widthOf(screen, style);
  if (!under) return { box: { width: screen, height: bandHeight(band, width) }, share: 1 };
  const own = rowHeight(bandAtRest(band), about, style, width);
  const height = Math.max(valueAt(under.height, width), bandHeight(under, width) + own);
  return { box: { width: screen, height }, share: own / height };
};

/** What is seen of a picture behind a band: all of it that the band shows, or the top of the band it is laid over. */
const regionIn = (picture: Picture, box: Size, share: number): Region => {
  const region = visibleRegion(picture, box, picture.focal);
  return { ...region, height: region.height * share };
};

/**
 * What lies behind a band on each screen it is on: the picture, and the ground where that leaves some free. A band laid
 * over one that leaves some free may stand on either.
 */
export const seenBehind = (
  band: Band,
  picture: Picture,
  about: HeightMaterial & { readonly style: HouseStyle },
  under: Band | null,
): readonly (SeenBehind & Screen)[] => {
  const { style } = about;
  const behind = under ?? band;
  const own = colourOf(hexOfValue(style, behind.background.colour || "role:background") ?? "#ffffff");
  return screensOf(style)
    .map(({ screen, zoom }) => ({ screen, zoom, wide: screen / zoom }))
    .filter(({ wide }) => !band.hideOn.includes(widthOf(wide, style)))
    .flatMap(({ screen, zoom, wide }): readonly (SeenBehind & Screen)[] => {
      const { box, share } = boxBehind(band, wide, about, under);
      if (!isSeenWhole(behind.background.pictureFit, picture, box))
        return [{ screen, zoom, tones: tonesIn(picture, regionIn(picture, box, share)), ground: null }];
      const tones = tonesIn(picture, { x: 0, y: 0, width: picture.width, height: picture.height });
      const all = tones.reduce((sum, [, weight]) => sum + weight, 0);
      const free = all * (1 / wholeShare(picture, box) - 1);
      if (free <= 0) return [{ screen, zoom, tones, ground: null }];
      if (!under) return [{ screen, zoom, tones, ground: [own, free] }];
      return [
        { screen, zoom, tones, ground: null },
        { screen, zoom, tones: [], ground: [own, 1] },
      ];
    });
};

/** The least whole number for which something holds that holds from some number on; null if it does not at the end. */
const leastFrom = (from: number, to: number, holds: (value: number) => boolean): number | null => {
  if (from > to || !holds(to)) return null;
  let [low, high] = [from, to];
  while (low < high) {
    const middle = (low + high) >> 1;
    if (holds(middle)) high = middle;
    else low = middle + 1;
  }
  return high;
};

/**
 * The worst a band's texts come to over a picture; null if all of them can be read, or nothing stands there. `under`
 * is the band whose picture it is, for a band laid over what follows it.
 */
export const worstOver = (
  band: Band,
  id: string,
  picture: Picture,
  about: InkMaterial & HeightMaterial,
  under: Band | null = null,
): OverPicture | null => {
  const { style } = about;
  const behind = under ?? band;
  const { overlay } = behind.background;
  const layers = layersOf(behind, style);
  const seen = seenBehind(band, picture, about, under);
  const all = textsOver(band, under !== null, about).flatMap(({ text, ink, veil, needed }) =>
    seen.map((each) => ({
      screen: each.screen,
      zoom: each.zoom,
      text,
      needed,
      ratio: ratioBehind(ink, each, layers, veil),
      isEnough: (overlay: number) => ratioBehind(ink, each, layersOf(behind, style, overlay), veil) >= needed,
    })),
  );
  const failing = all
    .filter(({ ratio, needed }) => ratio < needed)
    .sort((a, b) => a.ratio / a.needed - b.ratio / b.needed);
  const [worst] = failing;
  if (!worst) return null;
  const { screen, zoom, text, ratio, needed } = worst;
  const enough = leastFrom(overlay + 1, 100, (veil) => failing.every(({ isEnough }) => isEnough(veil)));
  return {
    band: band.id,
    picture: id,
    under: under?.id ?? null,
    screen,
    zoom,
    text,
    ratio,
    needed,
    overlay: enough,
  };
};
