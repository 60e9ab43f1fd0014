import type { Picture } from "../model/picture";
import { rem } from "./css";
import { attributes, html, type SafeHtml } from "./html";

type Format = Picture["formats"][number];

/** The kinds of file a picture is there as; pictures of older editions know none, and are WebP. */
const formatsOf = (picture: Picture): readonly Format[] =>
  picture.formats === undefined || picture.formats.length === 0 ? ["webp"] : picture.formats;

/** The kind every reader knows: that of the original where it is one of the common ones. */
export const commonFormat = (picture: Picture): Format => formatsOf(picture).at(-1) as Format;

/** Where a rendition of a picture lives on the site's own host. */
export const renditionPath = (picture: Picture, width: number, format: Format): string =>
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
  const formats = formatsOf(picture);
  const common = commonFormat(picture);
  const sizes = widths.length > 1 ? options.sizes : null;
  const image = html`<img${attributes({
    class: options.class,
    src: isDrawing ? drawingPath(picture) : renditionPath(picture, fallback, common),
    srcset: widths.length > 1 ? candidates(picture, common) : null,
    sizes,
    width: picture.width,
    height: picture.height,
    alt: options.alt ?? picture.alt,
    loading: options.eager ? null : "lazy",
    decoding: "async",
  })}>`;
  const better = formats.slice(0, -1);
  if (isDrawing || better.length === 0) return image;
  const sources = better.map(
    (format) =>
      html`<source${attributes({ type: `image/${format}`, srcset: candidates(picture, format), sizes })}>`,
  );
  return html`<picture>${sources}${image}</picture>`;
};

/** Asks for a picture early, as its element does later: browsers that do not know the kind of file leave it alone. */
export const preloadHtml = (picture: Picture, sizes: string): SafeHtml => {
  const isDrawing = picture.type === "image/svg+xml";
  const [format] = formatsOf(picture) as [Format];
  const isOne = isDrawing || picture.renditions.length < 2;
  return html`<link${attributes({
    rel: "preload",
    as: "image",
    type: isDrawing ? null : `image/${format}`,
    href: isDrawing
      ? drawingPath(picture)
      : isOne
        ? renditionPath(picture, picture.renditions[0] ?? picture.width, format)
        : null,
    imagesrcset: isOne ? null : candidates(picture, format),
    imagesizes: isOne ? null : sizes,
    fetchpriority: "high",
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
