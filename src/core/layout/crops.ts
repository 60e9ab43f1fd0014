/**
 * What is seen of a picture that fills a box: `object-fit: cover` with `object-position` in percent. The picture is
 * scaled until it covers the box (CSS Images 3 §5.5), and the point x% y% of the picture lies on the point x% y% of
 * the box (§5.5.1, CSS Values 4 §<position>), so the point itself is always inside. Sizes in px, the focal point in percent.
 */
export interface Size {
  readonly width: number;
  readonly height: number;
}
export interface Region extends Size {
  readonly x: number;
  readonly y: number;
}
export interface Point {
  readonly x: number;
  readonly y: number;
}

/** The part of the picture that is seen, in px of the picture. Sizes must be above 0. */
export const visibleRegion = (picture: Size, box: Size, focal: Point): Region => {
  const scale = Math.max(box.width / picture.width, box.height / picture.height);
  const [width, height] = [box.width / scale, box.height / scale];
  return {
    x: ((picture.width - width) * focal.x) / 100,
    y: ((picture.height - height) * focal.y) / 100,
    width,
    height,
  };
};

/** How much of a box a picture covers that is shown whole in it, 0 to 1 (`object-fit: contain`, CSS Images 3 §5.5). */
export const wholeShare = (picture: Size, box: Size): number => {
  const scale = Math.min(box.width / picture.width, box.height / picture.height);
  return (picture.width * picture.height * scale ** 2) / (box.width * box.height);
};

/** Whether all of a picture is seen in a box that it fills, stands whole in, or is as wide as. */
export const isSeenWhole = (fit: "fills" | "whole" | "across", picture: Size, box: Size): boolean =>
  fit === "whole" || (fit === "across" && box.width * picture.height < picture.width * box.height);

/** How many times larger than its pixels a picture is shown on a screen of the given density; up to 1 it is sharp. */
export const enlargement = (picture: Size, box: Size, density: number): number =>
  Math.max(box.width / picture.width, box.height / picture.height) * density;
