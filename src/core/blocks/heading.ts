import { z } from "zod";
import { textClass } from "../draw/base-css";
import { element } from "../draw/context";
import { sizedHeight } from "./heights";
import { defineBlock } from "./kind";
import { textStyle, words } from "./roles";
import { running, sizedIn } from "./sizes";

const settings = z.object({
  text: words(undefined, { opensAs: "heading" }).default("Heading"),
  level: z.number().int().min(2).max(6).default(2),
  style: textStyle().default("h2"),
});

export const heading = defineBlock({
  kind: "heading",
  settings,
  typeStyle: ({ style }) => style,
  takesSize: true,
  isSteady: true,
  mayGo: true,
  extent: ({ settings, look }, scene) =>
    running(
      settings.text,
      scene.measure.setting(settings.style, sizedIn(look, settings.style, scene)),
      scene,
    ),
  height: (block, scene) => sizedHeight(block, block.settings.text, block.settings.style, scene),
  draw: (block, context) =>
    element(
      `h${block.settings.level}`,
      block,
      context,
      { class: textClass(block.settings.style, context), words: "text" },
      block.settings.text,
    ),
});
