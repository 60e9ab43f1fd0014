import { type Band, isNothing, type Part } from "../design/part";
import type { PageData } from "./page-data";
import { plainLayout } from "./plain-layout";

/** The band of a page's header that is laid over what follows it, and the band with the pictures there, each in its turn. */
export interface LaidOver {
  readonly band: Band;
  readonly under: Band;
  readonly pictures: readonly string[];
}

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

const partIn = (data: PageData, slot: "titleBar" | "layout"): Part | null => {
  const part = data.slots[slot]?.part;
  if (part) return isNothing(part) ? null : part;
  return slot === "layout" ? plainLayout(data) : null;
};

/**
 * Only the last band of a header can lie over what follows, and only where that begins with a picture that reaches the
 * edges: beside one that is seen whole lies the ground of its band.
 */
export const laidOver = (data: PageData): LaidOver | null => {
  const band = data.slots.header?.part.bands.at(-1);
  if (!band?.overPicture?.on) return null;
  const under = (partIn(data, "titleBar") ?? partIn(data, "layout"))?.bands[0];
  const pictures = under && under.background.pictureFit !== "whole" ? picturesBehind(under, data) : [];
  return under && pictures.length > 0 ? { band, under, pictures } : null;
};
