import { z } from "zod";
import { element, wordsOf } from "../draw/context";
import { html } from "../draw/html";
import type { PageMaterial } from "../draw/page-material";
import { wordsHeight, wornStyle } from "./heights";
import { defineBlock } from "./kind";
import { words } from "./roles";
import { running, wornText } from "./sizes";

/** "© 2019–2026 Owner": the second year is the year of the page's instant, so nobody edits it in January. */
export const yearRange = (firstYear: number, year: number): string =>
  firstYear === 0 || firstYear >= year ? String(year) : `${firstYear}–${year}`;

const settings = z.object({
  owner: words().default(""),
  firstYear: z.number().int().min(0).max(9999).default(0),
  after: words().default(""),
});

const yearsOf = (
  { firstYear }: z.output<typeof settings>,
  { profile, at }: Pick<PageMaterial, "profile" | "at">,
): string => yearRange(firstYear || profile.firstYear, Number(at.slice(0, 4)));

const lineOf = (own: z.output<typeof settings>, material: Pick<PageMaterial, "profile" | "at">): string => {
  const { profile } = material;
  const words = ["©", yearsOf(own, material), own.owner || profile.owner || profile.name, own.after];
  return words.filter(Boolean).join(" ");
};

export const copyright = defineBlock({
  kind: "copyright",
  settings,
  wearsType: true,
  isSteady: true,
  extent: (block, scene) =>
    running(lineOf(block.settings, scene.material), wornText(block, "small", scene), scene),
  height: (block, scene) =>
    wordsHeight(block, lineOf(block.settings, scene.material), wornStyle(block, "small", scene.style), scene),
  draw: (block, context) => {
    const { profile } = context.data;
    const { owner: own, after } = block.settings;
    const owner = own === "" ? profile.owner || profile.name : wordsOf(context, "owner", own);
    const years = yearsOf(block.settings, context.data);
    const line = html`© ${years} ${owner}${after === "" ? null : [" ", wordsOf(context, "after", after)]}`;
    return element("p", block, context, { class: "t-small" }, line);
  },
});
