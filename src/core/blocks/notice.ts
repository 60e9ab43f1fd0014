import { z } from "zod";
import { element, wordsOf } from "../draw/context";
import { html } from "../draw/html";
import { hrefOf } from "../draw/links";
import { wordsHeight, wornStyle } from "./heights";
import { defineBlock } from "./kind";
import { moment, targetOrNone, words } from "./roles";
import { around, type Extent, remIn, running, type Scene, wornText } from "./sizes";

const settings = z.object({
  text: words(undefined, { opensAs: "notice" }).default("A notice"),
  target: targetOrNone().default(null),
  /** Instants between which it stands there; empty: from ever, for ever. */
  from: moment().default(""),
  until: moment().default(""),
  /** A button sends it away; it stays away from who did that, as long as it says the same. */
  canClose: z.boolean().default(false),
});

/** The button that sends it away and its distance, px at 16 px text. */
const BUTTON = 24;
const BESIDE = BUTTON + 12;

/** A name of what a notice says: another text is another notice (FNV-1a, 32 bits; <http://www.isthe.com/chongo/tech/comp/fnv/>, from memory). */
const nameOf = (text: string): string => {
  let hash = 0x811c9dc5;
  for (const byte of new TextEncoder().encode(text)) hash = Math.imul(hash ^ byte, 0x01000193) >>> 0;
  return hash.toString(36);
};

const stands = ({ text, from, until }: z.output<typeof settings>, at: string): boolean =>
  text !== "" && (from === "" || at >= from) && (until === "" || at < until);

/** Words that stand there between two instants, or always: "Closed for the eclipse". */
export const notice = defineBlock({
  kind: "notice",
  settings,
  wearsType: true,
  extent: (block, scene) =>
    stands(block.settings, scene.material.at)
      ? beside(running(block.settings.text, wornText(block, "body", scene), scene), block.settings, scene)
      : null,
  height: (block, scene) =>
    stands(block.settings, scene.material.at)
      ? Math.max(
          block.settings.canClose ? BUTTON : 0,
          wordsHeight(block, block.settings.text, wornStyle(block, "body", scene.style), scene),
        )
      : null,
  besideWords: ({ canClose }) => (canClose ? BESIDE : 0),
  draw: (block, context) => {
    const { text, target, canClose } = block.settings;
    if (!stands(block.settings, context.data.at)) return null;
    const href = target === null ? null : hrefOf(target, context);
    const said = href === null ? text : html`<a href="${href}">${text}</a>`;
    if (!canClose) return element("p", block, context, { words: "text" }, said);
    context.state.needsScript = true;
    context.css.share("closes", CLOSES);
    const words =
      href === null
        ? wordsOf(context, "text", text)
        : html`<a href="${href}">${wordsOf(context, "text", text)}</a>`;
    return element(
      "p",
      block,
      context,
      { class: "closes", attributes: { "data-away": nameOf(`${block.id} ${text}`) } },
      html`<span>${words}</span><button class="away" type="button" aria-label="${context.words.close}"></button>`,
    );
  },
});

const beside = (inside: Extent, { canClose }: { readonly canClose: boolean }, scene: Scene): Extent =>
  canClose ? around(inside, remIn(BESIDE, scene)) : inside;

/**
 * Where a script runs it is not seen before that knows whether it was sent away (Media Queries 5 §6.1); where none does,
 * it stands there without its button.
 */
const CLOSES = `.b-notice.closes{display:flex;align-items:flex-start;gap:.75rem}.b-notice.closes>span{flex:1}
.b-notice .away{flex:none;width:1.5rem;height:1.5rem;padding:0;border:0;background:none;color:inherit;font:inherit;line-height:1.5rem;cursor:pointer;visibility:hidden}
.b-notice .away::before{content:"×" / "";font-size:1.25rem}
.b-notice.on .away{visibility:visible}
@media (scripting:enabled){.b-notice.closes:not(.on){visibility:hidden}}
.b-notice[hidden],.band[hidden]{display:none!important}`;
