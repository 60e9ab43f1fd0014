import { type BlockRenderer, element, nodeClass } from "../context";
import { croppedTo, pictureHtml } from "../picture-html";

export const mainPicture: BlockRenderer<"mainPicture"> = {
  render: (block, context) => {
    const found = context.data.pictures[context.data.entry?.picture ?? ""];
    if (!found) return null;
    const selector = `.${nodeClass(block.id)} img`;
    context.css.responsive(selector, block.settings.height, (height) => croppedTo(found, height));
    context.css.node(selector, { "border-radius": "var(--radius)" });
    return element(
      "div",
      block,
      context,
      {},
      pictureHtml(found, { sizes: "(width < 62.5em) 100vw, 1100px", eager: true }),
    );
  },
};
