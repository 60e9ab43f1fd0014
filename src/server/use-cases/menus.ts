import { z } from "zod";
import { menuItemWidth } from "../../core/blocks/menu";
import type { FitMaterial } from "../../core/blocks/sizes";
import { deadItems } from "../../core/checks/dead-links";
import { type Design, documentsOf, findBody } from "../../core/design/design";
import type { Band, Block, Part } from "../../core/design/part";
import { wholeDesign } from "../../core/design/pieces";
import { blocksOf } from "../../core/design/tree";
import { BandFit } from "../../core/layout/fit";
import { NARROWEST, WIDEST_SCREEN } from "../../core/layout/readings";
import { rowItems } from "../../core/measure/menu-items";
import type { TextMeasure } from "../../core/measure/text-measure";
import { menuFromPages, pagesNotIn } from "../../core/menus/from-pages";
import { rowsOf } from "../../core/menus/item-tree";
import { fail, issue, succeed } from "../../core/model/issue";
import { SLOTS } from "../../core/model/slot";
import { POOL } from "../../data/database";
import { allOrNothing, commitChange } from "./design-changes";
import { fitMaterialOf } from "./fit-material";
import { findItemSigns } from "./item-signs";
import { defineUseCase } from "./use-case";
import { designAt } from "./view-input";

type MenuBlock = Extract<Block, { kind: "menu" }>;
interface Use {
  readonly part: string;
  readonly band: Band;
  readonly block: MenuBlock;
}

/** Where a part stands among others as people look for them: by slot, then by number. */
const rankOf = ({ slot, number }: Pick<Part, "slot" | "number">): number =>
  SLOTS.indexOf(slot) * 10_000 + number;

/** Every block that shows a menu, in parts that are not in the bin, in the order people look for them. */
const usesOf = (design: Design, menu: string): readonly Use[] =>
  [...documentsOf(wholeDesign(design), "part")]
    .filter(({ body }) => body.binnedAt === null)
    .sort((a, b) => rankOf(a.body) - rankOf(b.body))
    .flatMap(({ id, body }) =>
      body.bands.flatMap((band) =>
        blocksOf({ ...body, bands: [band] }).flatMap((block) =>
          block.kind === "menu" && block.settings.menu === menu ? [{ part: id, band, block }] : [],
        ),
      ),
    );

/** All menus: how much is in each, where it is used, and what of it leads nowhere. */
export const menus = defineUseCase({
  input: z.object({}),
  run: async (context) => {
    const compiled = await designAt(context, "draft", POOL);
    const { fit } = await fitMaterialOf(context, compiled);
    return succeed({
      menus: documentsOf(compiled.design, "menu")
        .map(({ id, body }) => ({
          id,
          name: body.name,
          items: rowsOf(body.items).length,
          dead: deadItems(body.items, (identity) => fit.links[identity] !== undefined).length,
          parts: [...new Set(usesOf(compiled.design, id).map(({ part }) => part))],
        }))
        .sort((a, b) => (a.name < b.name ? -1 : 1)),
    });
  },
});

/** How a menu fits in one of the bands it stands in. Widths in px. */
const fitOf = ({ part, band, block }: Use, material: FitMaterial, measure: TextMeasure) => {
  const bandFit = new BandFit(band, material, measure);
  const items = rowItems(material.menus[block.settings.menu], block.settings.share, material);
  const scene = { material, measure, width: "wide", isFolded: false, rowMenus: [] } as const;
  const { wide } = bandFit.edges();
  const stretches = bandFit.isExact ? bandFit.stretches(NARROWEST, WIDEST_SCREEN) : [];
  const last = stretches.at(-1);
  // narrower screens may have smaller things: there it may stand in one row below the edge of wide ones
  const from = last?.state === "row" ? last.from : wide;
  return {
    part,
    band: band.name,
    node: block.id,
    isRow: block.settings.direction === "row",
    isExact: bandFit.isExact,
    flowing: bandFit.isExact ? [] : bandFit.flowing,
    stretches,
    /** From this width on it stands in one row; null: never. */
    edge: Number.isFinite(from) ? from : null,
    items: items.map((item) => {
      const { width, isExact } = menuItemWidth(item, block, scene);
      return { id: item.id, label: item.label, width, isExact };
    }),
  };
};

/** One menu: its tree, where its links lead, where it is used and how wide it is there, pages it does not have. */
export const menu = defineUseCase({
  input: z.object({ menu: z.string() }),
  run: async (context, { menu: id }) => {
    const compiled = await designAt(context, "draft", POOL);
    const body = findBody(compiled.design, "menu", id);
    if (!body) return fail(issue("menu.unknown", ["menu"]));
    const { fit, measure } = await fitMaterialOf(context, compiled);
    return succeed({
      id,
      body,
      links: fit.links,
      dead: deadItems(body.items, (identity) => fit.links[identity] !== undefined).map((item) => item.id),
      uses: usesOf(compiled.design, id).map((use) => fitOf(use, fit, measure)),
      missing: pagesNotIn(compiled.index, body.items)
        .slice(0, 40)
        .map(({ identity, title, path }) => ({ identity, title, path })),
    });
  },
});

/** A new menu: empty, or made of the site's pages. */
export const createMenu = defineUseCase({
  input: z.object({ name: z.string().trim().min(1).max(120), from: z.enum(["empty", "pages"]) }),
  run: async (context, { name, from }) => {
    const { index, design } = await designAt(context, "draft", POOL);
    if (documentsOf(design, "menu").some(({ body }) => body.name === name))
      return fail(issue("menu.taken", ["name"], { name }));
    const id = context.ids.id();
    const items = from === "pages" ? menuFromPages(index, context.ids.id) : [];
    const body = { schema: 1 as const, name, origin: context.ids.uuid(), items: [...items] };
    return allOrNothing(async (transaction) => {
      const saved = await commitChange(context, [{ op: "create", id, kind: "menu", body }], transaction, {
        label: `new menu “${name}”`,
      });
      return saved.ok ? succeed({ id, label: saved.value.label }) : saved;
    });
  },
});

/** Signs for items, by their names. */
export const itemSigns = defineUseCase({
  input: z.object({ query: z.string().trim().min(1).max(60) }),
  run: async (_, { query }) => succeed({ signs: await findItemSigns(query) }),
});

/** Takes a menu out. One that a part shows is not taken out. */
export const removeMenu = defineUseCase({
  input: z.object({ menu: z.string() }),
  run: async (context, { menu: id }) => {
    const { design } = await designAt(context, "draft", POOL);
    const body = findBody(design, "menu", id);
    if (!body) return fail(issue("menu.unknown", ["menu"]));
    const { length } = usesOf(design, id);
    if (length > 0) return fail(issue("menu.inUse", [], { count: length }));
    return allOrNothing((transaction) =>
      commitChange(context, [{ op: "remove", id, kind: "menu", was: body }], transaction),
    );
  },
});
