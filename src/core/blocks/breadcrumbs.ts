import { z } from "zod";
import { element } from "../draw/context";
import { html } from "../draw/html";
import { defineBlock } from "./kind";
import { about } from "./roles";

const settings = z.object({
  showHere: about(z.boolean(), { role: "choice", opensAs: "breadcrumbEnd" }).default(true),
});

/** The way down to this page as a list, after the WAI-ARIA Authoring Practices breadcrumb pattern. */
export const breadcrumbs = defineBlock({
  kind: "breadcrumbs",
  settings,
  wearsType: true,
  draw: (block, context) => {
    const { trail, page } = context.data;
    if (page.role === "front" || trail.length < 2) return null;
    const steps = block.settings.showHere ? trail : trail.slice(0, -1);
    const last = block.settings.showHere ? steps.length - 1 : -1;
    const items = steps.map((step, index) =>
      index === last
        ? html`<li><a href="${step.path}" aria-current="page">${step.title}</a></li>`
        : html`<li><a href="${step.path}">${step.title}</a></li>`,
    );
    return element(
      "nav",
      block,
      context,
      { class: "t-small", attributes: { "aria-label": context.words.breadcrumbs } },
      html`<ol>${items}</ol>`,
    );
  },
  css: `.b-breadcrumbs ol{list-style:none;padding:0;display:flex;flex-wrap:wrap;justify-content:var(--along,normal);gap:0 .5em}
.b-breadcrumbs li{min-width:0;min-height:1.5rem}
.b-breadcrumbs li+li::before{content:"›";margin-right:.5em}
.b-breadcrumbs a[aria-current]{text-decoration:none}`,
});
