import { z } from "zod";
import { element } from "../draw/context";
import { TextStyle } from "../model/values";
import { lineHeight } from "./heights";
import { defineBlock } from "./kind";
import { label } from "./sizes";

const settings = z.object({
  text: TextStyle.default("small"),
});

export const tagline = defineBlock({
  kind: "tagline",
  settings,
  isSteady: true,
  mayGo: true,
  extent: ({ settings }, scene) => {
    const { tagline: words } = scene.material.profile;
    return words === "" ? null : label(words, scene.measure.setting(settings.text), scene);
  },
  height: ({ settings }, style) => lineHeight(style, settings.text),
  draw: (block, context) =>
    context.data.profile.tagline === ""
      ? null
      : element("p", block, context, { class: `t-${block.settings.text}` }, context.data.profile.tagline),
});
