import { z } from "zod";
import { textClass } from "../draw/base-css";
import { element } from "../draw/context";
import { wordsHeight } from "./heights";
import { defineBlock } from "./kind";
import { textStyle } from "./roles";
import { label } from "./sizes";

const settings = z.object({
  text: textStyle().default("small"),
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
      : element(
          "p",
          block,
          context,
          { class: textClass(block.settings.text, context) },
          context.data.profile.tagline,
        ),
});
