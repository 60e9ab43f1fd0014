import type { PageMaterial } from "../draw/page-material";
import type { HouseStyle, TypeStyle } from "../model/house-style";
import type { AnyBlock } from "../model/look";
import { hasStyle, textLookOf } from "../model/text-looks";
import { type Responsive, valueAt, type Width } from "../model/values";

/** Heights of what stands in one row, px at 16 px text. */

/** What a site gives that makes things higher or lower. */
export interface HeightMaterial
  extends Pick<PageMaterial, "menus" | "links" | "profile" | "at">,
    Partial<Pick<PageMaterial, "audience">> {
  /** The page it stands on, where that is known. */
  readonly page?: Pick<PageMaterial["page"], "title" | "description">;
}

export interface HeightScene {
  readonly material: HeightMaterial;
  readonly style: HouseStyle;
  readonly width: Width;
  /** Whether menus that can be a button are one. */
  readonly isFolded: boolean;
  /** Menus of the band that stand in a row. */
  readonly rowMenus: readonly AnyBlock[];
  /** How many lines words of a block take in a text style, or at a size of their own, px; without: one. */
  readonly lines?: (block: AnyBlock, words: string, style: TypeStyle, size?: number) => number;
}

/** Heights of screens a share is taken of where none is there, px: common ones of the widths pictures are looked at. */
export const SCREEN_HEIGHTS: Readonly<Record<Width, number>> = { wide: 800, middle: 1180, small: 844 };

/** A line of a text style. */
export const lineHeight = (style: HouseStyle, name: TypeStyle): number => {
  const { size, lineHeight: times } = textLookOf(style, name);
  return size * 16 * times;
};

/** Words of a block in a text style, in as many lines as they take. */
export const wordsHeight = (block: AnyBlock, words: string, style: TypeStyle, scene: HeightScene): number =>
  lineHeight(scene.style, style) * (scene.lines?.(block, words, style) ?? 1);

const NO_SIZE: Responsive<number> = { wide: 0 };

/** The size words of a block have at a width, px: that of its look, or of their text style. */
export const sizeAt = ({ look }: Pick<AnyBlock, "look">, own: number, width: Width): number =>
  valueAt(look.size ?? NO_SIZE, width) || own * 16;

/** The same of a block whose words may have a size and a line height of their own. */
export const sizedHeight = (block: AnyBlock, words: string, style: TypeStyle, scene: HeightScene): number => {
  const own = textLookOf(scene.style, style);
  const size = sizeAt(block, own.size, scene.width);
  const times = valueAt(block.look.lineHeight ?? NO_SIZE, scene.width) / 100 || own.lineHeight;
  return size * times * (scene.lines?.(block, words, style, size) ?? 1);
};

/** A line of what a block's text is set in: the text style of its look, or that of its kind. */
export const wornHeight = (block: AnyBlock, otherwise: TypeStyle, { style }: HeightScene): number =>
  lineHeight(style, wornStyle(block, otherwise, style));

/** The text style a block wears: that of its look, as long as there is one of that name, or that of its kind. */
export const wornStyle = ({ look }: AnyBlock, otherwise: TypeStyle, style: HouseStyle): TypeStyle =>
  look.type && hasStyle(style, look.type) ? look.type : otherwise;

/** A control around a line of text: .45rem above and below, a line around it, and 2.5rem at least. */
export const controlHeight = (line: number): number => Math.max(40, line + 2 * 7.2 + 2);
