import { z } from "zod";
import { element, nodeClass } from "../draw/context";
import { rem } from "../draw/css";
import { attributes, html, type SafeHtml } from "../draw/html";
import type { VisitorWords } from "../draw/page-material";
import { focalPosition, pictureHtml } from "../draw/picture-html";
import type { Picture } from "../model/picture";
import { px, responsive } from "../model/values";
import { PLAIN } from "./inks";
import { defineBlock } from "./kind";
import { RATIOS } from "./list-settings";

const settings = z.object({
  columns: responsive(z.number().int().min(1).max(8)).default({ wide: 4, middle: 3, small: 2 }),
  ratio: z.enum(RATIOS).default("1:1"),
  gap: px(80).default(12),
  /** Who made each, below it. */
  credits: z.boolean().default(false),
  /** A press shows one as large as the screen has room for. */
  large: z.boolean().default(true),
});

/** One as large as there is room; native, without a script (HTML Living Standard §6.12, the popover attribute). */
const largeHtml = (picture: Picture, id: string, words: VisitorWords): SafeHtml => {
  const all = {
    class: "large",
    id,
    popover: "",
    role: "dialog",
    "aria-label": picture.alt || words.enlarge(""),
  };
  const close = { popovertarget: id, popovertargetaction: "hide" };
  return html`<div${attributes(all)}>${pictureHtml(picture, { sizes: "100vw" })}<p>${
    picture.credit === "" ? null : html`<span>${picture.credit}</span>`
  }<button type="button"${attributes(close)}>${words.close}</button></p></div>`;
};

/** The pictures of the entry beside its main one; nothing where it has none. */
export const gallery = defineBlock({
  kind: "gallery",
  settings,
  contentPictures: "gallery",
  ignores: () => ["colour", "align"],
  inks: ({ credits }) => (credits ? [PLAIN] : []),
  draw: (block, context) => {
    const { data, css, words } = context;
    const shown = (data.entry?.pictures ?? []).flatMap((id) => data.pictures[id] ?? []);
    if (shown.length === 0) return null;
    const { columns, ratio, gap, credits, large } = block.settings;
    const own = `.${nodeClass(block.id)}`;
    css.node(`${own}>ul`, { gap: rem(gap) });
    css.responsive(`${own}>ul`, columns, (count) => ({
      "grid-template-columns": `repeat(${count},minmax(0,1fr))`,
    }));
    if (ratio !== "whole")
      css.node(`${own} .shot img`, { "aspect-ratio": ratio.replace(":", "/"), "object-fit": "cover" });
    const id = (at: number) => `g-${block.id}-${at}`;
    const sizes = `(width < 62.5em) 50vw, ${Math.ceil(data.style.measures.contentWidth / columns.wide)}px`;
    const items = shown.map((picture, at) => {
      const name = `p-${picture.file.slice(0, 10)}`;
      if (ratio !== "whole") css.node(`.${name}`, { "object-position": focalPosition(picture) });
      const image = pictureHtml(picture, { sizes, class: name });
      const button = {
        type: "button",
        class: "shot",
        popovertarget: id(at),
        "aria-label": words.enlarge(picture.alt),
      };
      return html`<li>${
        large
          ? html`<button${attributes(button)}>${image}</button>${largeHtml(picture, id(at), words)}`
          : html`<div class="shot">${image}</div>`
      }${credits && picture.credit !== "" ? html`<p class="t-small">${picture.credit}</p>` : null}</li>`;
    });
    return element("div", block, context, {}, html`<ul>${items}</ul>`);
  },
  css: `.b-gallery{width:100%}.b-gallery ul{list-style:none;padding:0;display:grid;align-items:start}.b-gallery li>p{overflow-wrap:anywhere}
.b-gallery .shot{display:block;width:100%;padding:0;border:0;background:var(--line);border-radius:var(--radius);overflow:hidden}.b-gallery button.shot{cursor:zoom-in}.b-gallery .shot img{width:100%}
.b-gallery .large{max-width:100vw;max-height:100vh;padding:1rem;border:0;border-radius:var(--radius);background:var(--surface);color:var(--text)}.b-gallery .large::backdrop{background:rgb(0 0 0/.7)}
.b-gallery .large img{width:auto;max-width:100%;max-height:calc(100vh - 8rem);margin-inline:auto}.b-gallery .large p{display:flex;flex-wrap:wrap;gap:.5rem 1rem;align-items:center;justify-content:center;margin-top:.75rem}
.b-gallery .large button{font:inherit;color:inherit;background:none;border:1px solid currentColor;border-radius:var(--radius);padding:.35rem .9rem;cursor:pointer}`,
});
