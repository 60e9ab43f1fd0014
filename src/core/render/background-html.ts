import { BACKGROUND_LAYERS, type BackgroundLayer, type Band, layerAbovePicture } from "../design/part";
import { colourCss } from "../draw/css";
import { attributes, html, type SafeHtml } from "../draw/html";
import { focalPosition, pictureHtml } from "../draw/picture-html";
import { stopBox } from "../draw/stop-box";
import { textureCss } from "../draw/textures";
import { mediaPath } from "../model/film";
import type { HouseStyle } from "../model/house-style";
import type { Picture } from "../model/picture";
import { filesOf, type Video } from "../model/video";
import type { RenderContext } from "./context";
import { picturesBehind } from "./over-picture";

/** What lies behind a band: pictures, a video, a texture, an overlay, and the colour below them. */

const IN_USUAL_ORDER = { order: [...BACKGROUND_LAYERS] };

export const backgroundHtml = (
  band: Band,
  within: string,
  context: RenderContext,
  isFirst = true,
): SafeHtml | null => {
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
  const fit = background.pictureFit === "fills" ? null : "contain";
  if (background.pictureFit === "across") context.css.node(selector, { "container-type": "size" });
  for (const [at, each] of behind.entries()) {
    const image = at === 0 ? `${selector} img` : `${selector} .slide-${at} img`;
    context.css.node(image, { "object-position": focalPosition(each), "object-fit": fit });
    // a box wider than the picture: as wide as it, the picture is higher than the box
    if (background.pictureFit === "across")
      context.css.extra(
        `@container (min-aspect-ratio:${each.width}/${each.height}){${image}{object-fit:cover}}`,
      );
  }
  if (background.overlay > 0)
    context.css.node(`${selector}::after`, {
      background: overlayCss(background, context.data.style),
      opacity: String(background.overlay / 100),
      ...depth("overlay"),
    });
  const image = (each: Picture, eager: boolean) => pictureHtml(each, { sizes: "100vw", alt: "", eager });
  const first = image(picture, isFirst);
  if (background.video)
    return html`<div class="bg">${first}${videoHtml(background.video, context)}</div>${stopBox(context, true)}${saidBox(background.video, context)}`;
  if (behind.length === 1) return html`<div class="bg">${first}</div>`;
  slidesCss(behind.length, selector, background.slideSeconds, context);
  const follow = behind
    .slice(1)
    .map((each, at) => html`<div class="slide slide-${at + 1}">${image(each, false)}</div>`);
  return html`<div class="bg">${first}${follow}</div>${stopBox(context, false)}`;
};

/** Where the script writes what is said, above all that lies over the video. */
const saidBox = ({ captions }: Video, { css }: RenderContext): SafeHtml | null => {
  if (!captions) return null;
  css.share(
    "said",
    ".said-now{position:absolute;z-index:3;left:50%;bottom:2.75rem;translate:-50% 0;width:max-content;max-width:min(38rem,92%);margin:0;padding:.3rem .8rem;border-radius:var(--radius);background:#101418;color:#fff;text-align:center;white-space:pre-line}.said-now:empty{display:none}",
  );
  return html`<p class="said-now t-small"></p>`;
};

/** Silent, and started by the script only: without one, and for who asked for less motion or less data, the picture stays. */
const videoHtml = (video: Video, context: RenderContext): SafeHtml => {
  const { css, state, data } = context;
  css.share(
    "video",
    ".bg video{position:absolute;inset:0;width:100%;height:100%;object-fit:cover}.bg video:not(.on){opacity:0}",
  );
  state.needsScript = true;
  const all = attributes({
    muted: true,
    loop: true,
    playsinline: true,
    preload: "none",
    "aria-hidden": "true",
    tabindex: "-1",
  });
  const sources = filesOf(video).map(
    ({ file, type }) => html`<source src="${mediaPath({ file, type })}" type="${type}">`,
  );
  const { captions } = video;
  const track =
    captions &&
    html`<track kind="captions" src="/_media/${captions.file}.vtt" srclang="${data.site.language}" label="${captions.name}">`;
  return html`<video${all}>${sources}${track ?? null}</video>`;
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
export const groundCss = (
  { colour, colourTo, colourAngle }: Band["background"],
  style: HouseStyle,
): string => {
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
