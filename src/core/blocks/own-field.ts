import { z } from "zod";
import { textClass } from "../draw/base-css";
import { element } from "../draw/context";
import { html } from "../draw/html";
import { pictureHtml } from "../draw/picture-html";
import { MUTED, PLAIN } from "./inks";
import { defineBlock } from "./kind";
import { ownField as ownFieldSetting, textStyle } from "./roles";

const settings = z.object({
  field: ownFieldSetting().default(""),
  /** What the field is called, before its value. */
  named: z.boolean().default(true),
  style: textStyle().default("body"),
});

/** One own field of the entry, such as its price; nothing where the entry has none. */
export const ownField = defineBlock({
  kind: "ownField",
  settings,
  inks: ({ named }) => (named ? [PLAIN, MUTED] : [PLAIN]),
  typeStyle: ({ style }) => style,
  takesSize: true,
  draw: (block, context) => {
    const { field, named, style } = block.settings;
    const found = context.data.entry?.fields.find(({ key }) => key === field);
    if (!found) return null;
    if (found.picture !== undefined) {
      const picture = context.data.pictures[found.picture];
      if (!picture) return null;
      const name = named ? html`<figcaption class="t-small muted">${found.label}</figcaption>` : null;
      const image = pictureHtml(picture, { sizes: "(width < 62.5em) 100vw, 1100px" });
      return element("figure", block, context, {}, html`${image}${name}`);
    }
    return element(
      "p",
      block,
      context,
      { class: textClass(style, context) },
      found.href !== undefined
        ? html`<a href="${found.href}">${named ? found.label : found.value}</a>`
        : html`${named ? html`<span class="muted">${found.label}</span> ` : null}${found.value}`,
    );
  },
  css: `.b-ownField{overflow-wrap:anywhere}.b-ownField .muted{color:var(--mutedText)}.own :where(.b-ownField .muted),.b-ownField.own .muted{color:inherit}`,
});
