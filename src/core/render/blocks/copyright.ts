import { type BlockRenderer, element } from "../context";

/** "© 2019–2026 Owner": the second year is the year of the page's instant, so nobody edits it in January. */
export const yearRange = (firstYear: number, year: number): string =>
  firstYear === 0 || firstYear >= year ? String(year) : `${firstYear}–${year}`;

export const copyright: BlockRenderer<"copyright"> = {
  render: (block, context) => {
    const { profile, at } = context.data;
    const owner = block.settings.owner || profile.owner || profile.name;
    const firstYear = block.settings.firstYear || profile.firstYear;
    const line = `© ${yearRange(firstYear, Number(at.slice(0, 4)))} ${owner}`;
    const after = block.settings.after === "" ? "" : ` ${block.settings.after}`;
    return element("p", block, context, { class: "t-small" }, `${line}${after}`);
  },
};
