import { type DefaultTreeAdapterTypes, parseFragment, defaultTreeAdapter as tree } from "parse5";
import { type Inline, LinkTarget, type RichBlock, type RichText } from "../model/rich-text";

type Node = DefaultTreeAdapterTypes.ChildNode;
type Element = DefaultTreeAdapterTypes.Element;
type Marks = Omit<Inline, "text">;

/** Spaces as HTML has them, and the one that does not break: editors write it where two stand beside each other. */
const SPACES = /[ \t\n\f\r\u00a0]+/g;
const SILENT = new Set(["script", "style", "template", "title", "noscript", "iframe", "object", "textarea"]);
/** What breaks a line of words: the blocks of the HTML standard's default style sheet (§15.3). */
const BLOCKS = new Set(
  "address article aside blockquote body details dialog dd div dl dt fieldset figcaption figure footer form h1 h2 h3 h4 h5 h6 header hgroup hr html li main nav ol p pre search section summary table tbody td tfoot th thead tr ul".split(
    " ",
  ),
);

/** The marks an element sets on the words in it. A link that is not allowed is none: its words stay. */
const marksOf = (element: Element, marks: Marks): Marks => {
  switch (element.tagName) {
    case "b":
    case "strong":
      return { ...marks, bold: true };
    case "i":
    case "em":
      return { ...marks, italic: true };
    case "code":
      return { ...marks, code: true };
    case "a": {
      const target = LinkTarget.safeParse(element.attrs.find(({ name }) => name === "href")?.value);
      return target.success ? { ...marks, link: target.data } : marks;
    }
    default:
      return marks;
  }
};

const sameMarks = (a: Marks, b: Marks): boolean =>
  a.bold === b.bold && a.italic === b.italic && a.code === b.code && a.link === b.link;

/** A run of words as it is read: spaces fall together as a browser draws them, those at its ends are gone. */
class Line {
  #inlines: Inline[] = [];

  add(text: string, marks: Marks): void {
    const last = this.#inlines.at(-1);
    const isSpaced = last === undefined || last.text.endsWith(" ");
    const words = text.replace(SPACES, " ").replace(isSpaced ? /^ / : "", "");
    if (words === "") return;
    if (last && sameMarks(last, marks))
      this.#inlines[this.#inlines.length - 1] = { ...last, text: last.text + words };
    else this.#inlines.push({ text: words, ...marks });
  }

  /** What was read, and a new line begins. */
  take(): readonly Inline[] {
    const taken = this.#inlines;
    this.#inlines = [];
    const last = taken.at(-1);
    if (!last?.text.endsWith(" ")) return taken;
    const words = last.text.slice(0, -1);
    return words === "" ? taken.slice(0, -1) : taken.with(-1, { ...last, text: words });
  }
}

const textOf = (node: Node): string => {
  if (tree.isTextNode(node)) return node.value;
  if (!tree.isElementNode(node) || SILENT.has(node.tagName)) return "";
  return node.tagName === "br" ? "\n" : node.childNodes.map(textOf).join("");
};

/** The words in an element whatever they stand in. */
const lineOf = (element: Element): readonly Inline[] => {
  const line = new Line();
  const read = (nodes: readonly Node[], marks: Marks): void => {
    for (const node of nodes) {
      if (tree.isTextNode(node)) line.add(node.value, marks);
      if (!tree.isElementNode(node) || SILENT.has(node.tagName)) continue;
      if (node.tagName === "br" || BLOCKS.has(node.tagName)) line.add(" ", marks);
      read(node.childNodes, marksOf(node, marks));
    }
  };
  read(element.childNodes, {});
  return line.take();
};

const listOf = (element: Element): readonly RichBlock[] => {
  const items: (readonly RichBlock[])[] = [];
  for (const node of element.childNodes) {
    if (!tree.isElementNode(node)) continue;
    const read = blocksOf(node.tagName === "li" ? node.childNodes : [node]);
    // browsers put a list that is moved in beside the item it belongs to
    if (node.tagName === "li" || items.length === 0) items.push(read);
    else items.push([...(items.pop() ?? []), ...read]);
  }
  const said = items.filter((item) => item.length > 0);
  return said.length === 0 ? [] : [{ type: "list", ordered: element.tagName === "ol", items: said }];
};

/** An element that is a block of its own; undefined for one that only holds others. */
const blockOf = (element: Element): readonly RichBlock[] | undefined => {
  switch (element.tagName) {
    case "h1":
    case "h2":
    case "h3":
    case "h4":
    case "h5":
    case "h6": {
      const level = Math.min(4, Math.max(2, Number(element.tagName[1]))) as 2 | 3 | 4;
      const children = lineOf(element);
      return children.length === 0 ? [] : [{ type: "heading", level, children }];
    }
    case "ul":
    case "ol":
      return listOf(element);
    case "blockquote": {
      const children = blocksOf(element.childNodes);
      return children.length === 0 ? [] : [{ type: "quote", children }];
    }
    case "pre":
      return [{ type: "code", text: element.childNodes.map(textOf).join("") }];
    case "hr":
      return [{ type: "rule" }];
    default:
      return undefined;
  }
};

const blocksOf = (nodes: readonly Node[]): readonly RichBlock[] => {
  const blocks: RichBlock[] = [];
  const line = new Line();
  const endLine = () => {
    const children = line.take();
    if (children.length > 0) blocks.push({ type: "paragraph", children });
  };
  const read = (inside: readonly Node[], marks: Marks): void => {
    for (const node of inside) {
      if (tree.isTextNode(node)) line.add(node.value, marks);
      if (!tree.isElementNode(node) || SILENT.has(node.tagName)) continue;
      const isBlock = BLOCKS.has(node.tagName);
      if (isBlock || node.tagName === "br") endLine();
      const block = blockOf(node);
      if (block) blocks.push(...block);
      else read(node.childNodes, marksOf(node, marks));
      if (isBlock) endLine();
    }
  };
  read(nodes, {});
  endLine();
  return blocks;
};

/**
 * Reads HTML, as an element that is edited holds it, into rich text. It is parsed as the HTML standard has it (§13.2,
 * by parse5); what rich text has no name for keeps its words. A line that is broken is two paragraphs.
 */
export const readRichHtml = (source: string): RichText => blocksOf(parseFragment(source).childNodes);
