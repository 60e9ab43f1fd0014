import type { HouseStyle, TypeStyle } from "../model/house-style";

/** Heights of what stands in one row, px at 16 px text. */

/** Controls are at least this high: 2.5rem. */
export const CONTROL_HEIGHT = 40;

/** A line of a text style. */
export const lineHeight = (style: HouseStyle, name: TypeStyle): number => {
  const { size, lineHeight: times } = style.type[name];
  return size * 16 * times;
};
