import { z } from "zod";
import { element, nodeClass } from "../draw/context";
import { colourCss } from "../draw/css";
import { NOTHING } from "../draw/html";
import { defineBlock } from "./kind";
import { rigid } from "./sizes";

const settings = z.object({
  weight: z.number().int().min(1).max(12).default(1),
});

/** A line across what it stands in. Its colour is that of texts around it, or one of its own. */
export const line = defineBlock({
  kind: "line",
  settings,
  isSteady: true,
  ignores: () => ["align"],
  bare: () => null,
  inks: () => [],
  extent: () => rigid({ width: 0, isExact: true }),
  height: ({ settings }) => settings.weight,
  draw: (block, context) => {
    const { weight } = block.settings;
    context.css.node(`.${nodeClass(block.id)}::before`, {
      "border-top": `${weight}px solid ${colourCss(context.data.style, block.look.colour) || "var(--line)"}`,
    });
    return element("div", block, context, { attributes: { role: "separator" } }, NOTHING);
  },
  css: ".b-line{flex:1 1 100%;min-width:1rem}.b-line::before{content:'';display:block}",
});
