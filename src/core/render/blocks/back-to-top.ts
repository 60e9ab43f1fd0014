import { type BlockRenderer, element } from "../context";

/** A link to the top of the page: `#top` is that by itself (HTML, "indicated part of the document"). */
export const backToTop: BlockRenderer<"backToTop"> = {
  render: (block, context) =>
    element("a", block, context, { attributes: { href: "#top" }, words: "label" }, block.settings.label),
};
