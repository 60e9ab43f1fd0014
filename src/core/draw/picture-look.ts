import type { Look } from "../model/look";

/** Corners that a block's look gives what is in it; null where they are as its kind has them. */
export const cornersOf = ({ radius }: Look): string | null => (radius < 0 ? null : `${radius}px`);

/** What a picture takes of the look of its block: it follows neither the alignment of text nor the corners by itself. */
export const pictureLook = (look: Look): Readonly<Record<string, string | null>> => ({
  "margin-inline": look.align === "centre" ? "auto" : look.align === "end" ? "auto 0" : null,
  "border-radius": cornersOf(look),
});
