import type { Picture } from "../model/design";
import { rem } from "./css";
import { attributes, html, type SafeHtml } from "./html";

type Format = Picture["formats"][number];

/** Where a rendition of a picture lives on the site's own host. */
export const renditionPath = (picture: Picture, width: number, format: Format = "webp"): string =>
  `/_media/${picture.file}-${width}.${format}`;

/** A drawing has one file, at every size. */
export const drawingPath = (picture: Picture): string => `/_media/${picture.file}.svg`;

const candidates = (picture: Picture, format: Format): string =>
  picture.renditions.map((width) => `${renditionPath(picture, width, format)} ${width}w`).join(", ");

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
  const isDrawing = picture.type === "image/svg+xml";
  const fallback = widths[Math.min(1, widths.length - 1)] ?? picture.width;
  const image = html`<img${attributes({
    class: options.class,
    src: isDrawing ? drawingPath(picture) : renditionPath(picture, fallback),
    srcset: widths.length > 1 ? candidates(picture, "webp") : null,
    sizes: widths.length > 1 ? options.sizes : null,
    width: picture.width,
    height: picture.height,
    alt: options.alt ?? picture.alt,
    loading: options.eager ? null : "lazy",
    decoding: "async",
  })}>`;
  // pictures of older editions know no formats
  if (!picture.formats?.includes("avif")) return image;
  const source = attributes({
    type: "image/avif",
    srcset: candidates(picture, "avif"),
    sizes: widths.length > 1 ? options.sizes : null,
  });
  return html`<picture><source${source}>${image}</picture>`;
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
