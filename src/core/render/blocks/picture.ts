import { wornBy } from "../base-css";
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
    if (!block.settings.credit || found.credit === "") return element("div", block, context, {}, inside);
    return element("figure", block, context, {}, html`${inside}<figcaption>${found.credit}</figcaption>`);
  },
  css: (style) => `.b-picture figcaption{${wornBy(style, "caption")};padding-top:.4em}`,
};
