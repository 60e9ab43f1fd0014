import { z } from "zod";
import { type BlockContext, element, nodeClass, wordsOf } from "../draw/context";
import { FACTS_CSS, factItems } from "../draw/entry-facts";
import { html, type SafeHtml } from "../draw/html";
import type { EntryView } from "../draw/page-material";
import { focalPosition, pictureHtml } from "../draw/picture-html";
import { px, responsive } from "../model/values";
import { MUTED, PLAIN } from "./inks";
import { type BlockWith, defineBlock } from "./kind";
import { deciding, factsSetting, kindIds, ownField, termIds, words } from "./roles";

export const ARRANGEMENTS = ["rows", "cards"] as const;

/** By when it is or was published; by its name; as its kind puts it; by when it begins; by an own field. */
export const SORTS = ["date", "title", "own", "start", "field"] as const;

const settings = z.object({
  /** Which entries: this archive's own, those of kinds, or those that have topics in common with the page's entry. */
  from: deciding(z.enum(["archive", "kinds", "related"])).default("archive"),
  kinds: kindIds().default([]),
  terms: termIds().default([]),
  /** None that is about any of these. */
  notTerms: termIds().default([]),
  /** Only what is not over, or only what is. */
  upcoming: deciding(z.boolean()).default(false),
  past: deciding(z.boolean()).default(false),
  /** The entry of the page itself is left out. */
  notThis: deciding(z.boolean()).default(false),
  /** So is what lists and heroes above it show. */
  notAbove: deciding(z.boolean()).default(false),
  /** It starts after so many. */
  skip: deciding(px(500)).default(0),
  sort: deciding(z.enum(SORTS)).default("date"),
  /** What it is sorted by, where that is an own field. */
  sortField: ownField().default(""),
  direction: deciding(z.enum(["up", "down"])).default("down"),
  /** 0 means all. */
  count: deciding(px(500)).default(0),
  paged: deciding(z.boolean()).default(true),
  pageSize: deciding(z.number().int().min(1).max(100)).default(12),
  arrangement: z.enum(ARRANGEMENTS).default("rows"),
  rows: z
    .object({
      picture: z.enum(["left", "right", "none"]).default("left"),
      summary: z.boolean().default(true),
      facts: factsSetting().default(["date"]),
    })
    .default({ picture: "left", summary: true, facts: ["date"] }),
  cards: z
    .object({
      columns: responsive(z.number().int().min(1).max(6)).default({ wide: 3, middle: 2, small: 1 }),
      picture: z.boolean().default(true),
      summary: z.boolean().default(true),
      facts: factsSetting().default(["date"]),
    })
    .default({ columns: { wide: 3, middle: 2, small: 1 }, picture: true, summary: true, facts: ["date"] }),
  whenEmpty: words().default("Nothing here yet."),
});
type RowPicture = z.output<typeof settings>["rows"]["picture"];
/** The side it had is kept; where rows had no picture it comes where it usually is. */
const pictureInRows = (side: RowPicture, isShown: boolean): RowPicture =>
  isShown ? (side === "none" ? "left" : side) : "none";

type Block = BlockWith<"entryList", z.output<typeof settings>>;

/** A list of entries as rows or cards. Which entries is settled before drawing: see `render/plan`. */
export const entryList = defineBlock({
  kind: "entryList",
  settings,
  inks: ({ arrangement, rows, cards }) => {
    const { facts } = arrangement === "cards" ? cards : rows;
    return facts.length === 0 ? [PLAIN] : [PLAIN, MUTED];
  },
  // rows and cards keep what is their own; facts, summary and whether there are pictures go from one to the other
  goAlong: (before, after) => {
    if (before.arrangement === after.arrangement) return after;
    const { facts, summary } = before[before.arrangement];
    const hasPicture = before.arrangement === "rows" ? before.rows.picture !== "none" : before.cards.picture;
    const { rows, cards } = after;
    return after.arrangement === "cards"
      ? { ...after, cards: { ...cards, facts, summary, picture: hasPicture } }
      : { ...after, rows: { ...rows, facts, summary, picture: pictureInRows(rows.picture, hasPicture) } };
  },
  draw: (block, context) => {
    const list = context.data.lists[block.id];
    if (!list || list.entries.length === 0)
      return element(
        "div",
        block,
        context,
        {},
        html`<p>${wordsOf(context, "whenEmpty", block.settings.whenEmpty)}</p>`,
      );
    const { arrangement, cards } = block.settings;
    const selector = `.${nodeClass(block.id)}>ul`;
    if (arrangement === "cards")
      context.css.responsive(selector, cards.columns, (columns) => ({
        "grid-template-columns": `repeat(${columns},minmax(0,1fr))`,
      }));
    const items = list.entries.map((entry) =>
      arrangement === "cards" ? card(entry, block, context) : row(entry, block, context),
    );
    return element("div", block, context, { class: arrangement }, html`<ul>${items}</ul>`);
  },
  css: `${FACTS_CSS}
.b-entryList{width:100%}
.b-entryList>ul{list-style:none;padding:0;display:grid;gap:1.75rem}
.b-entryList a.name{text-decoration:none}.b-entryList a.name:hover{text-decoration:underline}
.b-entryList.rows li{display:grid;gap:1.25rem;align-items:start}
.b-entryList.rows li.left{grid-template-columns:min(220px,32%) minmax(0,1fr)}
.b-entryList.rows li.right{grid-template-columns:minmax(0,1fr) min(220px,32%)}.b-entryList.rows li.right .shot{order:2}
.b-entryList .shot{aspect-ratio:3/2;overflow:hidden;border-radius:var(--radius);background:var(--line);box-shadow:var(--shadow)}
.b-entryList .shot img{width:100%;height:100%;object-fit:cover}
.b-entryList .words{display:grid;grid-template-columns:minmax(0,1fr);gap:.3rem}
.b-entryList.cards li{display:grid;gap:.8rem;align-content:start}
.b-entryList .lock{font-size:.8em;font-weight:400}`,
});

const shot = (entry: EntryView, context: BlockContext, sizes: string): SafeHtml => {
  const picture = context.data.pictures[entry.picture ?? ""];
  if (!picture) return html`<div class="shot"></div>`;
  context.css.node(`.p-${picture.file.slice(0, 10)}`, { "object-position": focalPosition(picture) });
  return html`<div class="shot">${pictureHtml(picture, { sizes, alt: "", class: `p-${picture.file.slice(0, 10)}` })}</div>`;
};

const wordsHtml = (
  entry: EntryView,
  facts: readonly SafeHtml[],
  summary: boolean,
  context: BlockContext,
): SafeHtml =>
  html`<div class="words"><h2 class="t-h4"><a class="name" href="${entry.path}">${entry.title}</a>${
    entry.restricted ? html` <span class="lock">${context.words.membersOnly}</span>` : null
  }</h2>${facts.length > 0 ? html`<div class="facts t-small">${facts}</div>` : null}${
    summary && entry.summary !== "" ? html`<p>${entry.summary}</p>` : null
  }</div>`;

const row = (entry: EntryView, block: Block, context: BlockContext): SafeHtml => {
  const { picture, summary, facts } = block.settings.rows;
  const shown = picture === "none" ? null : shot(entry, context, "220px");
  return html`<li class="${picture}">${shown}${wordsHtml(entry, factItems(entry, facts, context.words), summary, context)}</li>`;
};

const card = (entry: EntryView, block: Block, context: BlockContext): SafeHtml => {
  const { picture, summary, facts } = block.settings.cards;
  const shown = picture ? shot(entry, context, "(width < 37.5em) 100vw, 400px") : null;
  return html`<li>${shown}${wordsHtml(entry, factItems(entry, facts, context.words), summary, context)}</li>`;
};
