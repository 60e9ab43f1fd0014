import { type BlockRenderer, element, nodeClass } from "../context";
import { rem } from "../css";

export const space: BlockRenderer<"space"> = {
  render: (block, context) => {
    context.css.responsive(`.${nodeClass(block.id)}`, block.settings.height, (height) => ({
      height: rem(height),
    }));
    return element("div", block, context, {}, null);
  },
  css: ".b-space{width:100%}",
};
