import type { Picture } from "../model/picture";
import { WIDTHS } from "../model/values";
import { enlargement } from "./crops";
import type { PicturePlace } from "./picture-places";

/** What is noticed of a picture: too small for a place, too heavy a file, used nowhere, nothing said of it in words. */
export type PictureFinding =
  | { readonly code: "tooSmall"; readonly times: number; readonly needed: number }
  | { readonly code: "tooHeavy"; readonly bytes: number }
  | { readonly code: "unused" }
  | { readonly code: "noWords" };

/** Enlarged beyond this it is seen to be soft (common practice, no source). */
const SOFT = 1.3;
/** A file above this is slow to send and to render (common practice, no source). */
const HEAVY = 20_000_000;

/** Logos and icons are described by the name of the site; pictures behind bands are decoration. */
const NEEDS_WORDS: ReadonlySet<PicturePlace["where"]["is"]> = new Set([
  "block",
  "mainPicture",
  "listed",
  "entry",
]);

export const pictureFindings = (
  picture: Picture,
  places: readonly PicturePlace[],
  bytes: number,
): readonly PictureFinding[] => {
  const found: PictureFinding[] = [];
  const isVector = picture.type === "image/svg+xml";
  const times = isVector
    ? 0
    : Math.max(
        0,
        ...places.flatMap(({ boxes }) =>
          boxes ? WIDTHS.map((width) => enlargement(picture, boxes[width], 1)) : [],
        ),
      );
  if (times > SOFT)
    found.push({
      code: "tooSmall",
      times: Math.round(times * 10) / 10,
      needed: Math.ceil(picture.width * times),
    });
  if (bytes > HEAVY) found.push({ code: "tooHeavy", bytes });
  if (places.length === 0) found.push({ code: "unused" });
  if (picture.alt === "" && places.some(({ where }) => NEEDS_WORDS.has(where.is)))
    found.push({ code: "noWords" });
  return found;
};
