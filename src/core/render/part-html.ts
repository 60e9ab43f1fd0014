import { valueAt } from "../layout/extents";
import { foldsOf } from "../layout/fit";
import { rowHeight } from "../layout/heights";
import type { HouseStyle } from "../model/house-style";
import { type Band, type Block, type Cell, isNothing, type Part, WIDTHS, type Width } from "../model/part";
import { isCellHidden } from "../model/tree";
import { blockRenderers } from "./blocks";
import { type BlockRenderer, nodeClass, type RenderContext } from "./context";
import { colourCss, rem } from "./css";
import { FACTS_CSS } from "./entry-facts";
import { attributes, html, type SafeHtml } from "./html";
import { pictureBehind } from "./over-picture";
import { focalPosition, pictureHtml } from "./picture-html";
import { textureCss } from "./textures";

/** The bands of a part. Null for "nothing, by rule". */
export const partHtml = (part: Part, context: RenderContext): SafeHtml | null => {
  if (isNothing(part)) return null;
  const material = { ...context.data, words: context.words };
  return html`${part.bands.map((band) => {
    const nested: RenderContext = {
      ...context,
      isOver: context.over?.band.id === band.id,
      folds: foldsOf(band, material, context.measure),
      renderBlocks: (blocks) => blocks.flatMap((block) => blockHtml(block, nested)),
    };
    return bandHtml(band, nested);
  })}`;
};

const bandHtml = (band: Band, context: RenderContext): SafeHtml => {
  const own = `.${nodeClass(band.id)}`;
  const { css, isOver } = context;
  const { style } = context.data;
  // a band laid over what follows takes no room: what is seen of it stands in a box of its own
  const selector = isOver ? `${own}>.front` : own;
  const looks = {
    color: colourCss(style, band.colour),
    background: colourCss(style, band.background.colour),
  };
  if (isOver) overCss(own, band, context);
  else css.node(own, looks);
  css.node(`${selector}>.in`, {
    gap: rem(band.gap),
    "align-items": band.alignBlock === "start" ? "flex-start" : band.alignBlock === "end" ? "flex-end" : null,
  });
  css.responsive(`${selector}>.in`, band.height, (height) => ({
    "min-height": height === 0 ? null : rem(height),
  }));
  css.responsive(`${selector}>.in`, band.paddingBlock, (padding) => ({ "padding-block": rem(padding) }));
  const { over } = context;
  if (over?.under.id === band.id) {
    const room = (width: Width) => valueAt(band.paddingBlock, width) + rowHeight(over.band, style, width);
    css.responsive(`${selector}>.in`, perWidth(room), (top) => ({ "padding-top": rem(top) }));
  }
  if (band.sticky) stickyCss(own, band, context);
  if (band.hideOn.length > 0) css.hide(own, band.hideOn);
  const classes = [
    "band",
    band.width === "full" ? "full" : "",
    band.stackOnSmall ? "stack" : "",
    band.colour === "" && !isOver ? "" : "own",
    band.sticky ? "sticky" : "",
    isOver ? "over" : "",
    nodeClass(band.id),
  ];
  const all = attributes({
    class: classes.filter(Boolean).join(" "),
    "data-node": context.mark ? band.id : null,
  });
  const inside = html`${backgroundHtml(band, selector, context)}<div class="in">${band.cells.map((cell) => cellHtml(cell, context))}</div>`;
  return html`<div${all}>${isOver ? html`<div class="front">${inside}</div>` : inside}</div>`;
};

const perWidth = (of: (width: Width) => number) => ({
  wide: of("wide"),
  middle: of("middle"),
  small: of("small"),
});

/** See-through at rest; as it is elsewhere when pointed at, when the keyboard is in it, and when one has scrolled. */
const overCss = (own: string, band: Band, { css, data: { style } }: RenderContext): void => {
  const { overPicture, colour, background } = band;
  css.share(
    "over",
    `.over{height:0;z-index:4}.over>.front{position:relative}.over:not(${SOLID})>.front>.bg{opacity:0}
.over:not(${SOLID}) .solid-logo,.over:is(${SOLID}) .over-logo{display:none}
@media (prefers-reduced-motion:no-preference){.over>.front{transition:background-color var(--motion),color var(--motion)}}`,
  );
  css.node(`${own}>.front`, { color: colourCss(style, overPicture.colour) || "#ffffff" });
  css.node(`${own}:is(${SOLID})>.front`, {
    color: colourCss(style, colour) || "var(--text)",
    background: colourCss(style, background.colour) || "var(--background)",
  });
};
/** What makes a band that is laid over a picture solid. */
const SOLID = ":hover,:focus-within,.scrolled *";

const stickyCss = (own: string, band: Band, { css, state }: RenderContext): void => {
  css.share(
    "sticky",
    `.sticky{position:sticky;top:0;z-index:4}@media (pointer:coarse){.sticky{position:relative}}
.slot-header:has(>.sticky,>.over){display:contents}`,
  );
  if (band.stickyWhen === "scrollingUp") {
    css.share(
      "sticky-up",
      "@media (prefers-reduced-motion:no-preference){.sticky{transition:translate var(--motion)}}",
    );
    css.node(`.down ${own}:not(:focus-within)`, { translate: "0 -100%" });
  }
  if (band.stickyWhen === "scrollingUp" || band.overPicture.on) state.needsScript = true;
};

const backgroundHtml = (band: Band, within: string, context: RenderContext): SafeHtml | null => {
  const { background } = band;
  const picture = context.data.pictures[pictureBehind(band, context.data) ?? ""];
  const selector = `${within}>.bg`;
  if (background.texture !== "none")
    context.css.node(
      `${selector}::before`,
      textureCss(background.texture, "currentColor", background.textureStrength),
    );
  else if (!picture) return null;
  if (!picture) return html`<div class="bg"></div>`;
  context.css.node(`${selector} img`, { "object-position": focalPosition(picture) });
  if (background.overlay > 0)
    context.css.node(`${selector}::after`, {
      background: overlayCss(background, context.data.style),
      opacity: String(background.overlay / 100),
    });
  return html`<div class="bg">${pictureHtml(picture, { sizes: "100vw", alt: "", eager: true })}</div>`;
};

/** The overlay as one colour, or as a gradient from it to another. */
const overlayCss = (background: Band["background"], style: HouseStyle): string => {
  const first = colourCss(style, background.overlayColour || background.colour) || "#000000";
  if ((background.overlayTo ?? "") === "") return first;
  return `linear-gradient(${background.overlayAngle}deg,${first},${colourCss(style, background.overlayTo)})`;
};

const JUSTIFY = { start: null, centre: "center", end: "flex-end", between: "space-between" } as const;

const cellHtml = (cell: Cell, context: RenderContext): SafeHtml => {
  const selector = `.${nodeClass(cell.id)}`;
  const isColumn = cell.direction === "column";
  context.css.node(selector, {
    flex: cell.share === 0 ? null : `${cell.share} 1 0`,
    gap: rem(cell.gap),
    "justify-content": isColumn ? null : JUSTIFY[cell.align],
    "align-items":
      isColumn && cell.align !== "start"
        ? JUSTIFY[cell.align] === "space-between"
          ? null
          : JUSTIFY[cell.align]
        : null,
    "text-align": isColumn && cell.align === "centre" ? "center" : null,
  });
  const hidden = WIDTHS.filter((width) => isCellHidden(cell, width));
  if (hidden.length > 0) context.css.hide(selector, hidden);
  const all = attributes({
    class: `cell ${isColumn ? "column " : ""}${nodeClass(cell.id)}`,
    "data-node": context.mark ? cell.id : null,
  });
  return html`<div${all}>${context.renderBlocks(cell.blocks)}</div>`;
};

const blockHtml = (block: Block, context: RenderContext): SafeHtml[] => {
  const renderer = blockRenderers[block.kind] as BlockRenderer<Block["kind"]>;
  const drawn = renderer.render(block as never, context);
  if (drawn === null) return [];
  const { css } = renderer;
  if (css) context.css.share(block.kind, typeof css === "string" ? css : css(context.data.style));
  if (block.kind === "facts") context.css.share("facts", FACTS_CSS);
  return [drawn];
};
