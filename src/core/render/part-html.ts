import { traitsOf } from "../blocks";
import {
  BACKGROUND_LAYERS,
  type BackgroundLayer,
  type Band,
  type Cell,
  isNothing,
  layerAbovePicture,
  type Part,
  placesOnSmall,
  shareAt,
  type Video,
} from "../design/part";
import { isCellHidden } from "../design/tree";
import { nodeClass } from "../draw/context";
import { alignedAlong, colourCss, rem } from "../draw/css";
import { attributes, html, NOTHING, type SafeHtml } from "../draw/html";
import { focalPosition, pictureHtml } from "../draw/picture-html";
import { textureCss } from "../draw/textures";
import { rowMenus } from "../layout/fit";
import { rowHeight } from "../layout/heights";
import { foldsOf } from "../layout/kept-fits";
import type { HouseStyle } from "../model/house-style";
import type { AnyBlock } from "../model/look";
import type { Picture } from "../model/picture";
import type { Responsive } from "../model/values";
import { valueAt, WIDTHS, type Width } from "../model/values";
import type { RenderContext } from "./context";
import { drawBand } from "./kept-bands";
import { isPlain, lookCss } from "./look-css";
import { picturesBehind } from "./over-picture";
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
        renderBlocks: (blocks) => blocks.flatMap((block) => blockHtml(block, nested)),
      };
      return bandHtml(band, nested);
    }),
  )}`;
  // of a part whose bands are all gone not even the landmark is left
  return bands.text === "" ? null : bands;
};

const bandHtml = (band: Band, context: RenderContext): SafeHtml => {
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
  css.responsive(`${selector}>.in`, band.paddingBlock, (padding) => ({ "padding-block": rem(padding) }));
  const { over } = context;
  if (over?.under.id === band.id) {
    const room = (width: Width) =>
      valueAt(band.paddingBlock, width) + rowHeight(over.band, context.data, style, width);
    css.responsive(`${selector}>.in`, perWidth(room), (top) => ({ "padding-top": rem(top) }));
  }
  if (band.sticky) stickyCss(own, band, context);
  if (band.overlap > 0)
    css.node(own, {
      [band.overlapSide === "above" ? "margin-top" : "margin-bottom"]: `-${rem(band.overlap)}`,
      "z-index": "2",
    });
  if (band.hideOn.length > 0) css.hide(own, band.hideOn);
  const classes = [
    "band",
    band.width === "content" ? "" : band.width,
    band.stackOnSmall ? "stack" : "",
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
  const inside = html`${backgroundHtml(band, selector, context)}<div class="in">${band.cells.map((cell, at) => cellHtml(cell, places?.[at] ?? 0, counting))}</div>`;
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

const stickyCss = (own: string, band: Band, { css, state, isOver }: RenderContext): void => {
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
  const grows = band.stickyGrows && band.width === "boxed";
  if (grows) css.node(`.scrolled ${own}`, { "max-width": "none" });
  if (band.stickyWhen === "scrollingUp" || band.overPicture.on || grows) state.needsScript = true;
};

const IN_USUAL_ORDER = { order: [...BACKGROUND_LAYERS] };

const backgroundHtml = (band: Band, within: string, context: RenderContext): SafeHtml | null => {
  const { background } = band;
  const behind = picturesBehind(band, context.data).flatMap((id) => context.data.pictures[id] ?? []);
  const [picture] = behind;
  const selector = `${within}>.bg`;
  /** Where a layer lies, if that is not where it lies anyway. */
  const depth = (layer: BackgroundLayer) => {
    const above = layerAbovePicture(background, layer);
    return { "z-index": above === layerAbovePicture(IN_USUAL_ORDER, layer) ? null : String(above) };
  };
  if (background.texture !== "none")
    context.css.node(`${selector}::before`, {
      ...textureCss(background.texture, "currentColor", background.textureStrength),
      ...depth("texture"),
    });
  else if (!picture) return null;
  if (!picture) return html`<div class="bg"></div>`;
  const fit = background.pictureFit === "whole" ? "contain" : null;
  for (const [at, each] of behind.entries())
    context.css.node(at === 0 ? `${selector} img` : `${selector} .slide-${at} img`, {
      "object-position": focalPosition(each),
      "object-fit": fit,
    });
  if (background.overlay > 0)
    context.css.node(`${selector}::after`, {
      background: overlayCss(background, context.data.style),
      opacity: String(background.overlay / 100),
      ...depth("overlay"),
    });
  const image = (each: Picture, eager: boolean) => pictureHtml(each, { sizes: "100vw", alt: "", eager });
  if (background.video)
    return html`<div class="bg">${image(picture, true)}${videoHtml(background.video, context)}</div>${stopHtml(context, true)}`;
  if (behind.length === 1) return html`<div class="bg">${image(picture, true)}</div>`;
  context.css.share("stop", STOP_CSS);
  slidesCss(behind.length, selector, background.slideSeconds, context);
  const follow = behind
    .slice(1)
    .map((each, at) => html`<div class="slide slide-${at + 1}">${image(each, false)}</div>`);
  return html`<div class="bg">${image(picture, true)}${follow}</div>${stopHtml(context, false)}`;
};

/** A box that stops what moves by itself (WCAG 2.2 §2.2.2). What only a script starts is stopped by a box it shows. */
const stopHtml = ({ words }: RenderContext, isHidden: boolean): SafeHtml =>
  html`<label class="stop"${attributes({ hidden: isHidden ? true : null })}><input type="checkbox"> ${words.stopSlides}</label>`;
const STOP_CSS = `.stop{position:absolute;right:.75rem;bottom:.5rem;z-index:3;display:none;gap:.4rem;align-items:center;min-height:24px;padding:.1rem .6rem;border-radius:var(--radius);background:rgb(0 0 0/.72);color:#fff;font-size:.8125rem;cursor:pointer}
@media (prefers-reduced-motion:no-preference){.stop:not([hidden]){display:flex}}`;

/** Silent, and started by the script only: without one, and for who asked for less motion or less data, the picture stays. */
const videoHtml = ({ file, type }: Video, context: RenderContext): SafeHtml => {
  const { css, state } = context;
  css.share("stop", STOP_CSS);
  css.share(
    "video",
    ".bg video{position:absolute;inset:0;width:100%;height:100%;object-fit:cover}.bg video:not(.on){opacity:0}",
  );
  state.needsScript = true;
  const all = attributes({
    src: `/_media/${file}.${type === "video/mp4" ? "mp4" : "webm"}`,
    muted: true,
    loop: true,
    playsinline: true,
    preload: "none",
    "aria-hidden": "true",
    tabindex: "-1",
  });
  return html`<video${all}></video>`;
};

/**
 * Pictures that follow one another by themselves, without a script: each lies over the ones before it for its time. One
 * box stops them (WCAG 2.2 §2.2.2), and who asked for less motion sees the first one only.
 */
const slidesCss = (count: number, selector: string, seconds: number, { css }: RenderContext): void => {
  css.share(
    "slides",
    `.slide{position:absolute;inset:0;opacity:0}
@media (prefers-reduced-motion:no-preference){.band:has(.stop input:checked) .slide{animation-play-state:paused!important}}`,
  );
  const share = 100 / count;
  const fade = Math.min(share / 3, (100 * 1.2) / (seconds * count));
  const at = (percent: number) => `${Math.round(percent * 100) / 100}%`;
  for (let slide = 1; slide < count; slide += 1) {
    const name = `s-${count}-${slide}-${seconds}`;
    const [start, end] = [share * slide, share * (slide + 1)];
    css.extra(
      `@keyframes ${name}{0%,${at(start - fade)}{opacity:0}${at(start)},${at(end - fade)}{opacity:1}${end >= 100 ? "100%" : `${at(end)},100%`}{opacity:0}}`,
    );
    css.extra(
      `@media (prefers-reduced-motion:no-preference){${selector} .slide-${slide}{animation:${name} ${seconds * count}s infinite}}`,
    );
  }
};

/** The colour of a band, or a gradient from it to another. */
const groundCss = ({ colour, colourTo, colourAngle }: Band["background"], style: HouseStyle): string => {
  const first = colourCss(style, colour);
  if (colourTo === "" || first === "") return first;
  return `linear-gradient(${colourAngle}deg,${first},${colourCss(style, colourTo)})`;
};

/** The overlay as one colour, or as a gradient from it to another. */
const overlayCss = (background: Band["background"], style: HouseStyle): string => {
  const first = colourCss(style, background.overlayColour || background.colour) || "#000000";
  if ((background.overlayTo ?? "") === "") return first;
  return `linear-gradient(${background.overlayAngle}deg,${first},${colourCss(style, background.overlayTo)})`;
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
    ...(isColumn && cell.align === "centre" ? alignedAlong("centre") : {}),
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
