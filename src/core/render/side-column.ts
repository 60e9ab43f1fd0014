import type { Part } from "../design/part";
import { type SideColumn, USUAL_COLUMN } from "../design/side-column";
import { rem } from "../draw/css";
import { html, type SafeHtml } from "../draw/html";
import type { RenderContext } from "./context";
import { partHtml } from "./part-html";
import { stuckHeight } from "./stuck-css";

/** Distance of what a column holds from its edges, both together, px. */
const EDGES = 48;
/** No narrower, px, as long as it stands beside the layout. */
const LEAST = 220;

/** The bands of a side part, and where their column stands. Null where none of them is there. */
export const columnHtml = (part: Part, context: RenderContext): SafeHtml | null => {
  const column = part.column ?? USUAL_COLUMN;
  const bands = partHtml(part, context);
  if (!bands) return null;
  context.css.share("column", columnCss(column, context));
  if (column.narrow !== "folded") return bands;
  return html`<details class="fold"><summary>${column.foldWords || context.words.beside}</summary>${bands}</details>`;
};

const columnCss = (column: SideColumn, { data }: RenderContext): string => {
  const { at, narrow, stays } = column;
  const edge = data.style.measures.edgeWide / 16;
  const [beside, left] = widthsOf(column);
  const isLeft = at === "left";
  const columns = isLeft ? `${beside} ${left}` : `${left} ${beside}`;
  const place = (line: number) => `grid-area:2/${line}/3/${line + 1}`;
  return [
    `.with-side{flex:1;display:grid;grid-template:auto 1fr/minmax(0,1fr) ${columns} minmax(0,1fr)}`,
    `.with-side>main{display:contents}.with-side .slot-titleBar{grid-area:1/1/2/-1}`,
    `.with-side .slot-layout{${place(isLeft ? 3 : 2)}}.slot-side{${place(isLeft ? 2 : 3)}}`,
    stays ? stayingCss(edge, stuckHeight(data)) : "",
    `@media (width < ${edge}em){${narrowCss(narrow)}}`,
    narrow === "folded" ? foldCss(edge) : "",
  ].join("\n");
};

/** The tracks of the column and of the layout: together as wide as the content with its edges. */
const widthsOf = ({ share, width }: SideColumn): readonly [beside: string, left: string] => {
  if (share > 0)
    return [
      `minmax(${LEAST}px,calc(var(--content)*${share / 100} + ${EDGES}px))`,
      `minmax(0,calc(var(--content)*${(100 - share) / 100}))`,
    ];
  const most = width + EDGES;
  return [`minmax(${Math.min(LEAST, most)}px,${most}px)`, `minmax(0,calc(var(--content) - ${width}px))`];
};

/** It stays below what the header keeps at the top; what is higher than the screen is scrolled by itself. */
const stayingCss = (edge: number, top: number): string =>
  `@media screen and (width >= ${edge}em) and (pointer:fine){.slot-side{position:sticky;top:${rem(top)};align-self:start;max-height:calc(100vh - ${rem(top)});overflow-y:auto}}`;

/** Nothing stands beside anything. */
const narrowCss = (narrow: SideColumn["narrow"]): string =>
  narrow === "above"
    ? ".with-side{display:flex;flex-direction:column}.slot-side{order:1}.slot-layout{order:2}"
    : ".with-side{display:block}.with-side>main{display:flex}";

/** What is folded on narrow screens is open where it stands beside, and wherever nothing can open it otherwise. */
const foldCss = (edge: number): string =>
  `.fold>summary{padding:.75rem 1.5rem;font-weight:600;cursor:pointer}
@supports selector(::details-content){@media (width >= ${edge}em),print{.fold::details-content{content-visibility:visible}.fold>summary{display:none}}}`;
