import type { Picture } from "../../model/design";
import { logoPicture } from "../../model/logo";
import { type BlockRenderer, element, nodeClass } from "../context";
import { rem } from "../css";
import { html } from "../html";
import { pictureHtml } from "../picture-html";

/** The profile's logo; its name in words while there is none. */
export const logo: BlockRenderer<"logo"> = {
  render: (block, context) => {
    const { profile, pictures } = context.data;
    const { variant, height, link } = block.settings;
    const picture = logoPicture(variant, profile, pictures);
    context.css.responsive(`.${nodeClass(block.id)} img`, height, (value) => ({
      height: rem(value),
      width: "auto",
    }));
    const image = (shown: Picture, name?: string) =>
      pictureHtml(shown, { sizes: "240px", alt: profile.name, eager: true, class: name });
    // over a picture the logo made for it stands in, until the band is solid
    const over = context.isOver && variant === "normal" ? pictures[profile.logoOverPictures] : undefined;
    const inside = !picture
      ? html`<span class="t-h3">${profile.name}</span>`
      : over
        ? html`${image(over, "over-logo")}${image(picture, "solid-logo")}`
        : image(picture);
    return link
      ? element("a", block, context, { attributes: { href: "/" } }, inside)
      : element("div", block, context, {}, inside);
  },
  css: ".b-logo{display:block;flex:0 1 auto;text-decoration:none}.b-logo img{object-fit:contain;object-position:0 50%}",
};
