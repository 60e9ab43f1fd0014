import type { PictureFinding } from "../core/layout/picture-findings";
import type { PicturePlace } from "../core/layout/picture-places";
import type { Picture } from "../core/model/picture";
import { digits } from "./words";

/** Words about pictures: what they are, what was noticed, where they are shown. */

const TYPE_NAMES: Readonly<Record<Picture["type"], string>> = {
  "image/jpeg": "JPEG",
  "image/png": "PNG",
  "image/webp": "WebP",
  "image/avif": "AVIF",
  "image/svg+xml": "SVG",
};
export const pictureTypeName = (type: Picture["type"]): string => TYPE_NAMES[type];

/** "2.4 MB", "310 KB". */
export const weightWords = (bytes: number): string =>
  bytes >= 1_000_000 ? `${(bytes / 1_000_000).toFixed(1)} MB` : `${Math.max(1, Math.round(bytes / 1000))} KB`;

/** From this share of what a site may keep it is said that the end is near. */
const NEARLY = 0.8;
const HALF = 0.5;

/** What a site keeps, of what it may once it is half of that, and whether that is nearly all. */
export const keptWords = ({
  files,
  bytes,
  mostFiles,
  mostBytes,
}: {
  readonly files: number;
  readonly bytes: number;
  readonly mostFiles: number;
  readonly mostBytes: number;
}): { readonly words: string; readonly isNearlyFull: boolean } => {
  const megabytes = (amount: number) => digits(Math.ceil(amount / 1_048_576));
  const share = Math.max(files / mostFiles, bytes / mostBytes);
  // while there is room for as much again, nobody needs to know how much there may be
  const words =
    share < HALF
      ? `${megabytes(bytes)} MB kept`
      : `${digits(files)} of ${digits(mostFiles)} files, ${megabytes(bytes)} of ${megabytes(mostBytes)} MB kept`;
  return {
    words:
      share >= 1
        ? `${words}: nothing more is taken in until some that nothing uses are removed`
        : share >= NEARLY
          ? `${words}: nearly all this site may keep`
          : words,
    isNearlyFull: share >= NEARLY,
  };
};

export const pictureFindingWords = (finding: PictureFinding): string => {
  switch (finding.code) {
    case "tooSmall":
      return `too small: shown ${finding.times} times its size; ${digits(finding.needed)} px wide would do`;
    case "tooHeavy":
      return `the file is heavy: ${weightWords(finding.bytes)}`;
    case "unused":
      return "used nowhere";
    case "noWords":
      return "no alternative text";
  }
};

const PROFILE_PLACES = {
  logo: "the logo",
  logoOverPictures: "the logo over pictures",
  logoSmall: "the small logo",
  icon: "the site's icon",
  sharePicture: "the share picture",
} as const;

/** What kind of place it is; the names of part and page stand beside it. */
export const placeWords = (where: PicturePlace["where"]): string => {
  switch (where.is) {
    case "band":
      return "behind a band";
    case "block":
      return "a picture block";
    case "mainPicture":
      return "the page's own picture";
    case "listed":
      return "in a list";
    case "entry":
      return "an entry's picture";
    default:
      return PROFILE_PLACES[where.is];
  }
};
