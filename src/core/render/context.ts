import type { Edges } from "../layout/fit";
import type { TextMeasure } from "../layout/text-measure";
import type { BlockKind } from "../model/blocks";
import type { HouseStyle } from "../model/house-style";
import { type Block, type Look, type Sides, takesFrame, wearsType } from "../model/part";
import { textDeclarations } from "./base-css";
import { colourCss, rem, type Stylesheet } from "./css";
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
  /** What marks a link of a menu as the one to this page; null for any other. */
  readonly current: (href: string | null) => SafeHtml | null;
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

const hasPadding = ({ top, right, bottom, left }: Sides): boolean => top + right + bottom + left > 0;

const isPlain = ({ colour, background, align, type, padding, borderWidth, radius, shadow }: Look): boolean =>
  colour === "" &&
  !type &&
  background === "" &&
  align === "" &&
  !hasPadding(padding) &&
  borderWidth === 0 &&
  radius < 0 &&
  !shadow;

const lookCss = (look: Look, style: HouseStyle, kind: BlockKind): Readonly<Record<string, string | null>> => {
  const { colour, background, align, padding, borderWidth, borderColour, radius, shadow } = look;
  const { top, right, bottom, left } = padding;
  const isFramed = takesFrame(kind);
  return {
    ...(look.type && wearsType(kind) ? textDeclarations(style, look.type) : {}),
    color: colourCss(style, colour),
    background: colourCss(style, background),
    "text-align": align === "" ? null : align === "centre" ? "center" : align,
    padding: isFramed && hasPadding(padding) ? [top, right, bottom, left].map(rem).join(" ") : null,
    border:
      !isFramed || borderWidth === 0
        ? null
        : `${borderWidth}px solid ${colourCss(style, borderColour) || "var(--line)"}`,
    "border-radius": radius < 0 ? null : `${radius}px`,
    "box-shadow": shadow ? "var(--shadow)" : null,
  };
};

/** The words of a setting among others. Previews mark them, so that they can be edited where they stand. */
export const wordsOf = (context: Pick<RenderContext, "mark">, setting: string, words: string): Content =>
  context.mark ? html`<span data-words="${setting}">${words}</span>` : words;

/** What words of a menu are marked by: those of an item, which are the menu's and not the block's. */
export const itemWords = (of: "label" | "promotion", item: string): string => `${of} of ${item}`;

/** The element of a block, with its class, its mark, and the look every kind has. */
export const element = (
  tag: string,
  block: Block,
  context: RenderContext,
  options: {
    readonly class?: string;
    readonly attributes?: Parameters<typeof attributes>[0];
    /** The setting whose words are all there is in it; null if there is none. */
    readonly words?: string | null;
  },
  content: Content,
): SafeHtml => {
  const { colour, hideOn } = block.look;
  const own = nodeClass(block.id);
  if (!isPlain(block.look)) context.css.node(`.${own}`, lookCss(block.look, context.data.style, block.kind));
  if (hideOn.length > 0) context.css.hide(`.${own}`, hideOn);
  const more = options.class ? ` ${options.class}` : "";
  const all = attributes({
    // in front: whatever else changes of it, it is known by its name
    "data-node": context.mark ? block.id : null,
    "data-words": context.mark ? options.words : null,
    class: `b-${block.kind} ${own}${more}${colour === "" ? "" : " own"}`,
    ...options.attributes,
  });
  return html`${new SafeHtml(`<${tag}${all.text}>`)}${content}${new SafeHtml(`</${tag}>`)}`;
};
