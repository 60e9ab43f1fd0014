import { textClass } from "../draw/base-css";
import { type BlockContext, element, nodeClass, wordsOf } from "../draw/context";
import { colourCss } from "../draw/css";
import { factItems } from "../draw/entry-facts";
import { attributes, type Content, html, type SafeHtml } from "../draw/html";
import type { EntryView, ListView } from "../draw/page-material";
import { focalPosition, pictureHtml } from "../draw/picture-html";
import type { TypeStyle } from "../model/house-style";
import type { Width } from "../model/values";
import { MUTED, PLAIN } from "./inks";
import { type BlockWith, defineBlock } from "./kind";
import { columnsCss, LIST_CSS, paddingCss, pictureAcross } from "./list-css";
import {
  type Arrangement,
  goAlong,
  hasPictures,
  isFirstLarge,
  type ListSettings,
  listSettings,
} from "./list-settings";

type Block = BlockWith<"entryList", ListSettings>;

/** What is written of entries where the list says no style of its own. */
const NAME_STYLES: Readonly<Record<Arrangement, TypeStyle>> = {
  rows: "h4",
  cards: "h4",
  columns: "h4",
  timeline: "h4",
  compact: "body",
};

/** A list of entries. Which entries is settled before drawing: see `render/plan`. */
export const entryList = defineBlock({
  kind: "entryList",
  settings: listSettings,
  inks: ({ itemGround: ground, arrangement, ...settings }) => {
    const { facts } = settings[arrangement];
    return [
      { ...PLAIN, ground },
      // what stands above the entries of a period is on none of their grounds
      ...(arrangement === "timeline" && ground !== "" ? [PLAIN] : []),
      ...(facts.length === 0 ? [] : [{ ...MUTED, ground }]),
    ];
  },
  goAlong,
  draw: (block, context) => {
    const list = context.data.lists[block.id];
    const { settings } = block;
    // what was searched for has been answered
    const isResult = settings.from === "archive" && context.data.page.role === "search";
    if (isResult && !context.state.hidden?.has(block.id)) context.state.hasCore = true;
    drawRules(block, context);
    if (!list || list.entries.length === 0)
      return element(
        "div",
        block,
        context,
        {},
        html`${filtersHtml(list, context)}<p class="none">${wordsOf(context, "whenEmpty", settings.whenEmpty)}</p>`,
      );
    const { arrangement } = settings;
    const item = itemOf(block, context);
    const hasLarge = isFirstLarge(settings) && list.page === 1;
    const items = (entries: readonly EntryView[]) =>
      html`<ul${listClass(settings)}>${entries.map((entry, at) => item(entry, hasLarge && at === 0, at))}</ul>`;
    return element(
      "div",
      block,
      context,
      { class: arrangement },
      html`${filtersHtml(list, context)}${
        arrangement === "timeline"
          ? periodsOf(list.entries, block, context).map(
              ({ name, entries }) =>
                html`<div class="period">${name === "" ? null : headingHtml(settings.nameLevel, "h5", name, context)}${items(entries)}</div>`,
            )
          : items(list.entries)
      }`,
    );
  },
  css: LIST_CSS,
});

/** The links above a list, each with how many entries there are then. */
const filtersHtml = (list: ListView | undefined, { words, css }: BlockContext): SafeHtml | null => {
  const filters = list?.filters ?? [];
  if (filters.length === 0) return null;
  css.share(
    "filters",
    `.b-entryList>.filters{margin-bottom:1.25rem}.b-entryList>nav.filters>ul{display:flex;flex-wrap:wrap;gap:.25rem 1.25rem}.b-entryList>nav.filters>ul>li{display:block;margin:0}
.filters a{display:inline-block;padding-block:.25rem;color:inherit}.filters [aria-current]{font-weight:700;text-decoration:none}`,
  );
  return html`<nav class="filters" aria-label="${words.narrow}"><ul>${filters.map(
    ({ name, href, count, isCurrent }) =>
      html`<li><a${attributes({ href, "aria-current": isCurrent ? "true" : null })}>${name || words.all}${count === null ? "" : ` (${count})`}</a></li>`,
  )}</ul></nav>`;
};

/** What was found of it, with what was looked for; else its summary. */
const summaryHtml = ({ extract, summary }: EntryView, most: number): SafeHtml | null => {
  if (extract)
    return html`<p>${extract.map(({ text, isHit }) => (isHit ? html`<mark>${text}</mark>` : text))}</p>`;
  return summary === "" ? null : html`<p>${cutTo(summary, most)}</p>`;
};

const listClass = ({ arrangement, line, wholeLink }: ListSettings): SafeHtml | null => {
  const hasLines = line && arrangement !== "cards" && arrangement !== "columns";
  const classes = [...(hasLines ? ["lines"] : []), ...(wholeLink ? ["whole"] : [])];
  return classes.length === 0 ? null : html` class="${classes.join(" ")}"`;
};

/** What a list has that others of its kind do not. */
const drawRules = ({ id, settings }: Block, { css }: BlockContext): void => {
  const { arrangement, ratio, itemGround, itemPadding } = settings;
  const self = `.${nodeClass(id)}`;
  // with its unit even where it is none: it is counted with
  css.node(self, { "--gap": `${settings[arrangement].gap / 16}rem` });
  if (arrangement === "cards" || arrangement === "columns")
    css.responsive(`${self}>ul`, settings[arrangement].columns, columnsCss[arrangement]);
  if (ratio !== "3:2")
    css.node(`${self} .shot`, { "aspect-ratio": ratio === "whole" ? "auto" : ratio.replace(":", "/") });
  if (itemGround !== "")
    // what is said where there are none stands as they would
    css.node(`${self} :is(li,.none)`, {
      background: colourCss(css.style, itemGround),
      padding: paddingCss(itemPadding),
      "border-radius": "var(--radius)",
    });
};

const headingHtml = (level: string, style: TypeStyle, content: Content, context: BlockContext): SafeHtml =>
  html`<${level} class="${textClass(style, context)}">${content}</${level}>`;

/** Entries that stand in a row by when they are, with what that time is called; what has none is in none. */
const periodsOf = (
  entries: readonly EntryView[],
  { settings: { sort, timeline } }: Block,
  { words }: BlockContext,
): readonly { readonly name: string; readonly entries: readonly EntryView[] }[] => {
  const periods: { name: string; entries: EntryView[] }[] = [];
  for (const entry of entries) {
    const when = entry.starts ?? (sort === "start" ? null : entry.published);
    const name = when === null ? "" : words.period(when, timeline.by);
    const last = periods.at(-1);
    if (last?.name === name) last.entries.push(entry);
    else periods.push({ name, entries: [entry] });
  }
  return periods;
};

/** How wide pictures stand on the page, as browsers are told before they know the layout. */
const sizesOf = (block: Block, { data }: BlockContext, isFirst: boolean): string => {
  const { contentWidth, edgeWide, edgeMiddle } = data.style.measures;
  const across = (width: Width, screen: number) =>
    Math.ceil(pictureAcross(block.settings, width, Math.min(contentWidth, screen) - EDGES, isFirst));
  return [
    `(width < ${edgeMiddle}px) ${across("small", edgeMiddle)}px`,
    `(width < ${edgeWide}px) ${across("middle", edgeWide)}px`,
    `${across("wide", contentWidth + EDGES)}px`,
  ].join(", ");
};
/** Distance of content from the edges of the screen, px: 1.5rem on either side. */
const EDGES = 48;

const shot = (entry: EntryView, sizes: string, ratio: string, context: BlockContext): SafeHtml => {
  const picture = context.data.pictures[entry.picture ?? ""];
  if (!picture) return html`<div class="shot"></div>`;
  const name = `p-${picture.file.slice(0, 10)}`;
  if (ratio !== "whole") context.css.node(`.${name}`, { "object-position": focalPosition(picture) });
  return html`<div class="shot">${pictureHtml(picture, { sizes, alt: "", class: name })}</div>`;
};

/** The first so many words; what is left out is said by three dots. */
export const cutTo = (summary: string, most: number): string => {
  const words = summary.split(/\s+/).filter((word) => word !== "");
  if (most === 0 || words.length <= most) return summary;
  return `${words
    .slice(0, most)
    .join(" ")
    .replace(/[\p{P}\s]+$/u, "")} …`;
};

/** The side a picture is at, where it stands beside the words. */
const sideAt = ({ arrangement, rows }: ListSettings, at: number): "left" | "right" | null => {
  if (arrangement === "cards" || arrangement === "columns") return null;
  if (arrangement !== "rows") return "left";
  if (rows.picture === "alternating") return at % 2 === 0 ? "left" : "right";
  return rows.picture === "right" ? "right" : "left";
};

/** What draws one entry of a list, by its place in it. */
const itemOf = (block: Block, context: BlockContext) => {
  const { settings } = block;
  const { arrangement, ratio, nameLevel, nameStyle, more, summaryWords, dates } = settings;
  const { summary, facts } = settings[arrangement];
  const sizes = sizesOf(block, context, false);
  const level = arrangement === "timeline" ? BELOW[nameLevel] : nameLevel;
  return (entry: EntryView, isLarge: boolean, at: number): SafeHtml => {
    const isShown = hasPictures(settings) || isLarge;
    const hasPicture = context.data.pictures[entry.picture ?? ""] !== undefined;
    // an empty box keeps names in line; where nothing stands in line there is none
    const picture =
      isShown && (hasPicture || (!isLarge && arrangement !== "columns"))
        ? shot(entry, isLarge ? sizesOf(block, context, true) : sizes, ratio, context)
        : null;
    const side = isLarge || picture === null ? null : sideAt(settings, at);
    const items = factItems(entry, facts, context.words, dates);
    const words = html`<div class="words">${headingHtml(
      level,
      nameStyle || (isLarge ? "h2" : NAME_STYLES[arrangement]),
      html`<a class="name" href="${entry.path}">${entry.title}</a>${
        entry.restricted ? html` <span class="lock">${context.words.membersOnly}</span>` : null
      }`,
      context,
    )}${items.length > 0 ? html`<div class="facts t-small">${items}</div>` : null}${
      summary || isLarge ? summaryHtml(entry, summaryWords) : null
    }${
      more === ""
        ? null
        : html`<p class="more"><a href="${entry.path}">${wordsOf(context, "more", more)}<span class="hidden">: ${entry.title}</span></a></p>`
    }</div>`;
    return html`<li${attributes({ class: isLarge ? "first" : side })}>${picture}${words}</li>`;
  };
};
/** The level of a heading below another. */
const BELOW = { h2: "h3", h3: "h4", h4: "h5" } as const;
