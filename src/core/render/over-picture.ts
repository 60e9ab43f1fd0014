import { bandsOfHero, heroesOf } from "../design/hero";
import { type Band, isNothing, type Part, reachesEdges } from "../design/part";
import type { Picture } from "../model/picture";
import type { PageData } from "./page-data";
import { plainLayout } from "./plain-layout";

/** The band of a page's header that is laid over what follows it, and what follows there, each in its turn. */
export interface LaidOver {
  readonly band: Band;
  /** A band with each of its pictures; of a hero each of the bands it shows. */
  readonly under: readonly { readonly band: Band; readonly picture: string }[];
}

/** Whether a band, or what a hero in it shows, is what the header is laid over. */
export const isUnder = (over: LaidOver | null, band: string): boolean =>
  over?.under.some((each) => each.band.id === band) ?? false;

/** What of a page decides which pictures lie behind its bands. */
interface PagePictures extends Pick<PageData, "pictures"> {
  readonly entry: { readonly picture: string | null } | null;
}

/** Which picture lies behind a band on a page: the page's own where the band takes it, else the band's. */
export const pictureBehind = ({ background }: Band, data: PagePictures): string | null => {
  const own = background.pageOwnPicture ? (data.entry?.picture ?? "") : "";
  return [own, background.picture].find((id) => data.pictures[id] !== undefined) ?? null;
};

/** All pictures that come to lie behind a band, in their order. A page's own picture stays. */
export const picturesBehind = (band: Band, data: PagePictures): readonly string[] => {
  const first = pictureBehind(band, data);
  if (first === null) return [];
  const follow = first === band.background.picture ? band.background.slides : [];
  return [first, ...follow.filter((id) => data.pictures[id] !== undefined)];
};

/** What of a page decides what a header is laid over. */
interface PageBelow extends PagePictures, Pick<PageData, "lists"> {}

/** What a page begins with below its header: a band, or the bands that a hero shows there. */
const beginningOf = (parts: readonly (Part | null)[], { lists }: PageBelow): readonly Band[] => {
  const first = parts.find((part) => part && !isNothing(part))?.bands[0];
  if (!first) return [];
  const [hero] = reachesEdges(first) ? heroesOf(first) : [];
  return hero ? bandsOfHero(hero, lists) : [first];
};

/**
 * What a header may be laid over on a page with these parts below it, as they are seen there, the first that has bands:
 * only where all that comes to be there begins with a picture that reaches the edges. Beside one that is seen whole lies
 * the ground of its band.
 */
export const picturesBelow = (parts: readonly (Part | null)[], data: PageBelow): LaidOver["under"] => {
  const begins = beginningOf(parts, data).map((band) => ({
    band,
    pictures: band.background.pictureFit === "whole" ? [] : picturesBehind(band, data),
  }));
  return begins.some(({ pictures }) => pictures.length === 0)
    ? []
    : begins.flatMap(({ band, pictures }) => pictures.map((picture) => ({ band, picture })));
};

/** The picture a page begins with below its header, behind its first band or the first slide of a hero there. */
export const firstPicture = (data: PageData): Picture | null => {
  const { titleBar, layout } = data.slots;
  const [first] = beginningOf([titleBar?.part ?? null, layout?.part ?? null], data);
  const [id] = first ? picturesBehind(first, data) : [];
  return id === undefined ? null : (data.pictures[id] ?? null);
};

/** Only the last band of a header can lie over what follows. */
export const laidOver = (data: PageData): LaidOver | null => {
  const band = data.slots.header?.part.bands.at(-1);
  if (!band?.overPicture?.on) return null;
  const { titleBar, layout } = data.slots;
  const under = picturesBelow(
    [titleBar?.part ?? null, layout ? layout.part : plainLayout(data.page.role, data.entry !== null)],
    data,
  );
  return under.length > 0 ? { band, under } : null;
};
