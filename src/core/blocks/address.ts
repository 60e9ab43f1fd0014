import { z } from "zod";
import { element } from "../draw/context";
import { html } from "../draw/html";
import type { SiteProfile } from "../model/profile";
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

/** The postal address of the profile, below each other or on one line. */
export const address = defineBlock({
  kind: "address",
  settings,
  wearsType: true,
  isSteady: true,
  extent: (block, scene) => {
    const lines = linesOf(scene.material.profile);
    const setting = wornText(block, "body", scene);
    const shown = block.settings.direction === "row" ? [lines.join(", ")] : lines;
    return lines.length === 0 ? null : below(shown.map((line) => running(line, setting, scene)));
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
