import { z } from "zod";
import { element } from "../draw/context";
import { html } from "../draw/html";
import type { SiteProfile } from "../model/profile";
import { wordsHeight, wornStyle } from "./heights";
import { defineBlock } from "./kind";
import { below, running, wornText } from "./sizes";

const settings = z.object({
  direction: z.enum(["row", "column"]).default("column"),
});

const linesOf = ({ address: lines }: Pick<SiteProfile, "address">): readonly string[] =>
  lines
    .split("\n")
    .map((line) => line.trim())
    .filter((line) => line !== "");

const shownLines = (
  { direction }: z.output<typeof settings>,
  { profile }: { readonly profile: Pick<SiteProfile, "address"> },
): readonly string[] => {
  const lines = linesOf(profile);
  return direction === "row" && lines.length > 0 ? [lines.join(", ")] : lines;
};

/** The postal address of the profile, below each other or on one line. */
export const address = defineBlock({
  kind: "address",
  settings,
  wearsType: true,
  isSteady: true,
  extent: (block, scene) => {
    const lines = shownLines(block.settings, scene.material);
    const setting = wornText(block, "body", scene);
    return lines.length === 0 ? null : below(lines.map((line) => running(line, setting, scene)));
  },
  height: (block, scene) => {
    const lines = shownLines(block.settings, scene.material);
    const style = wornStyle(block, "body", scene.style);
    return lines.length === 0
      ? null
      : lines.reduce((all, line) => all + wordsHeight(block, line, style, scene), 0);
  },
  draw: (block, context) => {
    const lines = linesOf(context.data.profile);
    if (lines.length === 0) return null;
    const isRow = block.settings.direction === "row";
    const inside = isRow
      ? html`${lines.join(", ")}`
      : html`${lines.map((line, index) => html`${index > 0 && html`<br>`}${line}`)}`;
    return element("address", block, context, {}, inside);
  },
  css: ".b-address{font-style:normal}",
});
