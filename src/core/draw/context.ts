import type { AnyBlock } from "../model/look";
import type { Edges, Stylesheet } from "./css";
import { attributes, type Content, html, SafeHtml } from "./html";
import type { PageMaterial, VisitorWords } from "./page-material";
import type { Slide } from "./slide";

/** What the drawing of a block carries along. The stylesheet and the flags are filled on the way. */
export interface BlockContext {
  readonly data: PageMaterial;
  readonly words: VisitorWords;
  readonly css: Stylesheet;
  /** Previews mark each node so that it can be pointed at. */
  readonly mark: boolean;
  /** Whether the page's one `h1` is drawn already, and what it is for; and whether something needs the script. */
  readonly state: {
    hasTitle: boolean;
    hasCore: boolean;
    needsScript: boolean;
    /** Blocks that some screens do not show: what the page is for is none of them. */
    readonly hidden?: ReadonlySet<string>;
  };
  /** Whether the band being drawn is laid over a picture. */
  readonly isOver: boolean;
  /** Whether it stays at the top. */
  readonly isSticky: boolean;
  /** Where the menus of the band being drawn are a button. */
  readonly folds: Edges | null;
  /** Menus of the band being drawn that stand in a row. */
  readonly rowMenus: readonly AnyBlock[];
  /** What marks a link of a menu as the one to this page; null for any other. */
  readonly current: (href: string | null) => SafeHtml | null;
  readonly renderBlocks: (blocks: readonly AnyBlock[]) => readonly SafeHtml[];
  /** One of what a hero shows, the first at once and the others when there is time. */
  readonly renderSlide: (slide: Slide, at: number) => SafeHtml;
}

export const nodeClass = (id: string): string => `n-${id}`;

/** The words of a setting among others. Previews mark them, so that they can be edited where they stand. */
export const wordsOf = (context: Pick<BlockContext, "mark">, setting: string, words: string): Content =>
  context.mark ? html`<span data-words="${setting}">${words}</span>` : words;

/** What words of a menu are marked by: those of an item, which are the menu's and not the block's. */
export const itemWords = (of: "label" | "promotion", item: string): string => `${of} of ${item}`;

/** The element of a block, with its class and its mark. How its look is drawn is not for the kind to say: see `render/part-html`. */
export const element = (
  tag: string,
  block: AnyBlock,
  context: Pick<BlockContext, "mark">,
  options: {
    readonly class?: string;
    readonly attributes?: Parameters<typeof attributes>[0];
    /** The setting whose words are all there is in it; null if there is none. */
    readonly words?: string | null;
  },
  content: Content,
): SafeHtml => {
  const { colour } = block.look;
  const more = options.class ? ` ${options.class}` : "";
  const all = attributes({
    // in front: whatever else changes of it, it is known by its name
    "data-node": context.mark ? block.id : null,
    "data-words": context.mark ? options.words : null,
    class: `b-${block.kind} ${nodeClass(block.id)}${more}${colour === "" ? "" : " own"}`,
    ...options.attributes,
  });
  return html`${new SafeHtml(`<${tag}${all.text}>`)}${content}${new SafeHtml(`</${tag}>`)}`;
};
