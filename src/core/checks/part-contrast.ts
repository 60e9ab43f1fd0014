import type { Band, Part } from "../design/part";
import { laidOver, picturesBehind } from "../render/over-picture";
import type { PageData } from "../render/page-data";
import { type FaintLogo, faintLogo } from "./logos-over-pictures";
import { type OverPicture, worstOver } from "./over-pictures";

/** A band whose text is hard to read over the picture behind it on one page, and what would help. */
export interface FaintBand extends OverPicture {
  /** Text colours that can be read there, white before black. */
  readonly texts: readonly string[];
}

const TEXTS = ["#ffffff", "#000000"] as const;

const wearing = (band: Band, colour: string, isLaid: boolean): Band =>
  isLaid ? { ...band, overPicture: { ...band.overPicture, colour } } : { ...band, colour };

const faintOver = (band: Band, id: string, data: PageData, under: Band | null): FaintBand | null => {
  const picture = data.pictures[id];
  const worst = picture && worstOver(band, id, picture, data.style, under);
  if (!picture || !worst) return null;
  const texts = TEXTS.filter(
    (colour) => worstOver(wearing(band, colour, under !== null), id, picture, data.style, under) === null,
  );
  return { ...worst, texts };
};

/** What lies behind a band of a part on a page: pictures of its own, and the one it is laid over. */
const behindOn = (part: Part, data: PageData) => {
  const over = part.slot === "header" ? laidOver(data) : null;
  return (band: Band): readonly { readonly id: string; readonly under: Band | null }[] => [
    ...picturesBehind(band, data).map((id) => ({ id, under: null })),
    ...(over?.band.id === band.id ? [{ id: over.picture, under: over.under }] : []),
  ];
};

const worstOf = <T extends { readonly ratio: number }>(found: readonly (T | null)[]): readonly T[] =>
  found
    .flatMap((each) => each ?? [])
    .sort((a, b) => a.ratio - b.ratio)
    .slice(0, 1);

/** The bands of a part that are hard to read on a page, each over the picture where it is worst. Others are left out. */
export const faintBands = (part: Part, data: PageData): readonly FaintBand[] => {
  const behind = behindOn(part, data);
  return part.bands.flatMap((band) =>
    worstOf(behind(band).map(({ id, under }) => faintOver(band, id, data, under))),
  );
};

/** Logos of a part that are hardly seen on a page, at most one a band. */
export const faintLogos = (part: Part, data: PageData): readonly FaintLogo[] => {
  const behind = behindOn(part, data);
  return part.bands.flatMap((band) =>
    worstOf(
      behind(band).map(({ id, under }) => {
        const picture = data.pictures[id];
        return picture ? faintLogo(band, id, picture, data.style, data, under) : null;
      }),
    ),
  );
};
