import { z } from "zod";
import { standingCss } from "../draw/button-css";
import { element } from "../draw/context";
import { ACCOUNT_PATH, accountLabel, accountWords } from "../model/account";
import { BUTTON_LOOKS } from "../model/house-style";
import { standingInks } from "./inks";
import { defineBlock } from "./kind";
import { words } from "./roles";
import { standingExtent, standingHeight, standingLook } from "./standing";

const settings = z.object({
  signIn: words(z.string().min(1).max(80)).default("Sign in"),
  signedIn: words(z.string().min(1).max(80)).default("Your account"),
  look: z.enum(BUTTON_LOOKS).default("plain"),
});

/** A link to where visitors sign in; from there they come back to where they were. */
export const account = defineBlock({
  kind: "account",
  settings,
  wearsType: true,
  isFramedItself: true,
  hasCorners: ({ look }) => look !== "plain",
  isSteady: true,
  inks: ({ look }, { style }) => standingInks(style, look),
  extent: (block, scene) =>
    standingExtent(accountLabel(block.settings, scene.material.audience), block.settings.look, block, scene),
  height: standingHeight,
  draw: (block, context) => {
    standingLook(block, context);
    const attributes = { href: ACCOUNT_PATH, rel: "nofollow" };
    const label = accountLabel(block.settings, context.data.audience);
    const said = accountWords(context.data.audience);
    return element("a", block, context, { class: block.settings.look, attributes, words: said }, label);
  },
  css: (style) => standingCss(".b-account", style),
});
