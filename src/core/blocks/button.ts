import { z } from "zod";
import { standingCss } from "../draw/button-css";
import { element } from "../draw/context";
import { hrefOf } from "../draw/links";
import { BUTTON_LOOKS } from "../model/house-style";
import { standingInks } from "./inks";
import { defineBlock } from "./kind";
import { target, words } from "./roles";
import { standingExtent, standingHeight, standingLook } from "./standing";

const settings = z.object({
  label: words(undefined, { opensAs: "buttonLabel" }).default("Read more"),
  target: target({ opensAs: "buttonTarget" }).default({ url: "/" }),
  look: z.enum(BUTTON_LOOKS).default("filled"),
});

export const button = defineBlock({
  kind: "button",
  settings,
  wearsType: true,
  isFramedItself: true,
  hasCorners: ({ look }) => look !== "plain",
  isSteady: true,
  mayGo: true,
  inks: ({ look }, { style }) => standingInks(style, look),
  extent: (block, scene) => {
    const { target: to, label: said, look } = block.settings;
    if ("identity" in to && !scene.material.links[to.identity]) return null;
    return standingExtent(said, look, block, scene);
  },
  height: standingHeight,
  draw: (block, context) => {
    const href = hrefOf(block.settings.target, context);
    standingLook(block, context);
    return href === null
      ? null
      : element(
          "a",
          block,
          context,
          { class: block.settings.look, attributes: { href }, words: "label" },
          block.settings.label,
        );
  },
  css: (style) => standingCss(".b-button", style),
});
