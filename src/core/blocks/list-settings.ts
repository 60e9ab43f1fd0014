import { z } from "zod";
import { MEDIA } from "../model/content";
import { DATE_LENGTHS, px, responsive } from "../model/values";
import {
  authorIds,
  colour,
  deciding,
  entryIdentities,
  factsSetting,
  groupingId,
  kindIds,
  ownField,
  termIds,
  textStyleOrNone,
  words,
} from "./roles";

/** The settings of a list of entries: which, in which order, arranged how, and what they look like. */

export const ARRANGEMENTS = ["rows", "cards", "columns", "timeline", "compact"] as const;
export type Arrangement = (typeof ARRANGEMENTS)[number];

/** By when it is or was published; by its name; as its kind puts it; by when it begins, or was changed last; by an own field. */
export const SORTS = ["date", "title", "own", "start", "changed", "field"] as const;

/** Shapes of pictures, width by height; `whole`: as each is. */
export const RATIOS = ["3:2", "16:9", "4:3", "1:1", "3:4", "2:3", "whole"] as const;

export const PERIODS = ["year", "month", "day"] as const;

/** An object that is what its own defaults make of it where it is not there. */
const settled = <S extends z.ZodObject>(schema: S) => schema.default(schema.parse({}) as never);

/** What every arrangement has for itself. */
const ofEach = (picture: boolean, summary: boolean, gap: number) => ({
  picture: z.boolean().default(picture),
  summary: z.boolean().default(summary),
  facts: factsSetting().default(["date"]),
  gap: px(120).default(gap),
});
const columns = () => responsive(z.number().int().min(1).max(6)).default({ wide: 3, middle: 2, small: 1 });

export const listSettings = z.object({
  /** Which entries: this archive's own, those of kinds, those that have topics in common with the page's entry, or chosen ones. */
  from: deciding(z.enum(["archive", "kinds", "related", "chosen"])).default("archive"),
  /** The chosen ones, in their order. */
  chosen: entryIdentities().default([]),
  kinds: kindIds().default([]),
  terms: termIds().default([]),
  /** None that is about any of these. */
  notTerms: termIds().default([]),
  /** Only those by one of these authors; none leaves nobody out. */
  authors: authorIds().default([]),
  /** Only those of one of these media; none leaves nothing out. */
  media: deciding(z.array(z.enum(MEDIA))).default([]),
  notMedia: deciding(z.array(z.enum(MEDIA))).default([]),
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
  /** Links above it that narrow it: to one of the kinds in it, or to one of the terms of a grouping. */
  filter: deciding(z.enum(["none", "kinds", "terms"])).default("none"),
  filterGrouping: groupingId().default(""),
  arrangement: z.enum(ARRANGEMENTS).default("rows"),
  rows: settled(
    z.object({
      ...ofEach(true, true, 28),
      picture: z.enum(["left", "right", "alternating", "none"]).default("left"),
    }),
  ),
  cards: settled(z.object({ columns: columns(), ...ofEach(true, true, 28) })),
  /** Columns of unequal height, each read from top to bottom. */
  columns: settled(z.object({ columns: columns(), ...ofEach(true, true, 28) })),
  timeline: settled(z.object({ by: z.enum(PERIODS).default("month"), ...ofEach(false, true, 20) })),
  compact: settled(z.object(ofEach(false, false, 8))),
  /** The first one over the whole width, with its picture, a larger name and its summary. */
  firstLarge: z.boolean().default(false),
  ratio: z.enum(RATIOS).default("3:2"),
  /** How many words of a summary are shown at most; 0 all. */
  summaryWords: px(48).default(0),
  dates: z.enum(DATE_LENGTHS).default("long"),
  /** Of names, and of periods above them. */
  nameLevel: z.enum(["h2", "h3", "h4"]).default("h2"),
  nameStyle: textStyleOrNone().default(""),
  /** Words of a link below each; empty: none. */
  more: words(undefined, { mayBeEmpty: true }).default(""),
  /** All of an entry leads to it, not its name alone. */
  wholeLink: z.boolean().default(false),
  /** Between one and the next. */
  line: z.boolean().default(false),
  itemGround: colour().default(""),
  /** Around each on its ground. */
  itemPadding: px(80).default(16),
  whenEmpty: words().default("Nothing here yet."),
});
export type ListSettings = z.output<typeof listSettings>;

export const hasPictures = (settings: ListSettings): boolean =>
  settings.arrangement === "rows" ? settings.rows.picture !== "none" : settings[settings.arrangement].picture;

/** Where the large first one is offered, and what stands in a line of periods is not in. */
export const isFirstLarge = ({ arrangement, firstLarge }: ListSettings): boolean =>
  firstLarge && arrangement !== "timeline";

/**
 * Each arrangement keeps what is its own; facts, summary and whether there are pictures go along to the next one. The
 * side pictures in rows had is kept; where rows had none they come at the left.
 */
export const goAlong = (before: ListSettings, after: ListSettings): ListSettings => {
  const { arrangement } = after;
  if (before.arrangement === arrangement) return after;
  const { facts, summary } = before[before.arrangement];
  const isShown = hasPictures(before);
  const { rows } = after;
  return arrangement === "rows"
    ? { ...after, rows: { ...rows, facts, summary, picture: sideOf(rows.picture, isShown) } }
    : { ...after, [arrangement]: { ...after[arrangement], facts, summary, picture: isShown } };
};
type Side = ListSettings["rows"]["picture"];
const sideOf = (side: Side, isShown: boolean): Side => (isShown ? (side === "none" ? "left" : side) : "none");
