import { z } from "zod";
import { buttonLookCss } from "../draw/button-css";
import { element, nodeClass } from "../draw/context";
import { colourCss, rem } from "../draw/css";
import { attributes, html } from "../draw/html";
import { px } from "../model/values";
import { controlHeight, wornHeight } from "./heights";
import { buttonInks, fieldInk } from "./inks";
import { defineBlock } from "./kind";
import { words } from "./roles";
import { LEAST_FIELD, remIn, rigid, wornText } from "./sizes";

const settings = z.object({
  placeholder: words(undefined, { opensAs: "searchHint", mayBeEmpty: true }).default("Search this site"),
  width: px(800).default(220),
});

/** How much is seen of the words that stand in an empty field. */
const HINT = 0.8;

export const search = defineBlock({
  kind: "search",
  settings,
  wearsType: true,
  mayGo: true,
  ignores: () => ["colour", "align"],
  inks: (_, { style }) => [
    fieldInk(style),
    { ...fieldInk(style), strength: HINT },
    ...buttonInks(style, "filled"),
  ],
  extent: (block, scene) => {
    const setting = { ...wornText(block, "body", scene), spacing: 0, upper: false };
    const word = scene.measure.line(scene.material.words.search, setting);
    const whole = rigid(word, remIn(block.settings.width, scene) + 2 * remIn(14.4, scene) + 2);
    // the field gives way, down to what a word can be read in
    const field = Math.min(block.settings.width, LEAST_FIELD);
    return { ...whole, read: whole.read - remIn(block.settings.width, scene) + remIn(field, scene) };
  },
  height: (block, scene) => controlHeight(wornHeight(block, "body", scene)),
  draw: (block, context) => {
    const { site, query } = context.data;
    context.css.node(`.${nodeClass(block.id)} input`, { width: rem(block.settings.width) });
    const id = `q-${block.id}`;
    const inside = html`<label class="hidden" for="${id}">${context.words.search}</label><input id="${id}" type="search" name="q" value="${query}" placeholder="${block.settings.placeholder}"${attributes({ "data-words": context.mark ? "placeholder" : null })}><button type="submit">${context.words.search}</button>`;
    const form = { action: site.searchPath, method: "get", role: "search" };
    return element("form", block, context, { attributes: form }, inside);
  },
  css: (style) => {
    const { ground, text, line, focus, radius } = style.fields;
    const of = (value: string, otherwise: string) => colourCss(style, value) || otherwise;
    return `.b-search{display:flex;max-width:100%}
.b-search input{min-width:0;flex:0 1 auto;font:inherit;padding:.45rem .7rem;min-height:2.5rem;color:${of(text, "inherit")};background:${of(ground, "none")};border:1px solid ${of(line, "currentColor")};border-right:0;border-radius:${radius}px 0 0 ${radius}px}
.b-search input:focus-visible{outline-color:${of(focus, "currentColor")}}
.b-search input::placeholder{color:inherit;opacity:${HINT}}
.b-search button{font:inherit;color:inherit;background:none;padding:.45rem .9rem;border:1px solid transparent;border-radius:0 ${radius}px ${radius}px 0;cursor:pointer}
${buttonLookCss(".b-search button", style, "filled")}`;
  },
});
