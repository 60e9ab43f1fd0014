import { z } from "zod";
import { element, nodeClass } from "../draw/context";
import { croppedTo, pictureHtml } from "../draw/picture-html";
import { cornersOf } from "../draw/picture-look";
import { px, responsive, valueAt } from "../model/values";
import { defineBlock } from "./kind";

const settings = z.object({
  height: responsive(px(2000)).default({ wide: 420, small: 220 }),
});

export const mainPicture = defineBlock({
  kind: "mainPicture",
  settings,
  inks: () => [],
  ignores: () => ["colour", "align"],
  hasCorners: () => true,
  height: ({ settings }, { width }) => valueAt(settings.height, width),
  draw: (block, context) => {
    const found = context.data.pictures[context.data.entry?.picture ?? ""];
    if (!found) return null;
    const selector = `.${nodeClass(block.id)} img`;
    context.css.responsive(selector, block.settings.height, (height) => croppedTo(found, height));
    context.css.node(selector, { "border-radius": cornersOf(block.look) ?? "var(--radius)" });
    return element(
      "div",
      block,
      context,
      {},
      pictureHtml(found, { sizes: "(width < 62.5em) 100vw, 1100px", eager: true }),
    );
  },
});
