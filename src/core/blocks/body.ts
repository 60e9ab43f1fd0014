import { z } from "zod";
import { accountHtml } from "../draw/account-form";
import { element } from "../draw/context";
import { headingPlaces } from "../draw/heading-ids";
import { html, type SafeHtml } from "../draw/html";
import type { PageMaterial } from "../draw/page-material";
import { richTextHtml } from "../draw/rich-text-html";
import { ACCOUNT_PATH } from "../model/account";
import { beginningOf, type RichText } from "../model/rich-text";
import { linkInks, PLAIN } from "./inks";
import { defineBlock } from "./kind";
import { PROSE_CSS } from "./rich-text";
import { deciding } from "./roles";

const settings = z.object({
  /** What who may not read the entry sees of it, above the notice. */
  teaser: deciding(z.enum(["nothing", "summary", "beginning"])).default("nothing"),
  /** How many paragraphs its beginning is; never all there are. */
  paragraphs: deciding(z.number().int().min(1).max(20)).default(2),
});

/** What of an entry somebody sees who may not read it. */
const teaserOf = ({ teaser, paragraphs }: z.output<typeof settings>, data: PageMaterial): SafeHtml | null => {
  if (teaser === "beginning") return richTextHtml(beginningOf(data.body, paragraphs));
  const summary = teaser === "summary" ? (data.entry?.summary ?? "") : "";
  return summary === "" ? null : html`<p>${summary}</p>`;
};

/** Headings can be led to. */
const namedHtml = (body: RichText) =>
  richTextHtml(
    body,
    headingPlaces(body).map(({ id }) => id),
  );

/**
 * The entry's own words; a notice in their place for a reader without access; what the product itself says on the
 * not-found page and where visitors sign in.
 */
export const body = defineBlock({
  kind: "body",
  settings,
  showsBody: true,
  beginning: ({ teaser, paragraphs }) => (teaser === "beginning" ? paragraphs : 0),
  // what an entry says may hold links
  inks: (_, { style }) => [PLAIN, ...linkInks(style)],
  draw: (block, context) => {
    const { data, words, state } = context;
    if (data.account) {
      // its fields have names of their own: once on a page
      if (state.hasCore || state.hidden?.has(block.id)) return null;
      state.hasCore = true;
      return element("div", block, context, {}, accountHtml(data.account, context));
    }
    if (data.page.role === "notFound")
      return element("div", block, context, { class: "prose" }, html`<p>${words.notFoundHint}</p>`);
    if (!data.mayRead)
      return element(
        "div",
        block,
        context,
        { class: "prose" },
        html`${teaserOf(block.settings, data)}<p class="notice"><strong>${words.restricted}</strong> ${
          data.audience === "signedOut"
            ? html`${words.restrictedHint} <a href="${ACCOUNT_PATH}" rel="nofollow">${words.signIn}</a>`
            : words.notIncluded
        }</p>`,
      );
    return data.body.length === 0
      ? null
      : element("div", block, context, { class: "prose" }, namedHtml(data.body));
  },
  css: `${PROSE_CSS}.b-body{max-width:42rem}.notice{padding:1rem 1.25rem;border:1px solid var(--line);border-radius:var(--radius);background:var(--surface);color:var(--text)}`,
});
