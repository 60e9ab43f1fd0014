import { z } from "zod";
import { element, nodeClass } from "../draw/context";
import { rem } from "../draw/css";
import { px, responsive, valueAt } from "../model/values";
import { defineBlock } from "./kind";
import { rigid } from "./sizes";

const settings = z.object({
  height: responsive(px(1000)).default({ wide: 24 }),
});

export const space = defineBlock({
  kind: "space",
  settings,
  isSteady: true,
  isFramedItself: true,
  ignores: () => ["colour", "align"],
  inks: () => [],
  extent: () => rigid({ width: 0, isExact: true }),
  height: ({ settings }, { width }) => valueAt(settings.height, width),
  draw: (block, context) => {
    context.css.responsive(`.${nodeClass(block.id)}`, block.settings.height, (height) => ({
      height: rem(height),
    }));
    return element("div", block, context, {}, null);
  },
  css: ".b-space{width:100%}",
});
