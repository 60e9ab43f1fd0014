import type { Band, Part } from "../model/part";
import { laidOver, picturesBehind } from "../render/over-picture";
import type { PageData } from "../render/page-data";
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

/** The bands of a part that are hard to read on a page, each over the picture where it is worst. Others are left out. */
export const faintBands = (part: Part, data: PageData): readonly FaintBand[] => {
  const over = part.slot === "header" ? laidOver(data) : null;
  return part.bands.flatMap((band) => {
    const own = picturesBehind(band, data).map((id) => faintOver(band, id, data, null));
    const laid = over?.band.id === band.id ? [faintOver(band, over.picture, data, over.under)] : [];
    const [worst] = [...own, ...laid].flatMap((each) => each ?? []).sort((a, b) => a.ratio - b.ratio);
    return worst ? [worst] : [];
  });
};
