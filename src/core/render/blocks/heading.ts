import { type BlockRenderer, element } from "../context";

export const heading: BlockRenderer<"heading"> = {
  render: (block, context) =>
    element(
      `h${block.settings.level}`,
      block,
      context,
      { class: `t-${block.settings.style}`, words: "text" },
      block.settings.text,
    ),
};
