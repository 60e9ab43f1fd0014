import { z } from "zod";
import { element } from "../draw/context";
import { defineBlock } from "./kind";
import { entryOrNone, pictureId } from "./roles";

const settings = z.object({
  /** It is made of this entry: its picture and its words, where the slide has none of its own. */
  entry: entryOrNone().default(null),
  picture: pictureId({ opensAs: "slidePicture" }).default(""),
  /** Percent; below 0 it is as the hero has it. */
  overlay: z.number().int().min(-1).max(100).default(-1),
  /** Where its words stand; empty is as the hero has it. */
  across: z.enum(["", "start", "centre", "end"]).default(""),
});

/** One of several that a hero shows: words over a picture. The hero draws it; by itself it is a box. */
export const slide = defineBlock({
  kind: "slide",
  settings,
  holdsBlocks: true,
  isFramedItself: true,
  isSteady: ({ entry }) => entry === null,
  entries: ({ entry }) => (entry ? { ids: [entry.identity.slice("entry:".length)] } : null),
  ignores: () => ["colour", "background", "align", "radius", "shadow", "hideOn"],
  height: ({ blocks = [] }, _, heightOf) =>
    blocks.flatMap((block) => heightOf(block) ?? []).reduce((sum, each) => sum + each, 0),
  draw: (block, context) => element("div", block, context, {}, context.renderBlocks(block.blocks ?? [])),
});
