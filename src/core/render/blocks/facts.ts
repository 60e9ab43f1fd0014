import { type BlockRenderer, element } from "../context";
import { factItems } from "../entry-facts";

/** Date, author, terms and the kind's own fields of the entry. */
export const facts: BlockRenderer<"facts"> = {
  render: (block, context) => {
    const { entry } = context.data;
    const items = entry ? factItems(entry, block.settings.show, context.words) : [];
    return items.length === 0 ? null : element("div", block, context, { class: "facts t-small" }, items);
  },
};
