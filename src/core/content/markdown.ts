import MarkdownIt, { type Token } from "markdown-it";
import type { Inline, RichBlock, RichText } from "../model/rich-text";
import { LinkTarget } from "../model/rich-text";

/** Markdown to the typed tree and back. HTML in it is text; links that are not allowed keep their words and lose the link. */

const parser = new MarkdownIt({ html: false, linkify: false, typographer: false });

const inlines = (tokens: readonly Token[]): Inline[] => {
  const found: Inline[] = [];
  const marks = { bold: 0, italic: 0 };
  let link: string | undefined;
  const add = (text: string, code = false) => {
    if (text === "") return;
    found.push({
      text,
      ...(marks.bold > 0 ? { bold: true } : {}),
      ...(marks.italic > 0 ? { italic: true } : {}),
      ...(code ? { code: true } : {}),
      ...(link === undefined ? {} : { link }),
    });
  };
  for (const token of tokens) {
    switch (token.type) {
      case "strong_open":
        marks.bold += 1;
        break;
      case "strong_close":
        marks.bold -= 1;
        break;
      case "em_open":
        marks.italic += 1;
        break;
      case "em_close":
        marks.italic -= 1;
        break;
      case "link_open": {
        const parsed = LinkTarget.safeParse(token.attrGet("href") ?? "");
        link = parsed.success ? parsed.data : undefined;
        break;
      }
      case "link_close":
        link = undefined;
        break;
      case "code_inline":
        add(token.content, true);
        break;
      case "softbreak":
      case "hardbreak":
        add(" ");
        break;
      default:
        add(token.content);
    }
  }
  return found;
};

/** Reads Markdown (CommonMark) into rich text. Headings become levels 2 to 4: a page's title is its own. */
export const parseMarkdown = (source: string): RichText => {
  const tokens = parser.parse(source, {});
  let at = 0;
  const until = (close: string | null): RichBlock[] => {
    const blocks: RichBlock[] = [];
    while (at < tokens.length && tokens[at]?.type !== close) {
      const token = tokens[at] as Token;
      at += 1;
      switch (token.type) {
        case "paragraph_open":
        case "heading_open": {
          const children = inlines(tokens[at]?.children ?? []);
          at += 2;
          if (token.type === "paragraph_open") blocks.push({ type: "paragraph", children });
          else
            blocks.push({
              type: "heading",
              level: Math.min(4, Math.max(2, Number(token.tag[1]))) as 2 | 3 | 4,
              children,
            });
          break;
        }
        case "bullet_list_open":
        case "ordered_list_open": {
          const ordered = token.type === "ordered_list_open";
          const items: RichBlock[][] = [];
          while (tokens[at]?.type === "list_item_open") {
            at += 1;
            items.push(until("list_item_close"));
            at += 1;
          }
          at += 1;
          blocks.push({ type: "list", ordered, items });
          break;
        }
        case "blockquote_open":
          blocks.push({ type: "quote", children: until("blockquote_close") });
          at += 1;
          break;
        case "fence":
        case "code_block":
          blocks.push({ type: "code", text: token.content.replace(/\n$/, "") });
          break;
        case "hr":
          blocks.push({ type: "rule" });
          break;
      }
    }
    return blocks;
  };
  return until(null);
};

const escapeMarkdown = (text: string): string => text.replace(/([\\`*_[\]<>])/g, "\\$1");

const inlineMarkdown = (node: Inline): string => {
  let text = node.code ? `\`${node.text}\`` : escapeMarkdown(node.text);
  if (node.italic) text = `*${text}*`;
  if (node.bold) text = `**${text}**`;
  return node.link ? `[${text}](${node.link})` : text;
};

const indent = (text: string, first: string, rest: string): string =>
  text
    .split("\n")
    .map((line, index) => (index === 0 ? first : line === "" ? "" : rest) + line)
    .join("\n");

/** Writes rich text as Markdown that reads back to the same tree. */
export const formatMarkdown = (blocks: RichText): string =>
  blocks
    .map((block) => {
      switch (block.type) {
        case "paragraph":
          // a line that would start a list, a heading or a rule is kept a paragraph
          return block.children
            .map(inlineMarkdown)
            .join("")
            .replace(/^(\d+)([.)])(?=\s)/, "$1\\$2")
            .replace(/^([#+-]+)(?=\s|$)/, "\\$1");
        case "heading":
          return `${"#".repeat(block.level)} ${block.children.map(inlineMarkdown).join("")}`;
        case "list":
          return block.items
            .map((item, index) => {
              const sign = block.ordered ? `${index + 1}. ` : "- ";
              return indent(formatMarkdown(item), sign, " ".repeat(sign.length));
            })
            .join("\n");
        case "quote":
          return indent(formatMarkdown(block.children), "> ", "> ");
        case "code":
          return `\`\`\`\n${block.text}\n\`\`\``;
        case "rule":
          return "---";
      }
    })
    .join("\n\n");
