import { accountLabel } from "../model/account";
import type { BlockKind, Responsive } from "../model/blocks";
import type { TypeStyle } from "../model/house-style";
import { logoPicture } from "../model/logo";
import { type Block, type Cell, type Look, takesFrame, type Width } from "../model/part";
import type { PageData, VisitorWords } from "../render/page-data";
import { rowItems, type ShownItem } from "./menu-items";
import { layoutUnit, type TextSetting } from "./shaper";
import type { Measured, TextMeasure } from "./text-measure";

/** How wide blocks and cells want to be. It follows the stylesheet of each kind line by line: change both together. */

/** Sizes in px. */
export interface Extent {
  /** The least it can be made (min-content). */
  readonly min: number;
  /** What it takes where there is room (max-content). */
  readonly max: number;
  /** Narrower than this it no longer stands in one row. Running text may break: it keeps no more than its longest word. */
  readonly keep: number;
  /** Whether everything in it could be measured. */
  readonly isExact: boolean;
}

/** What a site gives its parts to show. */
export type FitMaterial = Pick<PageData, "menus" | "links" | "pictures" | "profile" | "audience"> & {
  readonly words: Pick<VisitorWords, "menu" | "search">;
};

export interface Scene {
  readonly material: FitMaterial;
  readonly measure: TextMeasure;
  readonly width: Width;
  /** Whether menus that can be a button are one. */
  readonly isFolded: boolean;
  /** Added to the first menu, px: what room there is for longer labels. */
  readonly extra?: number;
}

type BlockOf<K extends BlockKind> = Extract<Block, { kind: K }>;
/** Null: nothing is drawn. */
type ExtentOf<K extends BlockKind> = (block: BlockOf<K>, scene: Scene) => Extent | null;

export const valueAt = <T>(value: Responsive<T>, width: Width): T =>
  width === "wide"
    ? value.wide
    : width === "middle"
      ? (value.middle ?? value.wide)
      : (value.small ?? value.middle ?? value.wide);

/** A length given in rem, at the root size looked at. */
const rem = (px: number, { measure }: Scene): number => layoutUnit((px * measure.root) / 16);
const sum = (numbers: readonly number[]): number => numbers.reduce((total, each) => total + each, 0);
const rigid = ({ width, isExact }: Measured, around = 0): Extent => ({
  min: width + around,
  max: width + around,
  keep: width + around,
  isExact,
});
const withGaps = (widths: readonly number[], gap: number): number =>
  sum(widths) + gap * Math.max(0, widths.length - 1);

/** A line of words still fits in a box one layout unit narrower: Chromium's line breaker allows it (measured there). */
const LINE_TOLERANCE = 1 / 64;

/** Words that belong on one line; squeezed they break. */
const label = (text: string, setting: TextSetting, { measure }: Scene, around = 0): Extent => {
  const [line, piece] = [measure.line(text, setting), measure.longestPiece(text, setting)];
  return {
    min: piece.width + around,
    max: line.width + around,
    keep: line.width - LINE_TOLERANCE + around,
    isExact: line.isExact,
  };
};
/** Running text: made to break. */
const running = (text: string, style: TypeStyle, scene: Scene): Extent => {
  const extent = label(text, scene.measure.setting(style), scene);
  return { ...extent, keep: extent.min };
};

const logo: ExtentOf<"logo"> = ({ settings }, scene) => {
  const { profile, pictures } = scene.material;
  const picture = logoPicture(settings.variant, profile, pictures);
  if (!picture) return label(profile.name, scene.measure.setting("h3"), scene);
  const height = rem(valueAt(settings.height, scene.width), scene);
  const width = layoutUnit((height * picture.width) / picture.height);
  // a picture that may be no wider than its box can be squeezed to nothing (CSS Sizing 3 §5.2.2)
  return { min: 0, max: width, keep: width, isExact: true };
};

/** What a block's text is set in: the text style of its look, or that of its kind. */
export const wornBy = (
  block: Block,
  otherwise: TypeStyleName,
  { measure }: Pick<Scene, "measure">,
): TextSetting => measure.setting(block.look.type || otherwise);
type TypeStyleName = Parameters<TextMeasure["setting"]>[0];

/** Sign behind a label that opens something: .4em wide, .45em away. */
const opener = (size: number): number => layoutUnit(0.4 * size) + layoutUnit(0.45 * size);
/** A sign before a label: 1.1em wide, .4em away. */
const sign = (size: number): number => layoutUnit(1.1 * size) + layoutUnit(0.4 * size);
/** Room either side of a label that stands out. */
const HIGHLIGHT = 0.8;

type SubItems = BlockOf<"menu">["settings"]["subItems"];

export const opensBelow = (item: ShownItem, subItems: SubItems): boolean =>
  item.items.length > 0 && !(subItems === "none" && item.href !== null);

export const menuItemWidth = (item: ShownItem, block: BlockOf<"menu">, scene: Scene): Measured => {
  const setting = wornBy(block, "menu", scene);
  const { width, isExact } = scene.measure.line(item.label, setting);
  const more =
    (item.sign === null ? 0 : sign(setting.size)) +
    (opensBelow(item, block.settings.subItems) ? opener(setting.size) : 0) +
    (item.isHighlighted ? 2 * layoutUnit(HIGHLIGHT * setting.size) : 0);
  return { width: width + more, isExact };
};

/** The button a menu becomes: three lines, a gap, one word; buttons take no letter spacing and no capitals from around. */
const menuButton = (block: BlockOf<"menu">, scene: Scene): Extent => {
  const setting = { ...wornBy(block, "menu", scene), spacing: 0, upper: false };
  const word = scene.measure.line(scene.material.words.menu, setting);
  const inside = rem(16, scene) + rem(8, scene) + 2 * rem(12.8, scene) + 2;
  return rigid(word, inside);
};

/** Whether the menu of a block can become a button at all. */
export const canFold = ({ settings }: BlockOf<"menu">): boolean =>
  settings.direction === "row" && settings.buttonBelow !== 0 && settings.buttonBelow !== "never";

const menu: ExtentOf<"menu"> = (block, scene) => {
  const { settings } = block;
  const items = rowItems(scene.material.menus[settings.menu], settings.share ?? "all", scene.material.links);
  if (items.length === 0) return null;
  if (canFold(block) && (scene.isFolded || settings.buttonBelow === "always"))
    return settings.share === "first" ? null : menuButton(block, scene);
  const widths = items.map((item) => menuItemWidth(item, block, scene));
  const widest = Math.max(...widths.map(({ width }) => width));
  const isExact = widths.every((each) => each.isExact);
  if (settings.direction === "column") return { min: widest, max: widest, keep: widest, isExact };
  const row =
    withGaps(
      widths.map(({ width }) => width),
      rem(settings.gap, scene),
    ) + (settings.share === "second" ? 0 : (scene.extra ?? 0));
  return { min: widest, max: row, keep: row, isExact };
};

/** A link that looks like a button. */
const standing = (text: string, block: BlockOf<"button" | "account">, scene: Scene): Extent => {
  const { look } = block.settings;
  const { paddingInline, lineWidth } = scene.measure.style.buttons;
  const padding = look === "plain" ? 0 : 2 * rem(paddingInline, scene);
  return label(text, wornBy(block, "button", scene), scene, padding + 2 * lineWidth);
};

const button: ExtentOf<"button"> = (block, scene) => {
  const { target, label: words } = block.settings;
  if ("identity" in target && !scene.material.links[target.identity]) return null;
  return standing(words, block, scene);
};

const account: ExtentOf<"account"> = (block, scene) =>
  standing(accountLabel(block.settings, scene.material.audience), block, scene);

const search: ExtentOf<"search"> = (block, scene) => {
  const setting = { ...wornBy(block, "body", scene), spacing: 0, upper: false };
  const word = scene.measure.line(scene.material.words.search, setting);
  return rigid(word, rem(block.settings.width, scene) + 2 * rem(14.4, scene) + 2);
};

const social: ExtentOf<"social"> = (block, scene) => {
  const { settings } = block;
  const links = scene.material.profile.social;
  if (links.length === 0) return null;
  const setting = wornBy(block, "body", scene);
  const widths = links.map((link) =>
    settings.look === "icons"
      ? { width: rem(28, scene), isExact: true }
      : scene.measure.line(link.label, setting),
  );
  const row = withGaps(
    widths.map(({ width }) => width),
    rem(settings.gap, scene),
  );
  const widest = Math.max(...widths.map(({ width }) => width));
  return { min: widest, max: row, keep: row, isExact: widths.every(({ isExact }) => isExact) };
};

const group: ExtentOf<"group"> = ({ settings, blocks = [] }, scene) => {
  const inside = together(blocks, settings.direction === "row", rem(settings.gap, scene), scene);
  const around = 2 * rem(settings.padding, scene) + (settings.border ? 2 : 0);
  return {
    min: inside.min + around,
    max: inside.max + around,
    keep: inside.keep + around,
    isExact: inside.isExact,
  };
};

const EXTENTS: { readonly [K in BlockKind]?: ExtentOf<K> } = {
  logo,
  siteName: ({ settings }, scene) =>
    label(scene.material.profile.name, scene.measure.setting(settings.text), scene),
  tagline: ({ settings }, scene) =>
    scene.material.profile.tagline === ""
      ? null
      : label(scene.material.profile.tagline, scene.measure.setting(settings.text), scene),
  menu,
  button,
  search,
  account,
  social,
  group,
  heading: ({ settings }, scene) => running(settings.text, settings.style, scene),
  backToTop: (block, scene) => label(block.settings.label, wornBy(block, "body", scene), scene),
  line: () => rigid({ width: 0, isExact: true }),
  space: () => rigid({ width: 0, isExact: true }),
};

/** Kinds whose width is told exactly. Others depend on the page, or flow with the room they get. */
export const isMeasured = (kind: BlockKind): boolean => EXTENTS[kind] !== undefined;

const FLOWS: Extent = { min: 0, max: 0, keep: 0, isExact: false };

/** How wide a block wants to be; null if it is not drawn here. */
export const blockExtent = (block: Block, scene: Scene): Extent | null => {
  if (block.look.hideOn.includes(scene.width)) return null;
  const extent = EXTENTS[block.kind] as ExtentOf<BlockKind> | undefined;
  const inside = extent ? extent(block as never, scene) : FLOWS;
  return inside && takesFrame(block.kind) ? framed(inside, block.look, scene) : inside;
};

/** With the distances and the border of its look around it. */
const framed = (inside: Extent, { padding, borderWidth }: Look, scene: Scene): Extent => {
  const around = rem(padding.left, scene) + rem(padding.right, scene) + 2 * borderWidth;
  return around === 0
    ? inside
    : {
        ...inside,
        min: inside.min + around,
        max: inside.max + around,
        keep: inside.keep + around,
      };
};

/** Blocks in a row that may wrap, or below one another. */
const together = (blocks: readonly Block[], isRow: boolean, gap: number, scene: Scene): Extent => {
  const extents = blocks.flatMap((block) => blockExtent(block, scene) ?? []);
  const widest = (of: (extent: Extent) => number) => Math.max(0, ...extents.map(of));
  const isExact = extents.every((extent) => extent.isExact);
  const min = widest((extent) => extent.min);
  if (!isRow) return { min, max: widest(({ max }) => max), keep: widest(({ keep }) => keep), isExact };
  const max = withGaps(
    extents.map((extent) => extent.max),
    gap,
  );
  // a row wraps before anything in it is squeezed
  const [only] = extents;
  return { min, max, keep: extents.length === 1 && only ? only.keep : max, isExact };
};

export const cellExtent = (cell: Cell, scene: Scene): Extent => {
  const isRow = cell.direction === "row";
  const extent = together(cell.blocks, isRow, rem(cell.gap, scene), scene);
  // a column is told it may become as narrow as need be
  return isRow ? extent : { ...extent, min: 0 };
};
