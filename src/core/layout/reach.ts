import { mayGo } from "../blocks";
import type { FitMaterial } from "../blocks/sizes";
import type { Band, Block, BlockOf } from "../design/part";
import { flatBlocks } from "../design/tree";
import { TextMeasure } from "../measure/text-measure";
import { rowsOf } from "../menus/item-tree";
import type { HouseStyle } from "../model/house-style";
import type { MenuItem } from "../model/menu";
import type { Width } from "../model/values";
import { BandFit, screenWidth } from "./fit";

/**
 * What would make a band stand in one row from a given width on. Each way is tried alone, in the smallest step that
 * reaches it; ways that do not reach it are not offered. Widths in px.
 */
export type Way =
  | { readonly is: "menuGap"; readonly node: string; readonly from: number; readonly to: number }
  | { readonly is: "bandGap"; readonly node: string; readonly from: number; readonly to: number }
  /** Size of menu text in the house style, rem. */
  | { readonly is: "menuText"; readonly from: number; readonly to: number }
  | { readonly is: "logo"; readonly node: string; readonly from: number; readonly to: number }
  | {
      readonly is: "label";
      readonly menu: string;
      readonly item: string;
      readonly label: string;
      /** By how many letters. */
      readonly letters: number;
    }
  /** Not shown below the wide screens. */
  | {
      readonly is: "hide";
      readonly node: string;
      readonly kind: Block["kind"];
      readonly hideOn: readonly Width[];
    }
  /** It fits already: the menu is a button from further on by choice. */
  | { readonly is: "fixed"; readonly node: string; readonly to: number };

/** The least a distance, a text and a logo are made. */
const LEAST = { menuGap: 8, bandGap: 8, menuText: 0.8125, logo: 20 } as const;
const TEXT_STEP = 0.0625;

interface Trial {
  readonly band?: Band;
  readonly style?: HouseStyle;
  readonly menus?: FitMaterial["menus"];
}

const reaches =
  (fit: BandFit, target: number) =>
  ({ band = fit.band, style = fit.measure.style, menus = fit.material.menus }: Trial): boolean => {
    const measure = new TextMeasure(fit.measure.shaper, style, fit.measure.language, fit.measure.root);
    const edges = new BandFit(band, { ...fit.material, menus }, measure).edges();
    return edges[screenWidth(target, measure)] <= target;
  };

/** A band with one of its blocks changed. */
export const withBlock = (band: Band, id: string, change: (block: Block) => Block): Band => {
  const within = (blocks: readonly Block[]): readonly Block[] =>
    blocks.map((block) =>
      block.id === id
        ? change(block)
        : block.blocks
          ? ({ ...block, blocks: within(block.blocks) } as Block)
          : block,
    );
  return { ...band, cells: band.cells.map((cell) => ({ ...cell, blocks: within(cell.blocks) })) };
};

/** The first value going down for which something holds. */
const firstDown = (
  from: number,
  least: number,
  step: number,
  holds: (value: number) => boolean,
): number | undefined => {
  for (let value = from - step; value >= least - 1e-9; value -= step) if (holds(value)) return value;
  return undefined;
};

const setting = <B extends Block>(block: B, change: Partial<B["settings"]>): B => ({
  ...block,
  settings: { ...block.settings, ...change },
});

export const waysToReach = (fit: BandFit, target: number): readonly Way[] => {
  const { band } = fit;
  const does = reaches(fit, target);
  const blocks = flatBlocks(band.cells.flatMap((cell) => cell.blocks));
  const menus = blocks.filter((block): block is BlockOf<"menu"> => block.kind === "menu");
  if (does({})) return menus.slice(0, 1).map(({ id }) => ({ is: "fixed", node: id, to: target }));
  return [
    ...menus.flatMap((menu) => menuGap(menu, fit, does)),
    ...menuText(fit, does),
    ...bandGap(band, does),
    ...blocks.flatMap((block) => (block.kind === "logo" ? logoHeight(block, band, does) : [])),
    ...menus.flatMap((menu) => shorterLabel(menu, fit, does)),
    ...blocks.flatMap((block) => hidden(block, fit, target, does)),
  ];
};

type Does = ReturnType<typeof reaches>;

const menuGap = (menu: BlockOf<"menu">, { band }: BandFit, does: Does): readonly Way[] => {
  const { gap: from } = menu.settings;
  const to = firstDown(from, LEAST.menuGap, 1, (gap) =>
    does({ band: withBlock(band, menu.id, (block) => setting(block as typeof menu, { gap })) }),
  );
  return to === undefined ? [] : [{ is: "menuGap", node: menu.id, from, to }];
};

const menuText = ({ measure: { style } }: BandFit, does: Does): readonly Way[] => {
  const { size: from } = style.type.menu;
  const to = firstDown(from, LEAST.menuText, TEXT_STEP, (size) =>
    does({ style: { ...style, type: { ...style.type, menu: { ...style.type.menu, size } } } }),
  );
  return to === undefined ? [] : [{ is: "menuText", from, to: Math.round(to * 10_000) / 10_000 }];
};

const bandGap = (band: Band, does: Does): readonly Way[] => {
  if (band.cells.length < 2) return [];
  const to = firstDown(band.gap, LEAST.bandGap, 1, (gap) => does({ band: { ...band, gap } }));
  return to === undefined ? [] : [{ is: "bandGap", node: band.id, from: band.gap, to }];
};

const logoHeight = (logo: BlockOf<"logo">, band: Band, does: Does): readonly Way[] => {
  const { height } = logo.settings;
  const to = firstDown(height.wide, LEAST.logo, 1, (wide) =>
    does({
      band: withBlock(band, logo.id, (block) =>
        setting(block as typeof logo, { height: { ...height, wide } }),
      ),
    }),
  );
  return to === undefined ? [] : [{ is: "logo", node: logo.id, from: height.wide, to }];
};

/** The longest label of the row, shortened by as few letters as do. At least four are left. */
const shorterLabel = (block: BlockOf<"menu">, fit: BandFit, does: Does): readonly Way[] => {
  const menu = fit.material.menus[block.settings.menu];
  if (!menu) return [];
  const top = rowsOf(menu.items).filter(({ depth }) => depth === 0);
  const longest = top.map(({ item }) => item).sort((a, b) => b.label.length - a.label.length)[0];
  if (!longest) return [];
  const cut = (letters: number): MenuItem[] =>
    menu.items.map((item) =>
      item.id === longest.id ? { ...item, label: item.label.slice(0, item.label.length - letters) } : item,
    );
  for (let letters = 1; letters <= longest.label.length - 4; letters += 1)
    if (does({ menus: { ...fit.material.menus, [block.settings.menu]: { ...menu, items: cut(letters) } } }))
      return [{ is: "label", menu: block.settings.menu, item: longest.id, label: longest.label, letters }];
  return [];
};

/** Something beside the menu that is left out below the wide screens. */
const hidden = (block: Block, { band, measure }: BandFit, target: number, does: Does): readonly Way[] => {
  if (!mayGo(block.kind) || screenWidth(target, measure) === "wide") return [];
  const hideOn = [...new Set([...block.look.hideOn, "middle" as const, "small" as const])];
  const without = withBlock(band, block.id, (each) => ({ ...each, look: { ...each.look, hideOn } }) as Block);
  return does({ band: without }) ? [{ is: "hide", node: block.id, kind: block.kind, hideOn }] : [];
};
