import { z } from "zod";
import { element, wordsOf } from "../draw/context";
import { html } from "../draw/html";
import { defineBlock } from "./kind";
import { words } from "./roles";

/** "© 2019–2026 Owner": the second year is the year of the page's instant, so nobody edits it in January. */
export const yearRange = (firstYear: number, year: number): string =>
  firstYear === 0 || firstYear >= year ? String(year) : `${firstYear}–${year}`;

const settings = z.object({
  owner: words().default(""),
  firstYear: z.number().int().min(0).max(9999).default(0),
  after: words().default(""),
});

export const copyright = defineBlock({
  kind: "copyright",
  settings,
  wearsType: true,
  isSteady: true,
  draw: (block, context) => {
    const { profile, at } = context.data;
    const { owner: own, after } = block.settings;
    const owner = own === "" ? profile.owner || profile.name : wordsOf(context, "owner", own);
    const firstYear = block.settings.firstYear || profile.firstYear;
    const years = yearRange(firstYear, Number(at.slice(0, 4)));
    const line = html`© ${years} ${owner}${after === "" ? null : [" ", wordsOf(context, "after", after)]}`;
    return element("p", block, context, { class: "t-small" }, line);
  },
});
