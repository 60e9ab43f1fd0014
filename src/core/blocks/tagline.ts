import { z } from "zod";
import { element } from "../draw/context";
import { TextStyle } from "../model/values";
import { wordsHeight } from "./heights";
import { defineBlock } from "./kind";
import { label } from "./sizes";

const settings = z.object({
  text: TextStyle.default("small"),
});

export const tagline = defineBlock({
  kind: "tagline",
  settings,
  typeStyle: ({ text }) => text,
  isSteady: true,
  mayGo: true,
  extent: ({ settings }, scene) => {
    const { tagline: words } = scene.material.profile;
    return words === "" ? null : label(words, scene.measure.setting(settings.text), scene);
  },
  height: (block, scene) => {
    const { tagline: words } = scene.material.profile;
    return words === "" ? null : wordsHeight(block, words, block.settings.text, scene);
  },
  draw: (block, context) =>
    context.data.profile.tagline === ""
      ? null
      : element("p", block, context, { class: `t-${block.settings.text}` }, context.data.profile.tagline),
});
