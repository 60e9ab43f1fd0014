import { z } from "zod";
import { element } from "../draw/context";
import { html } from "../draw/html";
import { hrefOf } from "../draw/links";
import { wordsHeight } from "./heights";
import { defineBlock } from "./kind";
import { moment, targetOrNone, words } from "./roles";
import { running, wornText } from "./sizes";

const settings = z.object({
  text: words(undefined, { opensAs: "notice" }).default("A notice"),
  target: targetOrNone().default(null),
  /** Instants between which it stands there; empty: from ever, for ever. */
  from: moment().default(""),
  until: moment().default(""),
});

const stands = ({ text, from, until }: z.output<typeof settings>, at: string): boolean =>
  text !== "" && (from === "" || at >= from) && (until === "" || at < until);

/** Words that stand there between two instants, or always: "Closed for the eclipse". */
export const notice = defineBlock({
  kind: "notice",
  settings,
  wearsType: true,
  extent: (block, scene) =>
    stands(block.settings, scene.material.at)
      ? running(block.settings.text, wornText(block, "body", scene), scene)
      : null,
  height: (block, scene) =>
    stands(block.settings, scene.material.at)
      ? wordsHeight(block, block.settings.text, block.look.type || "body", scene)
      : null,
  draw: (block, context) => {
    const { text, target } = block.settings;
    if (!stands(block.settings, context.data.at)) return null;
    const href = target === null ? null : hrefOf(target, context);
    const said = href === null ? text : html`<a href="${href}">${text}</a>`;
    return element("p", block, context, { words: "text" }, said);
  },
});
