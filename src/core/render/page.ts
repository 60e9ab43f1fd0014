import { baseCss } from "../draw/base-css";
import { Stylesheet } from "../draw/css";
import { firstFontFiles } from "../draw/fonts";
import { html, NOTHING, SafeHtml } from "../draw/html";
import type { VisitorWords } from "../draw/page-material";
import { commonFormat, drawingPath, preloadHtml, renditionPath } from "../draw/picture-html";
import type { Shaper } from "../measure/shaper";
import { TextMeasure } from "../measure/text-measure";
import { SLOTS, type Slot } from "../model/slot";
import type { RenderContext } from "./context";
import { currentOn } from "./kept-bands";
import { firstPicture, laidOver } from "./over-picture";
import type { PageData } from "./page-data";
import { partHtml } from "./part-html";
import { corePart, hiddenSomewhere, plainLayout } from "./plain-layout";
import { columnHtml } from "./side-column";
import { structuredData } from "./structured-data";

/** A page drawn: its parts apart (previews patch them one by one), and the whole document. */
export interface RenderedPage {
  readonly status: 200 | 403 | 404;
  readonly title: string;
  readonly css: string;
  readonly regions: Readonly<Record<Slot, string>>;
  /** Everything inside `body`. */
  readonly body: string;
  readonly needsScript: boolean;
}

const statusOf = (data: PageData): RenderedPage["status"] =>
  data.page.role === "notFound" ? 404 : data.mayRead ? 200 : 403;

export interface RenderOptions {
  /** Tells how wide texts are, so where menus become a button. */
  readonly shaper: Shaper;
  /** Node ids on the elements, for previews; public pages are drawn without. */
  readonly mark?: boolean;
}

/** Second step of drawing: the same bytes for the same data, wherever it runs. */
export const renderPage = (data: PageData, words: VisitorWords, options: RenderOptions): RenderedPage => {
  const css = new Stylesheet(data.style);
  css.share("base", baseCss(data.style));
  const ofCore = corePart(data.page.role);
  const hidden = ofCore ? hiddenSomewhere(SLOTS.flatMap((slot) => data.slots[slot]?.part ?? [])) : undefined;
  const state = { hasTitle: false, hasCore: false, needsScript: false, ...(hidden ? { hidden } : {}) };
  const over = laidOver(data);
  const measure = new TextMeasure(options.shaper, data.style, data.site.language);
  const contextOf = (): RenderContext => ({
    data,
    words,
    css,
    mark: options.mark ?? false,
    state,
    measure,
    over,
    isOver: false,
    isSticky: false,
    folds: null,
    rowMenus: [],
    current: currentOn(data),
    renderBlocks: () => [],
    renderSlide: () => NOTHING,
  });
  const draw = (slot: Slot): SafeHtml | null => {
    const context = contextOf();
    const part = data.slots[slot]?.part;
    if (slot === "side") return part ? columnHtml(part, context) : null;
    if (part || slot !== "layout") return part ? partHtml(part, context) : null;
    return partHtml(plainLayout(data.page.role, data.entry !== null, state.hasTitle), context);
  };
  const drawn = Object.fromEntries(SLOTS.map((slot) => [slot, draw(slot)])) as Record<Slot, SafeHtml | null>;
  const core = state.hasCore ? null : ofCore;
  if (core) drawn.layout = html`${drawn.layout}${partHtml(core, contextOf())}`;
  const title = documentTitle(data);
  if (!state.hasTitle) drawn.layout = html`<h1 class="hidden">${data.page.title}</h1>${drawn.layout}`;
  const regions = Object.fromEntries(SLOTS.map((slot) => [slot, (drawn[slot] ?? NOTHING).text])) as Record<
    Slot,
    string
  >;
  return {
    status: statusOf(data),
    title,
    css: css.toString(),
    regions,
    body: frame(drawn, words).text,
    needsScript: state.needsScript,
  };
};

/** The five regions inside their landmarks. A region without a part has no element. */
const frame = (drawn: Readonly<Record<Slot, SafeHtml | null>>, words: VisitorWords): SafeHtml => {
  // the title bar says what the page is about: it belongs to it, and is where the skip link leads
  const first = html` id="content"`;
  const titleBar = drawn.titleBar && html`<div class="slot-titleBar"${first}>${drawn.titleBar}</div>\n`;
  const layout = html`<div class="slot-layout"${titleBar ? NOTHING : first}>${drawn.layout}</div>`;
  const main = html`<main>${titleBar}${layout}</main>`;
  return html`<a class="skip" href="#content">${words.skip}</a>
${drawn.header && html`<header class="slot-header">${drawn.header}</header>`}
${drawn.side ? html`<div class="with-side">${main}<aside class="slot-side">${drawn.side}</aside></div>` : main}
${drawn.footer && html`<footer class="slot-footer">${drawn.footer}</footer>`}`;
};

const documentTitle = (data: PageData): string => {
  const { page, site } = data;
  if (page.role === "front") return site.name;
  return `${page.title}${page.pageNumber > 1 ? ` (${page.pageNumber})` : ""} · ${site.name}`;
};

/** The whole document of a public page. `scriptPath` and the origin are the host's own. */
export const documentHtml = (data: PageData, rendered: RenderedPage, scriptPath: string): string => {
  const { page, site } = data;
  const canonical = site.origin + page.path;
  const indexable = rendered.status === 200 && page.role !== "search" && page.role !== "account";
  return html`<!doctype html>
<html lang="${site.language}">
<head>
<meta charset="utf-8">
<title>${rendered.title}</title>
<meta name="viewport" content="width=device-width, initial-scale=1">
${page.description !== "" && html`<meta name="description" content="${page.description}">`}
${indexable ? html`<link rel="canonical" href="${canonical}">` : html`<meta name="robots" content="noindex">`}
${iconLink(data)}
${indexable && shareData(data, canonical)}
${firstFontFiles(data.style).map((file) => html`<link rel="preload" href="${file}" as="font" type="font/woff2" crossorigin>`)}
${firstPictureLink(data)}
<style>${new SafeHtml(rendered.css)}</style>
${structuredData(data)}
${rendered.needsScript && html`<script src="${scriptPath}" defer></script>`}
</head>
<body>
${new SafeHtml(rendered.body)}
</body>
</html>
`.text;
};

/** What is mostly the largest thing one sees first is asked for before the styles are read, in the best kind of file there is. */
const firstPictureLink = (data: PageData): SafeHtml | null => {
  const picture = firstPicture(data);
  return picture && preloadHtml(picture, "100vw");
};

/** The profile's icon as it is drawn, or in its smallest rendition; the product's neutral sign while there is none. */
const iconLink = ({ profile, pictures }: PageData): SafeHtml => {
  const icon = pictures[profile.icon];
  if (icon?.type === "image/svg+xml")
    return html`<link rel="icon" href="${drawingPath(icon)}" type="image/svg+xml">`;
  const width = icon?.renditions[0];
  return icon && width !== undefined
    ? html`<link rel="icon" href="${renditionPath(icon, width, commonFormat(icon))}" type="image/${commonFormat(icon)}">`
    : html`<link rel="icon" href="/_assets/icon.svg" type="image/svg+xml">`;
};

const SHARE_WIDTH = 1200;
/** What other places show of a page that is passed on (Open Graph protocol, ogp.me): its own picture, else the profile's. */
const shareData = (data: PageData, canonical: string): SafeHtml => {
  const { page, site, pictures, profile, entry } = data;
  const picture = pictures[entry?.picture ?? ""] ?? pictures[profile.sharePicture];
  const width = picture?.renditions.find((each) => each >= SHARE_WIDTH) ?? picture?.renditions.at(-1);
  return html`<meta property="og:title" content="${page.title}">
<meta property="og:type" content="${page.role === "entry" ? "article" : "website"}">
<meta property="og:url" content="${canonical}">
<meta property="og:site_name" content="${profile.name}">
${page.description !== "" && html`<meta property="og:description" content="${page.description}">`}
${
  picture &&
  width !== undefined &&
  html`<meta property="og:image" content="${site.origin}${renditionPath(picture, width, commonFormat(picture))}">
<meta property="og:image:alt" content="${picture.alt}">`
}`;
};
