import { isFramedItself, traitsOf } from "../blocks";
import { lineHeight } from "../blocks/heights";
import type { Band } from "../design/part";
import type { HouseStyle } from "../model/house-style";
import type { AnyBlock } from "../model/look";
import { valueAt, type Width } from "../model/values";

/** How high bands are that stand in one row: what follows a band laid over it keeps that much room. px at 16 px text. */

const blockHeight = (block: AnyBlock, style: HouseStyle, width: Width): number => {
  if (block.look.hideOn.includes(width)) return 0;
  const { padding, borderWidth } = block.look;
  const inside = insideHeight(block, style, width);
  if (isFramedItself(block.kind)) return inside;
  return inside + padding.top + padding.bottom + 2 * borderWidth;
};

const insideHeight = (block: AnyBlock, style: HouseStyle, width: Width): number => {
  const { height } = traitsOf(block.kind);
  return height
    ? height(block as never, style, width, (inner) => blockHeight(inner, style, width))
    : lineHeight(style, block.look.type || "body");
};

/** Heights of screens a share is taken of where none is there, px: common ones of the widths pictures are looked at. */
export const SCREEN_HEIGHTS: Readonly<Record<Width, number>> = { wide: 800, middle: 1180, small: 844 };

/** What a band is told to be at least. */
export const leastHeight = (band: Band, width: Width): number =>
  Math.max(
    valueAt(band.height, width),
    (valueAt(band.screenHeight ?? NO_SHARE, width) * SCREEN_HEIGHTS[width]) / 100,
  );
const NO_SHARE = { wide: 0 };

/** The height of a band at a width of screens: what it is told, or what it holds and its padding. */
export const rowHeight = (band: Band, style: HouseStyle, width: Width): number => {
  const inside = band.cells.map((cell) => {
    const heights = cell.blocks.map((block) => blockHeight(block, style, width));
    return cell.direction === "row"
      ? Math.max(0, ...heights)
      : heights.reduce((sum, each) => sum + each, cell.gap * Math.max(0, heights.length - 1));
  });
  return Math.ceil(
    Math.max(leastHeight(band, width), Math.max(0, ...inside) + 2 * valueAt(band.paddingBlock, width)),
  );
};
