import { isFramedItself, traitsOf } from "../blocks";
import { type HeightMaterial, type HeightScene, SCREEN_HEIGHTS, wornHeight } from "../blocks/heights";
import { bandsOfHero, heroesOf } from "../design/hero";
import { type Band, type Cell, isStacked, reachesEdges } from "../design/part";
import { isCellHidden } from "../design/tree";
import type { HouseStyle } from "../model/house-style";
import type { AnyBlock } from "../model/look";
import { styleOn } from "../model/text-looks";
import { valueAt, type Width } from "../model/values";
import { hasBandMenu, rowMenus } from "./fit";

/** How high bands are that stand in one row: what follows a band laid over it keeps that much room. px at 16 px text. */

const blockHeight = (block: AnyBlock, scene: HeightScene): number | null => {
  if (block.look.hideOn.includes(scene.width)) return null;
  const { height } = traitsOf(block.kind);
  const inside = height
    ? height(block as never, scene, (inner) => blockHeight(inner, scene))
    : wornHeight(block, "body", scene);
  if (inside === null || isFramedItself(block.kind)) return inside;
  const { padding, borderWidth } = block.look;
  return inside + padding.top + padding.bottom + 2 * borderWidth;
};

const cellHeight = ({ blocks, direction, gap }: Cell, scene: HeightScene): number => {
  const heights = blocks.flatMap((block) => blockHeight(block, scene) ?? []);
  return direction === "row"
    ? Math.max(0, ...heights)
    : heights.reduce((sum, each) => sum + each, gap * Math.max(0, heights.length - 1));
};

/** What a band is told to be at least. */
export const leastHeight = (band: Band, width: Width): number =>
  Math.max(
    valueAt(band.height, width),
    (valueAt(band.screenHeight ?? NO_SHARE, width) * SCREEN_HEIGHTS[width]) / 100,
  );
const NO_SHARE = { wide: 0 };

interface Content {
  readonly height: number;
  /** Where it stands up and down in the room of its band. */
  readonly align: Band["alignBlock"];
}

/** What each cell of a band holds, as they stand beside or below one another. */
const contentsOf = (band: Band, on: HeightScene): readonly Content[] => {
  // text styles have the size they have on screens of that width
  const scene = { ...on, style: styleOn(on.style, on.width) };
  const contents = band.cells
    .filter((cell) => !isCellHidden(cell, scene.width))
    .map((cell) => ({ height: cellHeight(cell, scene), align: cell.alignBlock || band.alignBlock }));
  if (!isStacked(band, scene.width)) return contents;
  const gaps = band.gap * Math.max(0, contents.length - 1);
  const height = contents.reduce((sum, each) => sum + each.height, gaps);
  return [{ height, align: band.leads === "centre" ? band.alignBlock : "start" }];
};

/** From where to where something reaches up and down, px from the upper edge of its band. */
export type Reach = readonly [from: number, to: number];

/** Where what each cell of a band holds stands in it; cells without anything are left out. */
export const contentReaches = (band: Band, scene: HeightScene): readonly Reach[] => {
  // what a hero shows of entries is not known here: there its words may stand anywhere
  const slides = reachesEdges(band) ? heroesOf(band).flatMap((hero) => bandsOfHero(hero, {})) : [];
  if (slides.length > 0) return slides.flatMap((slide) => contentReaches(slide, scene));
  const padding = valueAt(band.paddingBlock, scene.width);
  const room = heightAs(band, scene) - 2 * padding;
  return contentsOf(band, scene)
    .filter(({ height }) => height > 0)
    .map(({ height, align }) => {
      const from = padding + (room - height) * { start: 0, centre: 0.5, end: 1 }[align];
      return [from, from + height];
    });
};

/** The height of a band at a width of screens with its menus spelled out, or as buttons: what it is told, or what it holds and its padding. */
export const heightAs = (band: Band, scene: HeightScene): number => {
  const told = leastHeight(band, scene.width);
  return isExactly(band, scene.width) ? told : Math.max(told, neededHeight(band, scene));
};

/** Whether a band is as high as it is told at a width, whatever it holds: a share of the screen alone is the least. */
export const isExactly = (band: Band, width: Width): boolean =>
  band.heightIs === "exactly" && valueAt(band.height, width) > 0;

/** What a band holds and its padding. */
export const neededHeight = (band: Band, scene: HeightScene): number =>
  Math.max(0, ...contentsOf(band, scene).map(({ height }) => height)) + 2 * paddingOf(band, scene.width);

/** A hero that reaches the edges leaves no padding. */
const paddingOf = (band: Band, width: Width): number =>
  reachesEdges(band) ? 0 : valueAt(band.paddingBlock, width);

/** The same with its menus either way: the lower and the higher of the two. */
export const rowHeights = (
  band: Band,
  material: HeightMaterial,
  style: HouseStyle,
  width: Width,
  lines?: HeightScene["lines"],
): { readonly low: number; readonly high: number } => {
  const scene = {
    material,
    style,
    width,
    rowMenus: rowMenus(band),
    ...(lines ? { lines } : {}),
  };
  const states = hasBandMenu(band) ? [false, true] : [false];
  const heights = states.map((isFolded) => heightAs(band, { ...scene, isFolded }));
  return { low: Math.floor(Math.min(...heights)), high: Math.ceil(Math.max(...heights)) };
};

/** The higher one: so much room it may take. */
export const rowHeight = (...of: Parameters<typeof rowHeights>): number => rowHeights(...of).high;
