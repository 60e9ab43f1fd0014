import { z } from "zod";
import { textClass } from "../draw/base-css";
import { element } from "../draw/context";
import { html } from "../draw/html";
import { wordsHeight } from "./heights";
import { defineBlock } from "./kind";
import { textStyle } from "./roles";
import { label } from "./sizes";

const settings = z.object({
  text: textStyle().default("h3"),
  link: z.boolean().default(true),
});

export const siteName = defineBlock({
  kind: "siteName",
  settings,
  typeStyle: ({ text }) => text,
  isSteady: true,
  extent: ({ settings }, scene) => {
    const line = label(scene.material.profile.name, scene.measure.setting(settings.text), scene);
    // it may take several lines where no menu stands beside it; one that can be a button is that first
    return scene.isFolded || scene.rowMenus.length === 0 ? { ...line, keep: line.read } : line;
  },
  height: (block, scene) => wordsHeight(block, scene.material.profile.name, block.settings.text, scene),
  draw: (block, context) => {
    const { name } = context.data.profile;
    const content = block.settings.link ? html`<a href="/">${name}</a>` : name;
    return element("div", block, context, { class: textClass(block.settings.text, context) }, content);
  },
  css: ".b-siteName a{text-decoration:none}.b-siteName a:hover{text-decoration:underline}",
});
