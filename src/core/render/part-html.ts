import { traitsOf } from "../blocks";
import { bandOfSlide } from "../design/hero";
import {
  type Band,
  type Cell,
  isNothing,
  type Part,
  placesOnSmall,
  reachesEdges,
  shareAt,
} from "../design/part";
import { bandAtRest, bandWhenStuck, hasStuckState } from "../design/stuck";
import { flatBlocks, isCellHidden } from "../design/tree";
import { nodeClass } from "../draw/context";
import { alignedAlong, colourCss, rem } from "../draw/css";
import { attributes, html, NOTHING, type SafeHtml } from "../draw/html";
import { rowMenus } from "../layout/fit";
import { rowHeight } from "../layout/heights";
import { foldsOf } from "../layout/kept-fits";
import type { HouseStyle } from "../model/house-style";
import type { AnyBlock } from "../model/look";
import type { Responsive } from "../model/values";
import { valueAt, WIDTHS, type Width } from "../model/values";
import { backgroundHtml, groundCss } from "./background-html";
import type { RenderContext } from "./context";
import { drawBand } from "./kept-bands";
import { isPlain, lookCss, sizeCss } from "./look-css";
import { isUnder, picturesBehind } from "./over-picture";
import { stuckCss } from "./stuck-css";

/** The bands of a part. Null for "nothing, by rule". */
export const partHtml = (part: Part, context: RenderContext): SafeHtml | null => {
  if (isNothing(part)) return null;
  const { data, words, measure } = context;
  if (part.bands.some(({ sticky }) => sticky)) stuckCss(part, context);
  const bands = html`${part.bands.map((band) =>
    drawBand(band, context, context.over?.band.id === band.id, (from) => {
      const nested: RenderContext = {
        ...from,
        folds: foldsOf(band, { ...data, words }, measure),
        rowMenus: rowMenus(band),
        isSticky: band.sticky,
        renderBlocks: (blocks) => blocks.flatMap((block) => blockHtml(block, nested)),
        renderSlide: (slide, at) =>
          bandHtml(bandOfSlide(slide), { ...nested, isOver: false, folds: null }, at === 0),
      };
      return bandHtml(band, nested);
    }),
  )}`;
  // of a part whose bands are all gone not even the landmark is left
  return bands.text === "" ? null : bands;
};

/** `isFirst`: what is in it is seen at once. */
const bandHtml = (band: Band, context: RenderContext, isFirst = true): SafeHtml => {
  const own = `.${nodeClass(band.id)}`;
  const { css, isOver } = context;
  const { style } = context.data;
  // a band laid over what follows takes no room: what is seen of it stands in a box of its own
  const selector = isOver ? `${own}>.front` : own;
  const looks = {
    color: colourCss(style, band.colour),
    background:
      groundCss(band.background, style) ||
      // solid once it is stuck, also where no picture follows
      (band.sticky && band.overPicture?.on ? "var(--background)" : ""),
  };
  if (isOver) overCss(own, band, context);
  else css.node(own, looks);
  css.node(`${selector}>.in`, {
    gap: rem(band.gap),
    "align-items": band.alignBlock === "start" ? "flex-start" : band.alignBlock === "end" ? "flex-end" : null,
  });
  css.responsive(`${selector}>.in`, heightRules(band), (rules) => rules);
  const isBleeding = reachesEdges(band);
  if (!isBleeding)
    css.responsive(`${selector}>.in`, band.paddingBlock, (padding) => ({ "padding-block": rem(padding) }));
  const { over } = context;
  if (over && isUnder(over, band.id)) {
    const room = (width: Width) =>
      valueAt(band.paddingBlock, width) + rowHeight(bandAtRest(over.band), context.data, style, width);
    css.responsive(`${selector}>.in`, perWidth(room), (top) => ({ "padding-top": rem(top) }));
  }
  if (band.sticky) stickyCss(own, selector, band, context);
  if (band.overlap > 0)
    css.node(own, {
      [band.overlapSide === "above" ? "margin-top" : "margin-bottom"]: `-${rem(band.overlap)}`,
      "z-index": "2",
    });
  if (band.hideOn.length > 0) css.hide(own, band.hideOn);
  scrolledCss(band, context);
  const classes = [
    "band",
    band.width === "content" ? "" : band.width,
    band.stackOnSmall && band.leads !== "centre" ? "stack" : "",
    leadClasses(band, context),
    band.background.slower ? "slower" : "",
    band.fades ? "fades" : "",
    isBleeding ? "bleed" : "",
    band.colour === "" && !isOver ? "" : "own",
    band.sticky ? "sticky" : "",
    isOver ? "over" : "",
    nodeClass(band.id),
  ];
  const all = attributes({
    "data-node": context.mark ? band.id : null,
    class: classes.filter(Boolean).join(" "),
  });
  const places = placesOnSmall(band.cells);
  let blocks = 0;
  const counting: RenderContext = {
    ...context,
    renderBlocks: (all) => {
      const shown = context.renderBlocks(all);
      blocks += shown.length;
      return shown;
    },
  };
  const inside = html`${backgroundHtml(band, selector, context, isFirst)}<div class="in">${ledCells(band).map((cell, at) => cellHtml(cell, places?.[at] ?? 0, counting))}</div>`;
  // of a notice whose time is over not even the band is left; one without blocks, or with a picture, is there on purpose
  const isMeant =
    band.cells.every((cell) => cell.blocks.length === 0) || picturesBehind(band, context.data).length > 0;
  if (blocks === 0 && !isMeant) return NOTHING;
  return html`<div${all}>${isOver ? html`<div class="front">${inside}</div>` : inside}</div>`;
};

/** Its height and its share of the screen's, whichever is more; told for narrower screens where one of them is. */
const heightRules = (band: Band): Responsive<Readonly<Record<string, string | null>>> => {
  const { height, screenHeight = { wide: 0 }, heightIs } = band;
  const at = (width: Width): Readonly<Record<string, string | null>> => {
    const [px, share] = [valueAt(height, width), valueAt(screenHeight, width)];
    const plain = px === 0 && width === "wide" ? "" : rem(px);
    const told = share === 0 ? plain : px === 0 ? `${share}svh` : `max(${rem(px)},${share}svh)`;
    if (heightIs !== "exactly") return { "min-height": told };
    return px === 0 ? { height: "auto", "min-height": told } : { height: told, "min-height": "0" };
  };
  const isTold = (width: "middle" | "small") =>
    height[width] !== undefined || screenHeight[width] !== undefined;
  return {
    wide: at("wide"),
    ...(isTold("middle") ? { middle: at("middle") } : {}),
    ...(isTold("small") ? { small: at("small") } : {}),
  };
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
@media (prefers-reduced-motion:no-preference){.over>.front{transition:background-color var(--motion),color var(--motion)}}
@media print{.over{height:auto!important}.over>.front{background:none!important;backdrop-filter:none!important}}`,
  );
  const { veil, blur } = overPicture;
  const ground = colourCss(style, background.colour) || "var(--background)";
  css.node(`${own}>.front`, {
    color: colourCss(style, overPicture.colour) || "#ffffff",
    background: veil === 0 ? null : `color-mix(in srgb,${ground} ${veil}%,transparent)`,
    "backdrop-filter": blur === 0 ? null : `blur(${blur}px)`,
  });
  css.node(`${own}:is(${SOLID})>.front`, {
    color: colourCss(style, colour) || "var(--text)",
    background: groundCss(background, style) || "var(--background)",
  });
};
/** What makes a band that is laid over a picture solid. */
const SOLID = ":hover,:focus-within,.scrolled *";

const stickyCss = (own: string, selector: string, band: Band, context: RenderContext): void => {
  const { css, state, isOver } = context;
  css.share(
    "sticky",
    `.sticky{position:sticky;top:var(--top,0px);z-index:4}@media (pointer:coarse){.sticky{position:relative;top:0}}
.slot-header:has(>.sticky,>.over){display:contents}`,
  );
  if (band.stickyWhen === "scrollingUp") {
    css.share(
      "sticky-up",
      "@media (prefers-reduced-motion:no-preference){.sticky{transition:translate var(--motion)}.sticky>.front{transition:translate var(--motion),background-color var(--motion),color var(--motion)}}",
    );
    // one that is laid over takes no room of its own: what is seen of it goes
    const seen = isOver ? `${own}:not(:focus-within)>.front` : `${own}:not(:focus-within)`;
    css.node(`.down ${seen}`, { translate: "0 calc(-100% - var(--top,0px))" });
  }
  if (band.stickyNotOn && band.stickyNotOn.length > 0) css.letGo(own, band.stickyNotOn);
  if (hasStuckState(band)) {
    smallerCss(own, selector, band, context);
    state.needsScript = true;
  }
  const grows = band.stickyGrows && band.width === "boxed";
  if (grows) css.node(`.scrolled ${own}`, { "max-width": "none" });
  if (band.stickyWhen === "scrollingUp" || band.overPicture.on || grows) state.needsScript = true;
};

/** What is lower of a band while it is stuck, and what is there only then, or not then. */
const smallerCss = (own: string, selector: string, band: Band, { css }: RenderContext): void => {
  const stuck = bandWhenStuck(band);
  const inside = `${selector.replace(own, `${own}.stuck`)}>.in`;
  if (stuck.paddingBlock !== band.paddingBlock && !reachesEdges(band))
    css.responsive(inside, stuck.paddingBlock, (padding) => ({ "padding-block": rem(padding) }));
  css.responsive(inside, heightRules(stuck), (rules) => rules);
  const shown = new Map(
    flatBlocks(stuck.cells.flatMap(({ blocks }) => blocks)).map((each) => [each.id, each]),
  );
  for (const block of flatBlocks(band.cells.flatMap(({ blocks }) => blocks))) {
    const then = shown.get(block.id);
    if (then?.kind === "logo" && (band.stuckSmaller ?? 0) > 0)
      css.responsive(`${own}.stuck .${nodeClass(block.id)} img`, then.settings.height, (height) => ({
        height: rem(height),
      }));
  }
  const rest = bandAtRest(band);
  const ids = (cells: readonly Cell[]) =>
    new Set(cells.flatMap((cell) => [cell.id, ...flatBlocks(cell.blocks).map(({ id }) => id)]));
  const [there, then] = [ids(rest.cells), ids(stuck.cells)];
  for (const id of ids(band.cells)) {
    if (!there.has(id)) css.extra(`.sticky:not(.stuck) .${nodeClass(id)}{display:none!important}`);
    if (!then.has(id)) css.extra(`.stuck .${nodeClass(id)}{display:none!important}`);
  }
};

/** Cells of a band whose first one begins on a side: the others stand on the other one. */
const ledCells = ({ leads, cells }: Band): readonly Cell[] =>
  leads === "asWritten"
    ? cells
    : cells.map((cell, at) => ({ ...cell, align: at === 0 ? leads : OPPOSITE[leads] }));
const OPPOSITE = { start: "end", centre: "centre", end: "start" } as const;

const leadClasses = ({ leads, alignBlock, ...band }: Band, { css }: RenderContext): string => {
  if (leads === "asWritten") return "";
  css.share(
    "leads",
    `.lead>.in{justify-content:space-between}
.lead-end>.in{flex-direction:row-reverse}.lead-end>.in>.cell:first-child{text-align:end;--along:flex-end}
.lead-centre>.in{flex-direction:column;align-items:center!important}
.lead-centre>.in>.cell{flex:none!important;max-width:100%;text-align:center;--along:center}`,
  );
  if (leads === "centre")
    css.node(`.${nodeClass(band.id)}>.in`, { "justify-content": ALIGN_SELF[alignBlock] });
  return `lead lead-${leads}`;
};

/**
 * What goes slower than the page, and what fades, while a band leaves the screen: by the browser's own timeline of the
 * band (Scroll-driven Animations 1 §3.1), not at all where it has none, or for who asked for less motion.
 */
const scrolledCss = ({ background: { slower }, fades }: Band, { css }: RenderContext): void => {
  const moving = (rules: string) =>
    `@supports (animation-timeline:view()){@media (prefers-reduced-motion:no-preference){${rules}}}`;
  const leaving = (name: string, from: number, to: number) =>
    `animation:${name} linear both;animation-timeline:--band;animation-range:exit ${from}% exit ${to}%`;
  if (slower)
    css.share(
      "slower",
      moving(
        `.slower{view-timeline:--band}.slower>.bg :is(img,video){${leaving("slower", 0, 100)}}@keyframes slower{to{translate:0 35%}}`,
      ),
    );
  if (fades)
    css.share(
      "fades",
      moving(
        `.fades{view-timeline:--band}.fades>.in:not(:focus-within){${leaving("fades", 20, 90)}}@keyframes fades{to{opacity:0}}`,
      ),
    );
};

const JUSTIFY = { start: null, centre: "center", end: "flex-end", between: "space-between" } as const;

const ALIGN_SELF = { start: "flex-start", centre: "center", end: "flex-end" } as const;
const flexOf = (share: number): string => (share === 0 ? "0 1 auto" : `${share} 1 0`);

const cellHtml = (cell: Cell, place: number, context: RenderContext): SafeHtml => {
  const selector = `.${nodeClass(cell.id)}`;
  const isColumn = cell.direction === "column";
  context.css.node(selector, {
    flex: cell.share === 0 ? null : flexOf(cell.share),
    "align-self": cell.alignBlock ? ALIGN_SELF[cell.alignBlock] : null,
    gap: rem(cell.gap),
    "justify-content": isColumn ? null : JUSTIFY[cell.align],
    "align-items":
      isColumn && cell.align !== "start"
        ? JUSTIFY[cell.align] === "space-between"
          ? null
          : JUSTIFY[cell.align]
        : null,
    ...(isColumn && (cell.align === "centre" || cell.align === "end") ? alignedAlong(cell.align) : {}),
  });
  for (const width of ["middle", "small"] as const)
    if ((cell.shareOn?.[width] ?? -1) >= 0)
      context.css.node(selector, { flex: flexOf(shareAt(cell, width)) }, width);
  if (place > 0) context.css.node(selector, { order: String(place) }, "small");
  const hidden = WIDTHS.filter((width) => isCellHidden(cell, width));
  if (hidden.length > 0) context.css.hide(selector, hidden);
  const all = attributes({
    "data-node": context.mark ? cell.id : null,
    class: `cell ${isColumn ? "column " : ""}${nodeClass(cell.id)}`,
  });
  return html`<div${all}>${context.renderBlocks(cell.blocks)}</div>`;
};

const blockHtml = (block: AnyBlock, context: RenderContext): SafeHtml[] => {
  const { draw, css } = traitsOf(block.kind);
  const drawn = draw(block, context);
  if (drawn === null) return [];
  const own = `.${nodeClass(block.id)}`;
  const { look, kind } = block;
  if (!isPlain(look)) context.css.node(own, lookCss(look, kind, context.data.style));
  sizeCss(block, own, context.css);
  if (look.hideOn.length > 0) context.css.hide(own, look.hideOn);
  if (css) context.css.share(kind, typeof css === "string" ? css : kindCss(kind, css, context.data.style));
  return [drawn];
};

/** The rules of a kind, made once for a house style. */
const kindCss = (kind: string, css: (style: HouseStyle) => string, style: HouseStyle): string => {
  const made = cssOfKinds.get(style) ?? new Map<string, string>();
  cssOfKinds.set(style, made);
  const known = made.get(kind);
  if (known !== undefined) return known;
  const fresh = css(style);
  made.set(kind, fresh);
  return fresh;
};
const cssOfKinds = new WeakMap<HouseStyle, Map<string, string>>();
