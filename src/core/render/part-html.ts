import { BandFit } from "../layout/fit";
import type { HouseStyle } from "../model/house-style";
import { type Band, type Block, type Cell, isNothing, type Part, WIDTHS } from "../model/part";
import { isCellHidden } from "../model/tree";
import { blockRenderers } from "./blocks";
import { type BlockRenderer, nodeClass, type RenderContext } from "./context";
import { colourCss, rem } from "./css";
import { FACTS_CSS } from "./entry-facts";
import { attributes, html, type SafeHtml } from "./html";
import { focalPosition, pictureHtml } from "./picture-html";
import { textureCss } from "./textures";

/** The bands of a part. Null for "nothing, by rule". */
export const partHtml = (part: Part, context: RenderContext): SafeHtml | null => {
  if (isNothing(part)) return null;
  const material = { ...context.data, words: context.words };
  return html`${part.bands.map((band) => {
    const nested: RenderContext = {
      ...context,
      folds: new BandFit(band, material, context.measure).folds(),
      renderBlocks: (blocks) => blocks.flatMap((block) => blockHtml(block, nested)),
    };
    return bandHtml(band, nested);
  })}`;
};

const bandHtml = (band: Band, context: RenderContext): SafeHtml => {
  const selector = `.${nodeClass(band.id)}`;
  const { css } = context;
  const { style } = context.data;
  css.node(selector, {
    color: colourCss(style, band.colour),
    background: colourCss(style, band.background.colour),
    ...(band.sticky ? { position: "sticky", top: "0", "z-index": "4" } : {}),
  });
  css.node(`${selector}>.in`, {
    gap: rem(band.gap),
    "align-items": band.alignBlock === "start" ? "flex-start" : band.alignBlock === "end" ? "flex-end" : null,
  });
  css.responsive(`${selector}>.in`, band.height, (height) => ({
    "min-height": height === 0 ? null : rem(height),
  }));
  css.responsive(`${selector}>.in`, band.paddingBlock, (padding) => ({ "padding-block": rem(padding) }));
  if (band.hideOn.length > 0) css.hide(selector, band.hideOn);
  const classes = [
    "band",
    band.width === "full" ? "full" : "",
    band.stackOnSmall ? "stack" : "",
    band.colour === "" ? "" : "own",
    nodeClass(band.id),
  ];
  const all = attributes({
    class: classes.filter(Boolean).join(" "),
    "data-node": context.mark ? band.id : null,
  });
  return html`<div${all}>${backgroundHtml(band, context)}<div class="in">${band.cells.map((cell) => cellHtml(cell, context))}</div></div>`;
};

const backgroundHtml = (band: Band, context: RenderContext): SafeHtml | null => {
  const { background } = band;
  const own = background.pageOwnPicture ? context.data.entry?.picture : null;
  const picture = context.data.pictures[own ?? ""] ?? context.data.pictures[background.picture];
  const selector = `.${nodeClass(band.id)}>.bg`;
  // parts of an older edition know no textures
  if ((background.texture ?? "none") !== "none")
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
