import { z } from "zod";
import { element, nodeClass } from "../draw/context";
import { colourCss, rem } from "../draw/css";
import type { AnyBlock } from "../model/look";
import { px } from "../model/values";
import { defineBlock } from "./kind";
import { colour } from "./roles";
import { around, remIn } from "./sizes";

const settings = z.object({
  direction: z.enum(["row", "column"]).default("column"),
  gap: px(200).default(8),
  padding: px(200).default(0),
  background: colour().default(""),
  border: z.boolean().default(false),
});

const shownEverywhere = (block: AnyBlock): AnyBlock =>
  block.look.hideOn.length === 0 ? block : { ...block, look: { ...block.look, hideOn: [] } };

export const group = defineBlock({
  kind: "group",
  settings,
  holdsBlocks: true,
  isFramedItself: true,
  isSteady: true,
  ground: ({ background }) => background,
  bare: (settings) => ({ ...settings, background: "", border: false }),
  extent: ({ settings, blocks = [] }, scene, together) => {
    const inside = together(blocks, settings.direction === "row", remIn(settings.gap, scene), scene);
    // nothing of what is in it is there (any more); what is only not shown at this width leaves its box
    const all = together(blocks.map(shownEverywhere), true, 0, scene);
    if (blocks.length > 0 && all.isExact && all.max === 0) return null;
    return around(inside, 2 * remIn(settings.padding, scene) + (settings.border ? 2 : 0));
  },
  height: ({ settings, blocks = [] }, _, heightOf) => {
    const inside = blocks.flatMap((block) => heightOf(block) ?? []);
    const along =
      settings.direction === "row"
        ? Math.max(0, ...inside)
        : inside.reduce((all, each) => all + each, settings.gap * Math.max(0, inside.length - 1));
    return along + 2 * settings.padding + (settings.border ? 2 : 0);
  },
  draw: (block, context) => {
    const { direction, gap, padding, background, border } = block.settings;
    const inside = context.renderBlocks(block.blocks ?? []);
    // one that is empty on purpose stays
    if (inside.length === 0 && (block.blocks?.length ?? 0) > 0) return null;
    context.css.node(`.${nodeClass(block.id)}`, {
      gap: rem(gap),
      padding: padding === 0 ? null : rem(padding),
      background: colourCss(context.data.style, background),
      border: border ? "1px solid var(--line)" : null,
      "border-radius": border || background !== "" ? "var(--radius)" : null,
    });
    return element("div", block, context, { class: direction }, inside);
  },
  css: ".b-group{display:flex;flex-wrap:wrap;align-items:center;min-width:0}.b-group.column{flex-direction:column;align-items:stretch;flex-wrap:nowrap}",
});
