import { type BlockRenderer, element, nodeClass } from "../context";
import { colourCss } from "../css";
import { NOTHING } from "../html";

/** A line across what it stands in. Its colour is that of texts around it, or one of its own. */
export const line: BlockRenderer<"line"> = {
  render: (block, context) => {
    const { weight } = block.settings;
    context.css.node(`.${nodeClass(block.id)}`, {
      "border-top": `${weight}px solid ${colourCss(context.data.style, block.look.colour) || "var(--line)"}`,
    });
    return element("div", block, context, { attributes: { role: "separator" } }, NOTHING);
  },
  css: ".b-line{flex:1 1 100%;min-width:1rem}",
};
