import { z } from "zod";
import { pagePath } from "../addresses/paths";
import { type BlockContext, element, nodeClass } from "../draw/context";
import { attributes, html, type SafeHtml } from "../draw/html";
import type { ListView } from "../draw/page-material";
import { PLAIN } from "./inks";
import { defineBlock } from "./kind";

const settings = z.object({
  /** Numbers, steps, or what comes next below what is there: without a script that is a link to the next page. */
  look: z.enum(["numbers", "olderNewer", "more"]).default("numbers"),
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
    const { look } = block.settings;
    const inside =
      look === "numbers" ? numbers(list) : look === "more" ? more(list, context) : olderNewer(list, context);
    if (inside === null) return null;
    return element("nav", block, context, { attributes: { "aria-label": context.words.pages } }, inside);
  },
  css: `.b-pager ol{list-style:none;padding:0;display:flex;flex-wrap:wrap;justify-content:var(--along,normal);gap:.4rem}
.b-pager ol a{display:grid;place-items:center;min-width:2.25rem;min-height:2.25rem;padding:0 .5rem;border:1px solid var(--line);border-radius:var(--radius);text-decoration:none}
.b-pager ol a:hover{text-decoration:underline}
.b-pager .more{display:inline-block;padding:.5rem 1.25rem;border:1px solid currentColor;border-radius:var(--radius);text-decoration:none}.b-pager .more:hover{text-decoration:underline}.b-pager .more[aria-busy]{opacity:.6}
.b-pager [aria-current]{background:var(--accent);color:var(--textOnAccent);border-color:var(--accent)}
.b-pager .steps{display:flex;justify-content:space-between;gap:1rem}`,
});

const pagedList = (context: BlockContext): ListView | undefined =>
  Object.values(context.data.lists).find((list) => list.stem !== "");

const pathOf = ({ stem, query = "" }: ListView, page: number): string => pagePath(stem, page) + query;

/** Nothing on the last page. */
const more = (list: ListView, { words, state, data }: BlockContext): SafeHtml | null => {
  if (list.page >= list.pages) return null;
  state.needsScript = true;
  const [id = ""] = Object.entries(data.lists).find(([, each]) => each === list) ?? [];
  const all = attributes({
    class: "more",
    rel: "next",
    href: pathOf(list, list.page + 1),
    "data-list": nodeClass(id),
  });
  return html`<a${all}>${words.showMore}</a>`;
};

const numbers = (list: ListView): SafeHtml =>
  html`<ol>${Array.from({ length: list.pages }, (_, index) => index + 1).map(
    (page) =>
      html`<li><a${attributes({ href: pathOf(list, page), "aria-current": page === list.page ? "page" : null })}>${page}</a></li>`,
  )}</ol>`;

const olderNewer = (list: ListView, context: BlockContext): SafeHtml =>
  html`<div class="steps">${list.page > 1 ? html`<a rel="prev" href="${pathOf(list, list.page - 1)}">${context.words.newer}</a>` : html`<span></span>`}${
    list.page < list.pages
      ? html`<a rel="next" href="${pathOf(list, list.page + 1)}">${context.words.older}</a>`
      : null
  }</div>`;
