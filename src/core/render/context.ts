import type { Edges } from "../layout/fit";
import type { TextMeasure } from "../layout/text-measure";
import type { HouseStyle } from "../model/house-style";
import type { Block } from "../model/part";
import { colourCss, type Stylesheet } from "./css";
import { attributes, type Content, html, SafeHtml } from "./html";
import type { LaidOver } from "./over-picture";
import type { PageData, VisitorWords } from "./page-data";

/** What the drawing of a page carries along. The stylesheet and the heading flag are filled on the way. */
export interface RenderContext {
  readonly data: PageData;
  readonly words: VisitorWords;
  readonly css: Stylesheet;
  /** Previews mark each node so that it can be pointed at. */
  readonly mark: boolean;
  /** Whether the page's one `h1` is drawn already, and whether something needs the script. */
  readonly state: { hasTitle: boolean; needsScript: boolean };
  readonly measure: TextMeasure;
  /** The band of the header laid over a picture on this page, and the one under it. */
  readonly over: LaidOver | null;
  /** Whether the band being drawn is the one that is laid over. */
  readonly isOver: boolean;
  /** Where the menus of the band being drawn are a button. */
  readonly folds: Edges | null;
  readonly renderBlocks: (blocks: readonly Block[]) => readonly SafeHtml[];
}

export type BlockOf<K extends Block["kind"]> = Extract<Block, { kind: K }>;

export interface BlockRenderer<K extends Block["kind"]> {
  /** Null draws nothing at all. */
  readonly render: (block: BlockOf<K>, context: RenderContext) => SafeHtml | null;
  /** Rules of the kind, shared by all its blocks. */
  readonly css?: string | ((style: HouseStyle) => string);
}

export const nodeClass = (id: string): string => `n-${id}`;

/** The element of a block, with its class, its mark, and the look every kind has. */
export const element = (
  tag: string,
  block: Block,
  context: RenderContext,
  options: { readonly class?: string; readonly attributes?: Parameters<typeof attributes>[0] },
  content: Content,
): SafeHtml => {
  const { colour, background, align, hideOn } = block.look;
  const own = nodeClass(block.id);
  if (colour !== "" || background !== "" || align !== "")
    context.css.node(`.${own}`, {
      color: colourCss(context.data.style, colour),
      background: colourCss(context.data.style, background),
      "text-align": align === "" ? null : align === "centre" ? "center" : align,
    });
  if (hideOn.length > 0) context.css.hide(`.${own}`, hideOn);
  const more = options.class ? ` ${options.class}` : "";
  const all = attributes({
    class: `b-${block.kind} ${own}${more}${colour === "" ? "" : " own"}`,
    "data-node": context.mark ? block.id : null,
    ...options.attributes,
  });
  return html`${new SafeHtml(`<${tag}${all.text}>`)}${content}${new SafeHtml(`</${tag}>`)}`;
};
