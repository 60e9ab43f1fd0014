import { z } from "zod";
import { element } from "../draw/context";
import { defineBlock } from "./kind";
import { words } from "./roles";
import { label, wornText } from "./sizes";

const settings = z.object({
  label: words(z.string().min(1).max(120)).default("Back to top"),
});

/** A link to the top of the page: `#top` is that by itself (HTML, "indicated part of the document"). */
export const backToTop = defineBlock({
  kind: "backToTop",
  settings,
  wearsType: true,
  isSteady: true,
  extent: (block, scene) => label(block.settings.label, wornText(block, "body", scene), scene),
  draw: (block, context) =>
    element("a", block, context, { attributes: { href: "#top" }, words: "label" }, block.settings.label),
});
