import { z } from "zod";
import { pagePath } from "../addresses/paths";
import { type BlockContext, element } from "../draw/context";
import { attributes, html, type SafeHtml } from "../draw/html";
import type { ListView } from "../draw/page-material";
import { PLAIN } from "./inks";
import { defineBlock } from "./kind";

const settings = z.object({
  look: z.enum(["numbers", "olderNewer"]).default("numbers"),
});

/** Links to the other pages of the page's paged list; nothing where there is one page. */
export const pager = defineBlock({
  kind: "pager",
  settings,
  wearsType: true,
  inks: ({ look }) =>
    look === "numbers" ? [PLAIN, { text: "role:textOnAccent", ground: "role:accent" }] : [PLAIN],
  draw: (block, context) => {
    const list = pagedList(context);
    if (!list || list.pages < 2) return null;
    const inside = block.settings.look === "numbers" ? numbers(list) : olderNewer(list, context);
    return element("nav", block, context, { attributes: { "aria-label": context.words.pages } }, inside);
  },
  css: `.b-pager ol{list-style:none;padding:0;display:flex;flex-wrap:wrap;justify-content:var(--along,normal);gap:.4rem}
.b-pager ol a{display:grid;place-items:center;min-width:2.25rem;min-height:2.25rem;padding:0 .5rem;border:1px solid var(--line);border-radius:var(--radius);text-decoration:none}
.b-pager ol a:hover{text-decoration:underline}
.b-pager [aria-current]{background:var(--accent);color:var(--textOnAccent);border-color:var(--accent)}
.b-pager .steps{display:flex;justify-content:space-between;gap:1rem}`,
});

const pagedList = (context: BlockContext): ListView | undefined =>
  Object.values(context.data.lists).find((list) => list.stem !== "");

const numbers = (list: ListView): SafeHtml =>
  html`<ol>${Array.from({ length: list.pages }, (_, index) => index + 1).map(
    (page) =>
      html`<li><a${attributes({ href: pagePath(list.stem, page), "aria-current": page === list.page ? "page" : null })}>${page}</a></li>`,
  )}</ol>`;

const olderNewer = (list: ListView, context: BlockContext): SafeHtml =>
  html`<div class="steps">${list.page > 1 ? html`<a rel="prev" href="${pagePath(list.stem, list.page - 1)}">${context.words.newer}</a>` : html`<span></span>`}${
    list.page < list.pages
      ? html`<a rel="next" href="${pagePath(list.stem, list.page + 1)}">${context.words.older}</a>`
      : null
  }</div>`;
