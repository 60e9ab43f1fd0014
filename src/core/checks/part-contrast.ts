import { luminance } from "../colour/contrast";
import { colourOf } from "../colour/hex";
import { bandsOnGrounds } from "../design/hero";
import type { Band, Part } from "../design/part";
import type { ColourRole, HouseStyle } from "../model/house-style";
import type { ColourValue } from "../model/values";
import { laidOver, picturesBehind } from "../render/over-picture";
import type { PageData } from "../render/page-data";
import { measurePairs, usesOfPart } from "../style/pairs";
import { hexOfValue } from "../style/resolve-colour";
import { type FaintLogo, faintLogo } from "./logos-over-pictures";
import { type OverPicture, worstOver, type Zoom } from "./over-pictures";

/** A band whose text is hard to read over the picture behind it on one page, and what would help. */
export interface FaintBand extends OverPicture {
  /** Text colours that can be read there, the lighter one first: the house style's, or white and black where none of its can. */
  readonly texts: readonly ColourValue[];
}

const PLAIN: readonly ColourValue[] = ["#ffffff", "#000000"];

/** What text is written in, in most house styles: one of them is dark, another light. Of equals the last is named. */
const TEXT_ROLES: readonly ColourRole[] = ["background", "textOnAccent", "text"];

/** Their colours, each once, the lightest first. */
const rolesOf = (style: HouseStyle): readonly ColourValue[] => {
  const byHex = new Map(TEXT_ROLES.map((role) => [hexOfValue(style, `role:${role}`) ?? "", role] as const));
  return [...byHex]
    .sort(([a], [b]) => luminance(colourOf(b)) - luminance(colourOf(a)))
    .map(([, role]): ColourValue => `role:${role}`);
};

/** The lightest and the darkest colour of the style that can be read; white and black where none can. */
const readable = (style: HouseStyle, canBeRead: (colour: ColourValue) => boolean): readonly ColourValue[] => {
  const own = rolesOf(style).filter(canBeRead);
  if (own.length === 0) return PLAIN.filter(canBeRead);
  return [...new Set([own[0], own.at(-1)])].flatMap((colour) => colour ?? []);
};

const wearing = (band: Band, colour: ColourValue, isLaid: boolean): Band =>
  isLaid ? { ...band, overPicture: { ...band.overPicture, colour } } : { ...band, colour };

const faintOver = (band: Band, id: string, data: PageData, under: Band | null): FaintBand | null => {
  const picture = data.pictures[id];
  const worst = picture && worstOver(band, id, picture, data, under);
  if (!picture || !worst) return null;
  const texts = readable(
    data.style,
    (colour) => worstOver(wearing(band, colour, under !== null), id, picture, data, under) === null,
  );
  return { ...worst, texts };
};

/** What lies behind a band of a part on a page: pictures of its own, and the one it is laid over. */
const behindOn = (part: Part, data: PageData) => {
  const over = part.slot === "header" ? laidOver(data) : null;
  return (band: Band): readonly { readonly id: string; readonly under: Band | null }[] => [
    ...picturesBehind(band, data).map((id) => ({ id, under: null })),
    ...(over?.band.id === band.id ? over.under.map(({ band: under, picture: id }) => ({ id, under })) : []),
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
  return bandsOnGrounds(part.bands, data.lists).flatMap((band) =>
    worstOf(behind(band).map(({ id, under }) => faintOver(band, id, data, under))),
  );
};

/** Logos of a part that are hardly seen on a page, at most one a band. */
export const faintLogos = (part: Part, data: PageData): readonly FaintLogo[] => {
  const behind = behindOn(part, data);
  return bandsOnGrounds(part.bands, data.lists).flatMap((band) =>
    worstOf(
      behind(band).map(({ id, under }) => {
        const picture = data.pictures[id];
        return picture ? faintLogo(band, id, picture, data.style, data, under) : null;
      }),
    ),
  );
};

/** What of a part is hardest to read or to see on a page. */
export interface Hardest {
  readonly is: "text" | "logo";
  readonly ratio: number;
  /** Where it is so; null where it is so on every screen: on a ground of one colour. */
  readonly at: { readonly screen: number; readonly zoom: Zoom } | null;
}

/** The worst of all that is too faint in a part on a page, over pictures and on plain grounds; null where all is well. */
export const hardestOn = (part: Part, data: PageData): Hardest | null => {
  const over = (is: Hardest["is"]) => (found: FaintBand | FaintLogo) => {
    const { ratio, needed, screen, zoom } = found;
    return { is, ratio, needed, at: { screen, zoom } };
  };
  const plain = measurePairs(data.style, usesOfPart("part", part, data))
    .filter(({ passes }) => !passes)
    .map(({ ratio, needed }) => ({ is: "text" as const, ratio, needed, at: null }));
  const all = [
    ...faintBands(part, data).map(over("text")),
    ...faintLogos(part, data).map(over("logo")),
    ...plain,
  ].sort((a, b) => a.ratio / a.needed - b.ratio / b.needed);
  const [worst] = all;
  return worst ? { is: worst.is, ratio: worst.ratio, at: worst.at } : null;
};
