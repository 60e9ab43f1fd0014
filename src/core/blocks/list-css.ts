import { rem } from "../draw/css";
import { FACTS_CSS } from "../draw/entry-facts";
import { valueAt, type Width } from "../model/values";
import { isFirstLarge, type ListSettings, type RATIOS } from "./list-settings";

/** The rules of lists of entries, and how large pictures are by them: change both together. */

/** Across, px: of pictures in rows and in a line of periods, which are at most this share of the room; of those in compact lists. */
const ROW_PICTURE = { most: 220, share: 0.32 };
const PERIOD_PICTURE = { most: 140, share: 0.32 };
const COMPACT_PICTURE = 56;
/** Of the large first one, rem: its picture stands beside its words where both have this much, and takes three parts of five of the rest. */
const LARGE = { picture: 20, words: 16, between: 2, share: 3 / 5 };

export const LIST_CSS = `${FACTS_CSS}
.b-entryList{width:100%}.b-entryList mark{background:none;color:inherit;font-weight:700}
.b-entryList ul{list-style:none;padding:0;display:grid;grid-template-columns:minmax(0,1fr);gap:var(--gap)}
.b-entryList a.name{text-decoration:none}.b-entryList a.name:hover{text-decoration:underline}
.b-entryList li{display:grid;grid-template-columns:minmax(0,1fr);gap:.8rem;align-content:start}
.b-entryList li.left,.b-entryList li.right{gap:1.25rem;align-items:start}
.b-entryList li.left{grid-template-columns:min(${ROW_PICTURE.most}px,${ROW_PICTURE.share * 100}%) minmax(0,1fr)}
.b-entryList li.right{grid-template-columns:minmax(0,1fr) min(${ROW_PICTURE.most}px,${ROW_PICTURE.share * 100}%)}.b-entryList li.right .shot{order:2}
.b-entryList .shot{aspect-ratio:3/2;overflow:hidden;border-radius:var(--radius);background:var(--line);box-shadow:var(--shadow)}
.b-entryList .shot img{width:100%;height:100%;object-fit:cover}
.b-entryList .words{overflow-wrap:anywhere;display:grid;grid-template-columns:minmax(0,1fr);gap:.3rem}
.b-entryList.columns ul{display:block;column-gap:var(--gap)}
.b-entryList.columns li{break-inside:avoid}.b-entryList.columns li+li{margin-top:var(--gap)}.b-entryList.columns li.first{column-span:all;margin-bottom:var(--gap)}.b-entryList.columns li.first+li{margin-top:0}
.b-entryList li.first{display:flex;flex-wrap:wrap;gap:.8rem ${LARGE.between}rem;align-items:center}.b-entryList .first>*{min-width:0}.b-entryList .first>.shot{flex:3 1 ${LARGE.picture}rem}.b-entryList .first>.words{flex:2 1 ${LARGE.words}rem;gap:.6rem}
.b-entryList.compact li.first{margin-bottom:1rem}
.b-entryList.cards li.first{grid-column:1/-1}
.b-entryList.timeline{display:grid;gap:calc(var(--gap)*1.6)}
.b-entryList .period{display:flex;flex-wrap:wrap;gap:.6rem 2rem}.b-entryList .period>:not(ul){flex:0 0 8rem}.b-entryList .period>ul{flex:1 1 16rem;min-width:0}
.b-entryList.timeline li.left{grid-template-columns:min(${PERIOD_PICTURE.most}px,${PERIOD_PICTURE.share * 100}%) minmax(0,1fr)}
.b-entryList.compact li.left{grid-template-columns:${COMPACT_PICTURE}px minmax(0,1fr);gap:.8rem;align-items:center}
.b-entryList.compact li:not(.first) .words{display:flex;flex-wrap:wrap;gap:.1rem .8rem;align-items:baseline}.b-entryList.compact .words>*{min-width:0}.b-entryList.compact .words>p{flex-basis:100%}
.b-entryList .lines li+li{border-top:1px solid var(--line);padding-top:var(--gap)}
.b-entryList .lock{font-size:.8em;font-weight:400}
.b-entryList .whole li{position:relative}.b-entryList .whole a.name::after{content:"";position:absolute;inset:0}.b-entryList .whole a:not(.name){position:relative;z-index:1}.b-entryList .whole li:hover a.name{text-decoration:underline}`;

/** Width by height of pictures in a list; null where each is as it is. */
export const ratioOf = (ratio: (typeof RATIOS)[number]): number | null => {
  if (ratio === "whole") return null;
  const [across, down] = ratio.split(":").map(Number) as [number, number];
  return across / down;
};

/** So wide a column is at least, rem: where there is less room, there are fewer. */
const COLUMN = 5;
/** Around each on its ground: at most this share of it. */
const MOST_PADDING = 0.1;

export const columnsCss = {
  cards: (columns: number) => ({
    "grid-template-columns": `repeat(auto-fill,minmax(min(100%,max(${COLUMN}rem,(100% - ${columns - 1}*var(--gap))/${columns})),1fr))`,
  }),
  columns: (columns: number) => ({ columns: `${columns} ${COLUMN}rem` }),
};
export const paddingCss = (padding: number): string => `min(${rem(padding)},${MOST_PADDING * 100}%)`;

const acrossLarge = (room: number): number => {
  const rest = room - 16 * (LARGE.picture + LARGE.between + LARGE.words);
  return rest < 0 ? room : 16 * LARGE.picture + LARGE.share * rest;
};

/** How wide pictures are in a list that has so much room at a width, px; that of the large first one where it is asked for. */
export const pictureAcross = (
  settings: ListSettings,
  width: Width,
  room: number,
  isFirst = false,
): number => {
  const { arrangement, itemGround, itemPadding } = settings;
  const inside = (across: number) =>
    Math.max(0, across - (itemGround === "" ? 0 : 2 * Math.min(itemPadding, MOST_PADDING * across)));
  if (isFirst && isFirstLarge(settings)) return acrossLarge(inside(room));
  switch (arrangement) {
    case "cards":
    case "columns": {
      const { columns, gap } = settings[arrangement];
      const fitting = Math.max(1, Math.floor((room + gap) / (16 * COLUMN + gap)));
      const many = Math.min(valueAt(columns, width), fitting);
      return inside((room - gap * (many - 1)) / many);
    }
    case "compact":
      return COMPACT_PICTURE;
    case "timeline":
      return Math.min(PERIOD_PICTURE.most, inside(room) * PERIOD_PICTURE.share);
    case "rows":
      return Math.min(ROW_PICTURE.most, inside(room) * ROW_PICTURE.share);
  }
};
