import { z } from "zod";
import { textClass } from "../draw/base-css";
import { element } from "../draw/context";
import { richTextHtml } from "../draw/rich-text-html";
import { layoutUnit } from "../measure/shaper";
import type { TypeStyle } from "../model/house-style";
import type { AnyBlock } from "../model/look";
import { hasLink, type Inline, type RichText } from "../model/rich-text";
import { textLookOf } from "../model/text-looks";
import { type HeightScene, lineHeight, wordsHeight } from "./heights";
import { linkInks, PLAIN } from "./inks";
import { defineBlock } from "./kind";
import { richTextSetting, textStyle } from "./roles";
import { around, below, type Extent, running, type Scene } from "./sizes";

export const PROSE_CSS = `.prose>*+*{margin-top:.9em}.prose ul,.prose ol{padding-left:1.3em}.prose blockquote{padding-left:1em;border-left:.15em solid var(--line)}.prose h2,.prose h3,.prose h4{margin-top:1.4em}.prose>:first-child{margin-top:0}.prose pre{overflow:auto}.prose hr{border:0;border-top:1px solid var(--line)}`;

const settings = z.object({
  text: richTextSetting({ opensAs: "text" }).default([]),
  size: textStyle().default("body"),
});

const UNTOLD: Extent = { min: 0, max: 0, keep: 0, read: 0, isExact: false };

/** Words of one line of text; those in another hand cannot be told. */
const wordsOf = (children: readonly Inline[]): string | null =>
  children.some(({ bold, italic, code }) => bold || italic || code)
    ? null
    : children.map(({ text }) => text).join("");

/** Paragraphs, headings and plain lists below one another; what else there is cannot be told. It follows `PROSE_CSS`. */
const textExtent = (text: RichText, size: TypeStyle, scene: Scene): Extent => {
  const setting = scene.measure.setting(size);
  const line = (children: readonly Inline[], worn = setting): Extent => {
    const words = wordsOf(children);
    return words === null ? UNTOLD : running(words, worn, scene);
  };
  return below(
    text.map((block): Extent => {
      switch (block.type) {
        case "paragraph":
          return line(block.children);
        case "heading":
          return line(block.children, scene.measure.setting(`h${block.level}`));
        case "list": {
          const items = block.items.map((item) => textExtent(item, size, scene));
          return around(below(items), layoutUnit(1.3 * setting.size));
        }
        case "rule":
          return { ...UNTOLD, isExact: true };
        case "quote":
        case "code":
          return UNTOLD;
      }
    }),
  );
};

/** The same below one another, in as many lines as they take; it follows `PROSE_CSS`. */
const textHeight = (text: RichText, size: TypeStyle, block: AnyBlock, scene: HeightScene): number => {
  const em = (style: TypeStyle) => textLookOf(scene.style, style).size * 16;
  const line = (children: readonly Inline[], style = size) =>
    wordsHeight(block, children.map((each) => each.text).join(""), style, scene);
  return text.reduce((all, each, at) => {
    const gap = at === 0 ? 0 : 0.9 * em(size);
    switch (each.type) {
      case "paragraph":
        return all + gap + line(each.children);
      case "heading": {
        const style: TypeStyle = `h${each.level}`;
        return all + (at === 0 ? 0 : 1.4 * em(style)) + line(each.children, style);
      }
      case "list":
        return each.items.reduce((sum, item) => sum + textHeight(item, size, block, scene), all + gap);
      case "quote":
        return all + gap + textHeight(each.children, size, block, scene);
      case "code":
        return all + gap + each.text.split("\n").length * lineHeight(scene.style, size);
      case "rule":
        return all + gap + 1;
    }
  }, 0);
};

export const richText = defineBlock({
  kind: "richText",
  settings,
  isSteady: true,
  inks: ({ text }, { style }) => (hasLink(text) ? [PLAIN, ...linkInks(style)] : [PLAIN]),
  extent: ({ settings }, scene) =>
    settings.text.length === 0 ? null : textExtent(settings.text, settings.size, scene),
  height: (block, scene) =>
    block.settings.text.length === 0
      ? null
      : textHeight(block.settings.text, block.settings.size, block, scene),
  draw: (block, context) =>
    block.settings.text.length === 0
      ? null
      : element(
          "div",
          block,
          context,
          {
            class: `prose ${textClass(block.settings.size, context)}`,
            words: "text",
            attributes: { "data-rich": context.mark ? true : null },
          },
          richTextHtml(block.settings.text),
        ),
  css: PROSE_CSS,
});
