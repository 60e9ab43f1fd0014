import { type BlockRenderer, element, nodeClass } from "../context";
import { html } from "../html";
import { croppedTo, pictureHtml } from "../picture-html";

export const picture: BlockRenderer<"picture"> = {
  render: (block, context) => {
    const found = context.data.pictures[block.settings.picture];
    if (!found) return null;
    context.css.responsive(`.${nodeClass(block.id)} img`, block.settings.height, (height) =>
      croppedTo(found, height),
    );
    const image = pictureHtml(found, { sizes: "(width < 62.5em) 100vw, 1100px" });
    const inside = block.settings.link === "" ? image : html`<a href="${block.settings.link}">${image}</a>`;
    return element("div", block, context, {}, inside);
  },
};
