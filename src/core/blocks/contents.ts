import { z } from "zod";
import { element, wordsOf } from "../draw/context";
import { type HeadingPlace, headingPlaces } from "../draw/heading-ids";
import { html, type SafeHtml } from "../draw/html";
import { PLAIN } from "./inks";
import { defineBlock } from "./kind";
import { words } from "./roles";

const settings = z.object({
  heading: words(undefined, { mayBeEmpty: true }).default("On this page"),
  /** Down to headings of this level. */
  downTo: z.number().int().min(2).max(4).default(3),
  /** Nothing is shown where there are fewer. */
  least: z.number().int().min(1).max(20).default(3),
  numbered: z.boolean().default(false),
});

interface Step {
  readonly heading: HeadingPlace;
  readonly below: Step[];
}

/** Headings below those they stand under, however many levels lie between. */
const nested = (headings: readonly HeadingPlace[]): readonly Step[] => {
  const top: Step[] = [];
  const open: Step[] = [];
  for (const heading of headings) {
    while (open.length > 0 && (open.at(-1) as Step).heading.level >= heading.level) open.pop();
    const step: Step = { heading, below: [] };
    (open.at(-1)?.below ?? top).push(step);
    open.push(step);
  }
  return top;
};

const listHtml = (steps: readonly Step[], tag: "ol" | "ul"): SafeHtml =>
  html`<${tag}>${steps.map(
    ({ heading: { id, text }, below }) =>
      html`<li><a href="#${id}">${text}</a>${below.length > 0 ? listHtml(below, tag) : null}</li>`,
  )}</${tag}>`;

/** What the page is made of: its headings, each a way there. */
export const contents = defineBlock({
  kind: "contents",
  settings,
  showsBody: true,
  inks: () => [PLAIN],
  draw: (block, context) => {
    const { heading, downTo, least, numbered } = block.settings;
    const shown = headingPlaces(context.data.body).filter(({ level }) => level <= downTo);
    if (shown.length < least) return null;
    return element(
      "nav",
      block,
      context,
      { attributes: { "aria-label": heading || context.words.contents } },
      html`${heading === "" ? null : html`<p class="t-h5">${wordsOf(context, "heading", heading)}</p>`}${listHtml(nested(shown), numbered ? "ol" : "ul")}`,
    );
  },
  css: `.b-contents{display:grid;gap:.5rem;overflow-wrap:anywhere}.b-contents :is(ol,ul){display:grid;gap:.15rem;padding-left:1.1rem}.b-contents>ul{list-style:none;padding-left:0}.b-contents>ol{padding-left:1.5rem}
.b-contents a{display:inline-block;min-height:1.5rem;text-decoration:none}.b-contents a:hover{text-decoration:underline}`,
});
