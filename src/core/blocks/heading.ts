import { z } from "zod";
import { element } from "../draw/context";
import { TextStyle } from "../model/values";
import { wordsHeight } from "./heights";
import { defineBlock } from "./kind";
import { words } from "./roles";
import { running } from "./sizes";

const settings = z.object({
  text: words(undefined, { opensAs: "heading" }).default("Heading"),
  level: z.number().int().min(2).max(6).default(2),
  style: TextStyle.default("h2"),
});

export const heading = defineBlock({
  kind: "heading",
  settings,
  typeStyle: ({ style }) => style,
  isSteady: true,
  mayGo: true,
  extent: ({ settings }, scene) => running(settings.text, scene.measure.setting(settings.style), scene),
  height: (block, scene) => wordsHeight(block, block.settings.text, block.settings.style, scene),
  draw: (block, context) =>
    element(
      `h${block.settings.level}`,
      block,
      context,
      { class: `t-${block.settings.style}`, words: "text" },
      block.settings.text,
    ),
});
