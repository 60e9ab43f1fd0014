import { type BlockContext, element, nodeClass } from "../draw/context";
import { colourCss } from "../draw/css";
import { html, type SafeHtml } from "../draw/html";
import type { Slide } from "../draw/slide";
import { stopBox } from "../draw/stop-box";
import { type Responsive, valueAt } from "../model/values";
import { SCREEN_HEIGHTS } from "./heights";
import { heroSettings } from "./hero-settings";
import { defineBlock } from "./kind";
import { slidesOf } from "./slides";

/** Distance of the words from the upper and lower edge, px. */
export const HERO_PADDING: Responsive<number> = { wide: 56, small: 44 };
export const HERO_GAP = 14;

export const hero = defineBlock({
  kind: "hero",
  settings: heroSettings,
  holdsBlocks: true,
  isFramedItself: true,
  ignores: () => ["colour", "background", "align", "radius", "shadow"],
  entries: ({ kind, slides: { from, kinds, count } }) =>
    kind !== "slides" || from === "own"
      ? null
      : {
          kinds,
          count,
          upcoming: from === "upcoming",
          // what comes next begins with what comes first
          direction: from === "upcoming" ? "up" : "down",
        },
  height: (block, scene, heightOf) => {
    if (block.settings.kind === "none") return null;
    const slides = slidesOf(block, {}, null);
    const { height, screenHeight } = block.settings;
    const words = slides.map(({ blocks }) => {
      const inside = blocks.flatMap((each) => heightOf(each) ?? []);
      return inside.reduce((sum, each) => sum + each, HERO_GAP * Math.max(0, inside.length - 1));
    });
    const padding = valueAt(HERO_PADDING, scene.width);
    if (block.settings.kind === "map") return mapHeight(slides, words, padding);
    return Math.max(
      valueAt(height, scene.width),
      (valueAt(screenHeight, scene.width) * SCREEN_HEIGHTS[scene.width]) / 100,
      Math.max(0, ...words) + 2 * padding,
    );
  },
  draw: (block, context) => {
    const slides = slidesOf(block, context.data.lists, context.words);
    const { arrangement, arrows, plays, seconds, dots } = block.settings.slides;
    const drawn = slides.map((slide, at) => context.renderSlide(slide, at));
    if (drawn.length === 0) return null;
    if (block.settings.kind === "map") {
      // a map and the words below it: no seam between them
      const ground = colourCss(context.data.style, slides[0]?.ground ?? "");
      context.css.node(`.${nodeClass(block.id)}`, { background: ground });
      return element("div", block, context, {}, drawn);
    }
    if (drawn.length === 1) return element("div", block, context, {}, drawn[0] ?? "");
    const { words } = context;
    const carousel = { role: "group", "aria-roledescription": "carousel", "aria-label": words.slides };
    if (arrangement === "beside")
      return element(
        "div",
        block,
        context,
        { class: "beside", attributes: carousel },
        html`<div class="slides" tabindex="0" role="group" aria-label="${words.slides}">${drawn.map((each, at) => shownIn(each, at, drawn.length, context))}</div>`,
      );
    context.state.needsScript = true;
    oneAtATime(block.id, drawn.length, plays ? seconds : 0, context);
    const name = `h-${block.id}`;
    const around = (at: number): SafeHtml | null =>
      arrows
        ? html`<label class="to back" for="${name}-${(at + drawn.length - 1) % drawn.length}"></label><label class="to on" for="${name}-${(at + 1) % drawn.length}"></label>`
        : null;
    const picks = drawn.map(
      (_, at) =>
        html`<input type="radio" name="${name}" id="${name}-${at}" aria-label="${words.slide(at + 1, drawn.length)}">`,
    );
    return element(
      "div",
      block,
      context,
      { attributes: carousel },
      html`<div class="slides">${drawn.map((each, at) => shownIn(html`${each}${around(at)}`, at, drawn.length, context))}</div><div class="picks${dots ? "" : " hidden"}" role="radiogroup" aria-label="${words.slides}">${picks}</div>${plays ? stopBox(context, false) : null}`,
    );
  },
  css: ({
    measures: { contentWidth, edgeMiddle },
  }) => `.b-hero{flex:1 1 100%;width:100%;min-width:0;position:relative;touch-action:pan-y pinch-zoom}.bleed>.in{padding:0;max-width:none}
.b-hero .band{height:100%}.b-hero .band>.in{height:100%}.b-hero .cell>.b-button{align-self:var(--along,flex-start)}
.slides{display:grid}.slides>*{grid-area:1/1;display:grid;position:relative;min-width:0}
.beside>.slides{grid-auto-flow:column;grid-auto-columns:min(86%,60rem);overflow-x:auto;scroll-snap-type:x mandatory;gap:.5rem}.beside>.slides>*{grid-area:auto;scroll-snap-align:start}
.picks{position:absolute;left:.75rem;bottom:.5rem;z-index:3;display:flex;border-radius:var(--radius);background:rgb(0 0 0/.72);color:#fff}
.picks>input{appearance:none;margin:0;width:28px;height:24px;color:inherit;cursor:pointer;border-radius:var(--radius);background:linear-gradient(currentColor,currentColor) center/16px 3px no-repeat;opacity:.6}.picks>input:checked{opacity:1;background-size:22px 5px}
.to{position:absolute;top:calc(50% - 22px);z-index:3;width:44px;height:44px;display:grid;place-items:center;border-radius:var(--radius);background:rgb(0 0 0/.72);color:#fff;font-size:1.5rem;line-height:1;cursor:pointer;user-select:none}.to.back{left:.25rem}.to.on{right:.25rem}
.to.back::before{content:"‹";content:"‹"/""}.to.on::before{content:"›";content:"›"/""}
@media (forced-colors:active){.picks>input{appearance:auto;opacity:1}}
.picks.hidden:focus-within{width:auto;height:auto;overflow:visible;clip-path:none}
@media (width < ${edgeMiddle / 16}em){.b-hero:has(.picks:not(.hidden)) .to{display:none}.to{top:auto;bottom:.25rem;width:36px;height:36px}.to.on{left:2.75rem;right:auto}}
@media (${edgeMiddle / 16}em <= width < ${(contentWidth + 2 * BESIDE_ARROWS) / 16}em){.b-hero:has(.to) .band>.in{padding-inline:3.5rem}}
@media (prefers-reduced-motion:no-preference){.b-hero:is(:hover,:focus-within,:has(.stop input:checked)) :is(.slides>*){animation-play-state:paused!important}}`,
});

/** Narrower than the content and so much either side, the arrows would stand on the words, px. */
const BESIDE_ARROWS = 56;

/** One below the other: what reaches the edges has no padding. */
const mapHeight = (slides: readonly Slide[], heights: readonly number[], padding: number): number =>
  slides.reduce((sum, { isAcross }, at) => sum + (heights[at] ?? 0) + (isAcross ? 0 : 2 * padding), 0);

/** One slide among others, as it is read aloud. */
const shownIn = (inside: SafeHtml, at: number, of: number, { words }: BlockContext): SafeHtml =>
  html`<div role="group" aria-roledescription="slide" aria-label="${words.slide(at + 1, of)}">${inside}</div>`;

/** How long one goes over into the next, s. */
const FADE = 0.5;

/**
 * One at a time: the one that is picked, else the first; where they play, each in its turn until one is picked. By
 * rules alone: a script adds nothing but a finger that pushes.
 */
const oneAtATime = (id: string, count: number, seconds: number, { css }: BlockContext): void => {
  const own = `.${nodeClass(id)}`;
  const shown = "opacity:1;visibility:visible";
  const picked = Array.from(
    { length: count },
    (_, at) => `${own}:has(.picks>:nth-child(${at + 1}):checked)>.slides>:nth-child(${at + 1})`,
  );
  css.extra(
    `${own}>.slides>*{opacity:0;visibility:hidden}${own}:not(:has(.picks>:checked))>.slides>:first-child,${picked.join()}{${shown}}`,
  );
  if (seconds === 0) return;
  const total = seconds * count;
  const at = (time: number) => `${Math.round((time / total) * 10000) / 100}%`;
  for (let slide = 0; slide < count; slide += 1) {
    const name = `h-${count}-${slide}-${seconds}`;
    const [start, end] = [slide * seconds, (slide + 1) * seconds];
    const hidden = "opacity:0;visibility:hidden";
    // each lies over the one before it until the next one lies over it; under the last one the first comes back
    const steps =
      slide === 0
        ? `0%,${at(end)}{${shown}}${at(end + 0.01)},${at(total - FADE - 0.01)}{${hidden}}${at(total - FADE)},100%{${shown}}`
        : slide === count - 1
          ? `0%,${at(start - FADE)}{${hidden}}${at(start)},${at(total - FADE)}{${shown}}100%{${hidden}}`
          : `0%,${at(start - FADE)}{${hidden}}${at(start)},${at(end)}{${shown}}${at(end + 0.01)},100%{${hidden}}`;
    css.extra(`@keyframes ${name}{${steps}}`);
    css.extra(
      `@media (prefers-reduced-motion:no-preference){${own}:not(:has(.picks>:checked))>.slides>:nth-child(${slide + 1}){animation:${name} ${total}s infinite}}`,
    );
  }
};
