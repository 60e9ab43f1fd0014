import type { Inline, RichText } from "../model/rich-text";
import { attributes, type Content, html, type SafeHtml } from "./html";

const inlineHtml = (node: Inline): Content => {
  let content: Content = node.text;
  if (node.code) content = html`<code>${content}</code>`;
  if (node.italic) content = html`<em>${content}</em>`;
  if (node.bold) content = html`<strong>${content}</strong>`;
  return node.link ? html`<a href="${node.link}">${content}</a>` : content;
};

/** The typed tree as semantic HTML. Levels of headings are as stored, 2 to 4; `ids` names them, in their order. */
export const richTextHtml = (blocks: RichText, ids: readonly string[] = []): SafeHtml => {
  let headings = 0;
  return html`${blocks.map((block) => {
    switch (block.type) {
      case "paragraph":
        return html`<p>${block.children.map(inlineHtml)}</p>`;
      case "heading":
        return html`<h${block.level}${attributes({ id: ids[headings++], class: `t-h${block.level}` })}>${block.children.map(inlineHtml)}</h${block.level}>`;
      case "list": {
        const items = block.items.map((item) => html`<li>${tight(item)}</li>`);
        return block.ordered ? html`<ol>${items}</ol>` : html`<ul>${items}</ul>`;
      }
      case "quote":
        return html`<blockquote>${richTextHtml(block.children)}</blockquote>`;
      case "code":
        return html`<pre><code>${block.text}</code></pre>`;
      case "rule":
        return html`<hr>`;
    }
  })}`;
};

/** A list item that is one paragraph is drawn without the paragraph. */
const tight = (item: RichText): SafeHtml => {
  const [only, ...rest] = item;
  return only?.type === "paragraph" && rest.length === 0
    ? html`${only.children.map(inlineHtml)}`
    : richTextHtml(item);
};
