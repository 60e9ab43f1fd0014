import { type BlockRenderer, element, nodeClass } from "../context";
import { colourCss, rem } from "../css";

export const group: BlockRenderer<"group"> = {
  render: (block, context) => {
    const { direction, gap, padding, background, border } = block.settings;
    context.css.node(`.${nodeClass(block.id)}`, {
      gap: rem(gap),
      padding: padding === 0 ? null : rem(padding),
      background: colourCss(context.data.style, background),
      border: border ? "1px solid var(--line)" : null,
      "border-radius": border || background !== "" ? "var(--radius)" : null,
    });
    return element("div", block, context, { class: direction }, context.renderBlocks(block.blocks ?? []));
  },
  css: ".b-group{display:flex;flex-wrap:wrap;align-items:center;min-width:0}.b-group.column{flex-direction:column;align-items:stretch;flex-wrap:nowrap}",
};
