import { z } from "zod";
import { element } from "../draw/context";
import { html } from "../draw/html";
import { hrefOf } from "../draw/links";
import { defineBlock } from "./kind";
import { moment, targetOrNone, words } from "./roles";

const settings = z.object({
  text: words(undefined, { opensAs: "notice" }).default("A notice"),
  target: targetOrNone().default(null),
  /** Instants between which it stands there; empty: from ever, for ever. */
  from: moment().default(""),
  until: moment().default(""),
});

/** Words that stand there between two instants, or always: "Closed for the eclipse". */
export const notice = defineBlock({
  kind: "notice",
  settings,
  wearsType: true,
  draw: (block, context) => {
    const { text, target, from, until } = block.settings;
    const { at } = context.data;
    if (text === "" || (from !== "" && at < from) || (until !== "" && at >= until)) return null;
    const href = target === null ? null : hrefOf(target, context);
    const said = href === null ? text : html`<a href="${href}">${text}</a>`;
    return element("p", block, context, { words: "text" }, said);
  },
});
