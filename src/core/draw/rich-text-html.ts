import type { Inline, RichText } from "../model/rich-text";
import { type Content, html, type SafeHtml } from "./html";

const inlineHtml = (node: Inline): Content => {
  let content: Content = node.text;
  if (node.code) content = html`<code>${content}</code>`;
  if (node.italic) content = html`<em>${content}</em>`;
  if (node.bold) content = html`<strong>${content}</strong>`;
  return node.link ? html`<a href="${node.link}">${content}</a>` : content;
};

/** The typed tree as semantic HTML. Levels of headings are as stored, 2 to 4. */
export const richTextHtml = (blocks: RichText): SafeHtml =>
  html`${blocks.map((block) => {
    switch (block.type) {
      case "paragraph":
        return html`<p>${block.children.map(inlineHtml)}</p>`;
      case "heading":
        if (block.level === 2) return html`<h2 class="t-h2">${block.children.map(inlineHtml)}</h2>`;
        if (block.level === 3) return html`<h3 class="t-h3">${block.children.map(inlineHtml)}</h3>`;
        return html`<h4 class="t-h4">${block.children.map(inlineHtml)}</h4>`;
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

/** A list item that is one paragraph is drawn without the paragraph. */
const tight = (item: RichText): SafeHtml => {
  const [only, ...rest] = item;
  return only?.type === "paragraph" && rest.length === 0
    ? html`${only.children.map(inlineHtml)}`
    : richTextHtml(item);
};
