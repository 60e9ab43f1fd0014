import { z } from "zod";
import { element } from "../draw/context";
import { FACTS_CSS, factItems } from "../draw/entry-facts";
import { MUTED } from "./inks";
import { defineBlock } from "./kind";
import { factsSetting } from "./roles";

const settings = z.object({
  show: factsSetting().default(["date", "author", "terms"]),
});

/** Date, author, terms and the kind's own fields of the entry. */
export const facts = defineBlock({
  kind: "facts",
  settings,
  wearsType: true,
  inks: ({ show }) => (show.length === 0 ? [] : [MUTED]),
  draw: (block, context) => {
    const { entry } = context.data;
    const items = entry ? factItems(entry, block.settings.show, context.words) : [];
    return items.length === 0 ? null : element("div", block, context, { class: "facts t-small" }, items);
  },
  css: FACTS_CSS,
});
