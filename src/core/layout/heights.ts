import type { HouseStyle, TypeStyle } from "../model/house-style";
import { type Band, type Block, takesFrame, type Width } from "../model/part";
import { valueAt } from "./extents";

/** How high bands are that stand in one row: what follows a band laid over it keeps that much room. px at 16 px text. */

/** Controls are at least this high: 2.5rem. */
const CONTROL = 40;

const lineOf = (style: HouseStyle, name: TypeStyle): number => {
  const { size, lineHeight } = style.type[name];
  return size * 16 * lineHeight;
};

const blockHeight = (block: Block, style: HouseStyle, width: Width): number => {
  if (block.look.hideOn.includes(width)) return 0;
  const { padding, borderWidth } = block.look;
  const inside = insideHeight(block, style, width);
  if (!takesFrame(block.kind)) return inside;
  return inside + padding.top + padding.bottom + 2 * borderWidth;
};

const insideHeight = (block: Block, style: HouseStyle, width: Width): number => {
  switch (block.kind) {
    case "logo":
      return valueAt(block.settings.height, width);
    case "siteName":
    case "tagline":
      return lineOf(style, block.settings.text);
    case "heading":
      return lineOf(style, block.settings.style);
    case "menu":
    case "search":
      return CONTROL;
    case "button":
    case "account":
      return (
        lineOf(style, block.look.type || "button") +
        2 * style.buttons.paddingBlock +
        2 * style.buttons.lineWidth
      );
    case "group": {
      const inside = (block.blocks ?? []).map((each) => blockHeight(each, style, width));
      const { direction, gap, padding } = block.settings;
      const along =
        direction === "row"
          ? Math.max(0, ...inside)
          : inside.reduce((sum, each) => sum + each, gap * Math.max(0, inside.length - 1));
      return along + 2 * padding;
    }
    default:
      return lineOf(style, block.look.type || "body");
  }
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
