import { type BlockRenderer, element } from "../context";
import { html } from "../html";
import { hrefOf } from "./button";

/** Words that stand there between two instants, or always: "Closed for the eclipse". */
export const notice: BlockRenderer<"notice"> = {
  render: (block, context) => {
    const { text, target, from, until } = block.settings;
    const { at } = context.data;
    if (text === "" || (from !== "" && at < from) || (until !== "" && at >= until)) return null;
    const href = target === null ? null : hrefOf(target, context);
    const words = href === null ? text : html`<a href="${href}">${text}</a>`;
    return element("p", block, context, { words: "text" }, words);
  },
};
