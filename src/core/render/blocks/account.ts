import { ACCOUNT_PATH, accountLabel, accountWords } from "../../model/account";
import { type BlockRenderer, element } from "../context";
import { standingCss } from "./button";

/** A link to where visitors sign in; from there they come back to where they were. */
export const account: BlockRenderer<"account"> = {
  render: (block, context) => {
    const attributes = { href: ACCOUNT_PATH, rel: "nofollow" };
    const label = accountLabel(block.settings, context.data.audience);
    const words = accountWords(context.data.audience);
    return element("a", block, context, { class: block.settings.look, attributes, words }, label);
  },
  css: (style) => standingCss(".b-account", style),
};
