import { type BlockRenderer, element, wordsOf } from "../context";
import { html } from "../html";

/** "© 2019–2026 Owner": the second year is the year of the page's instant, so nobody edits it in January. */
export const yearRange = (firstYear: number, year: number): string =>
  firstYear === 0 || firstYear >= year ? String(year) : `${firstYear}–${year}`;

export const copyright: BlockRenderer<"copyright"> = {
  render: (block, context) => {
    const { profile, at } = context.data;
    const { owner: own, after } = block.settings;
    const owner = own === "" ? profile.owner || profile.name : wordsOf(context, "owner", own);
    const firstYear = block.settings.firstYear || profile.firstYear;
    const years = yearRange(firstYear, Number(at.slice(0, 4)));
    const line = html`© ${years} ${owner}${after === "" ? null : [" ", wordsOf(context, "after", after)]}`;
    return element("p", block, context, { class: "t-small" }, line);
  },
};
