import { z } from "zod";
import { element } from "../draw/context";
import { richTextHtml } from "../draw/rich-text-html";
import { hasLink } from "../model/rich-text";
import { TextStyle } from "../model/values";
import { linkInks, PLAIN } from "./inks";
import { defineBlock } from "./kind";
import { richTextSetting } from "./roles";

export const PROSE_CSS = `.prose>*+*{margin-top:.9em}.prose ul,.prose ol{padding-left:1.3em}.prose blockquote{padding-left:1em;border-left:.15em solid var(--line)}.prose h2,.prose h3,.prose h4{margin-top:1.4em}.prose>:first-child{margin-top:0}.prose pre{overflow:auto}.prose hr{border:0;border-top:1px solid var(--line)}`;

const settings = z.object({
  text: richTextSetting({ opensAs: "text" }).default([]),
  size: TextStyle.default("body"),
});

export const richText = defineBlock({
  kind: "richText",
  settings,
  isSteady: true,
  inks: ({ text }, { style }) => (hasLink(text) ? [PLAIN, ...linkInks(style)] : [PLAIN]),
  draw: (block, context) =>
    block.settings.text.length === 0
      ? null
      : element(
          "div",
          block,
          context,
          {
            class: `prose t-${block.settings.size}`,
            words: "text",
            attributes: { "data-rich": context.mark ? true : null },
          },
          richTextHtml(block.settings.text),
        ),
  css: PROSE_CSS,
});
