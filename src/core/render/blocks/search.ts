import { type BlockRenderer, element, nodeClass } from "../context";
import { rem } from "../css";
import { html } from "../html";

export const search: BlockRenderer<"search"> = {
  render: (block, context) => {
    const { site, query } = context.data;
    context.css.node(`.${nodeClass(block.id)} input`, { width: rem(block.settings.width) });
    const id = `q-${block.id}`;
    const inside = html`<label class="hidden" for="${id}">${context.words.search}</label><input id="${id}" type="search" name="q" value="${query}" placeholder="${block.settings.placeholder}"><button type="submit">${context.words.search}</button>`;
    const attributes = { action: site.searchPath, method: "get", role: "search" };
    return element("form", block, context, { attributes }, inside);
  },
  css: `.b-search{display:flex;max-width:100%}
.b-search input{min-width:0;flex:1 1 auto;font:inherit;padding:.45rem .7rem;min-height:2.5rem;color:var(--text);background:var(--surface);border:1px solid var(--mutedText);border-right:0;border-radius:var(--radius) 0 0 var(--radius)}
.b-search input::placeholder{color:var(--mutedText);opacity:1}
.b-search button{font:inherit;padding:.45rem .9rem;color:var(--textOnAccent);background:var(--accent);border:1px solid var(--accent);border-radius:0 var(--radius) var(--radius) 0;cursor:pointer}`,
};
