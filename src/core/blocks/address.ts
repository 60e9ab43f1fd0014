import { z } from "zod";
import { element } from "../draw/context";
import { html } from "../draw/html";
import { defineBlock } from "./kind";

const settings = z.object({
  direction: z.enum(["row", "column"]).default("column"),
});

/** The postal address of the profile, below each other or on one line. */
export const address = defineBlock({
  kind: "address",
  settings,
  wearsType: true,
  isSteady: true,
  draw: (block, context) => {
    const lines = context.data.profile.address
      .split("\n")
      .map((line) => line.trim())
      .filter((line) => line !== "");
    if (lines.length === 0) return null;
    const isRow = block.settings.direction === "row";
    const inside = isRow
      ? html`${lines.join(", ")}`
      : html`${lines.map((line, index) => html`${index > 0 && html`<br>`}${line}`)}`;
    return element("address", block, context, {}, inside);
  },
  css: ".b-address{font-style:normal}",
});
