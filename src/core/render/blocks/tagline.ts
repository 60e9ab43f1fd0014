import { type BlockRenderer, element } from "../context";

export const tagline: BlockRenderer<"tagline"> = {
  render: (block, context) =>
    context.data.profile.tagline === ""
      ? null
      : element("p", block, context, { class: `t-${block.settings.text}` }, context.data.profile.tagline),
};
