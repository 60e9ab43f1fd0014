import type { Picture } from "../model/design";
import { rem } from "./css";
import { attributes, html, type SafeHtml } from "./html";

/** Where a rendition of a picture lives on the site's own host. */
export const renditionPath = (picture: Picture, width: number): string =>
  `/_media/${picture.file}-${width}.webp`;

/** An `img` with the ladder of renditions. `sizes` is how wide it stands on the page; the first picture of a page loads at once. */
export const pictureHtml = (
  picture: Picture,
  options: {
    readonly sizes: string;
    readonly alt?: string;
    readonly eager?: boolean;
    readonly class?: string;
  },
): SafeHtml => {
  const widths = picture.renditions;
  const fallback = widths[Math.min(1, widths.length - 1)] ?? picture.width;
  return html`<img${attributes({
    class: options.class,
    src: renditionPath(picture, fallback),
    srcset:
      widths.length > 1
        ? widths.map((width) => `${renditionPath(picture, width)} ${width}w`).join(", ")
        : null,
    sizes: widths.length > 1 ? options.sizes : null,
    width: picture.width,
    height: picture.height,
    alt: options.alt ?? picture.alt,
    loading: options.eager ? null : "lazy",
    decoding: "async",
  })}>`;
};

/** The declaration that keeps the focal point in view. CSS Images 3 §5.5: a percentage aligns that point of picture and box. */
export const focalPosition = (picture: Picture): string => `${picture.focal.x}% ${picture.focal.y}%`;

/** The declarations of a picture at a height in px (0: as high as it is), filling its width around the focal point. */
export const croppedTo = (picture: Picture, height: number): Readonly<Record<string, string>> =>
  height === 0
    ? { height: "auto" }
    : {
        height: rem(height),
        width: "100%",
        "object-fit": "cover",
        "object-position": focalPosition(picture),
      };
