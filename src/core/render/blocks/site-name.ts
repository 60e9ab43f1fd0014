import { type BlockRenderer, element } from "../context";
import { html } from "../html";

export const siteName: BlockRenderer<"siteName"> = {
  render: (block, context) => {
    const { name } = context.data.profile;
    const content = block.settings.link ? html`<a href="/">${name}</a>` : name;
    return element("div", block, context, { class: `t-${block.settings.text}` }, content);
  },
  css: ".b-siteName a{text-decoration:none}.b-siteName a:hover{text-decoration:underline}",
};
