import { RATIOS } from "../core/blocks/list-settings";
import { type Design, getBody, STYLE_ID } from "../core/design/design";
import { TEXTURES } from "../core/model/house-style";
import { ownStyleId } from "../core/model/text-looks";
import type { FACT_KINDS, TEXT_STYLES } from "../core/model/values";
import { colourWords } from "./style";
import { TEXTURE_NAMES, WIDTH_NAMES } from "./words";

/** Values of settings in words: where they are chosen, and where a change is told. */

const TEXT_STYLE_NAMES: Readonly<Record<(typeof TEXT_STYLES)[number], string>> = {
  body: "body",
  small: "small",
  lead: "lead",
  h1: "heading 1",
  h2: "heading 2",
  h3: "heading 3",
  h4: "heading 4",
  h5: "heading 5",
  h6: "heading 6",
};
export const FACT_NAMES: Readonly<Record<(typeof FACT_KINDS)[number], string>> = {
  date: "date",
  when: "when it takes place",
  author: "author",
  terms: "topics and tags",
  fields: "own fields",
  summary: "summary",
};

/** By the name of the setting. Settings of one name may have different values, but no value two meanings. */
const NAMES = {
  variant: { normal: "normal", overPictures: "over pictures", small: "small" },
  textStyle: TEXT_STYLE_NAMES,
  type: { "": "as its kind", ...TEXT_STYLE_NAMES, footerMenu: "menus of footers" },
  direction: {
    row: "side by side",
    column: "below each other",
    down: "newest or highest first",
    up: "oldest or lowest first",
  },
  subItems: { dropDown: "drop down", panel: "panel", none: "not shown" },
  /** Of a side column. */
  at: { left: "at the left", right: "at the right" },
  narrow: { below: "below the layout", above: "above the layout", folded: "below it, folded" },
  drawerSide: { left: "the left", right: "the right", above: "above" },
  opensOn: { click: "a press", pointing: "pointing" },
  share: { all: "all", first: "the first half", second: "the second half" },
  buttonBelow: { computed: "where too narrow", always: "always", never: "never" },
  look: {
    filled: "filled",
    outlined: "outlined",
    plain: "plain",
    icons: "icons",
    words: "words",
    numbers: "numbers",
    olderNewer: "older and newer",
    more: "more below what is there",
  },
  from: {
    archive: "what this page lists",
    kinds: "entries of kinds",
    related: "those with topics in common",
    chosen: "chosen by hand",
  },
  arrangement: {
    rows: "rows",
    cards: "cards",
    columns: "uneven columns",
    timeline: "timeline",
    compact: "compact",
  },
  /** What who may not read an entry sees above the notice. */
  teaser: {
    nothing: "sees the notice alone",
    summary: "sees its summary first",
    beginning: "sees its beginning first",
  },
  /** Which entries the ones before and after are. */
  among: { kind: "of its kind", topic: "about its first topic" },
  by: { year: "year", month: "month", day: "day" },
  media: { text: "text", video: "video", pictures: "pictures", sound: "sound" },
  ratio: Object.fromEntries(
    RATIOS.map((each) => [each, each === "whole" ? "as each is" : each.replace(":", " : ")]),
  ) as Readonly<Record<(typeof RATIOS)[number], string>>,
  dates: {
    long: "day, month and year",
    weekday: "with the day of the week",
    short: "with a short month",
    numbers: "in numbers",
  },
  nameLevel: { h2: "2", h3: "3", h4: "4" },
  nameStyle: { "": "as it is arranged", ...TEXT_STYLE_NAMES },
  filter: { none: "nothing", kinds: "its kinds", terms: "topics of a grouping" },
  sort: {
    date: "date",
    title: "title",
    own: "own order",
    start: "when it begins",
    changed: "when it was changed last",
    field: "an own field",
  },
  rowPicture: { left: "left", right: "right", alternating: "left and right in turn", none: "none" },
  align: { "": "as around it", start: "left", centre: "middle", end: "right", between: "spread" },
  alignBlock: { "": "as the band", start: "top", centre: "middle", end: "bottom" },
  width: {
    content: "content, on a full ground",
    full: "full",
    boxed: "content, its ground too",
  },
  pictureFit: { fills: "fills the band", whole: "all of it is seen", across: "is as wide as the band" },
  /** Of title bars, and of what stands opposite the title. */
  shows: {
    all: "ground and words",
    words: "words alone",
    nothing: "nothing",
    breadcrumbs: "breadcrumbs",
    search: "a search box",
  },
  leads: {
    asWritten: "as the cells are",
    start: "at the left",
    centre: "in the middle",
    end: "at the right",
  },
  kind: { picture: "a picture", slides: "slides", video: "a video", map: "a map", none: "nothing" },
  fit: { fills: "fills it", whole: "all of it is seen", across: "is as wide as it" },
  slidesFrom: { own: "those in it", newest: "the newest entries", upcoming: "what comes next" },
  slideArrangement: { one: "one at a time", beside: "beside each other" },
  across: { "": "as the hero has it", start: "at the left", centre: "in the middle", end: "at the right" },
  down: { start: "at the top", centre: "in the middle", end: "at the bottom" },
  otherwise: { summary: "the page’s summary", date: "its date", nothing: "nothing" },
  tone: { light: "light", dark: "dark" },
  stickyWhen: { always: "always", scrollingUp: "when scrolling up" },
  heightIs: { least: "at least", exactly: "exactly" },
  overlapSide: { above: "what is above", below: "what is below" },
  /** Layers of a background. */
  order: { picture: "picture", texture: "texture", overlay: "overlay" },
  texture: Object.fromEntries(TEXTURES.map((each) => [each, TEXTURE_NAMES[each]])),
  seenBy: { "": "anyone", signedOut: "people signed out", signedIn: "people signed in" },
  hideOn: WIDTH_NAMES,
  stickyNotOn: WIDTH_NAMES,
  whenStuck: { "": "there always", only: "there only then", not: "not there then" },
  show: FACT_NAMES,
} as const satisfies Readonly<Record<string, Readonly<Record<string, string>>>>;

export type NamedSetting = keyof typeof NAMES;

/** Numbers that do not mean so many of something. */
const NUMBER_NAMES: Readonly<Record<string, Readonly<Record<number, string>>>> = {
  share: { 0: "as its content" },
  shareOn: { [-1]: "as on wider ones", 0: "as its content" },
  orderSmall: { 0: "as written" },
  radius: { [-1]: "as its kind" },
};

/** A number of a setting in words. */
export const numberWords = (setting: string, value: number): string =>
  NUMBER_NAMES[setting]?.[value] ?? String(value);

/** The numbers of a setting from one to another, each with its words. */
export const numberOptions = (
  setting: string,
  from: number,
  to: number,
): readonly (readonly [number, string])[] =>
  Array.from({ length: to - from + 1 }, (_, at) => [from + at, numberWords(setting, from + at)] as const);

/** The values of a setting that can be chosen, each with its words; all there are, or those named. */
export const valueOptions = <Setting extends NamedSetting>(
  setting: Setting,
  values: readonly (keyof (typeof NAMES)[Setting] & string)[] = Object.keys(NAMES[setting]) as never,
): readonly (readonly [string, string])[] =>
  values.map((value) => [value, (NAMES[setting] as Readonly<Record<string, string>>)[value] ?? value]);

/** The values of a setting that are known by name alone, each with its words. */
export const optionsNamed = (
  setting: string,
  values: readonly string[],
): readonly (readonly [string, string])[] =>
  values.map((value) => [
    value,
    (NAMES as Readonly<Record<string, Readonly<Record<string, string>>>>)[setting]?.[value] ?? value,
  ]);

/** Settings whose values are called otherwise than they are. */
const CALLED: Readonly<Record<string, NamedSetting>> = {
  style: "textStyle",
  size: "textStyle",
  notMedia: "media",
};

const MOST_LETTERS = 24;

/** A value of a setting in a few words; empty where there are none for it. Names of what it points at are of the design. */
export const valueWords = (setting: string, value: unknown, design: Design): string => {
  if (typeof value === "boolean") return value ? "yes" : "no";
  if (typeof value === "number") return numberWords(setting, value);
  const names = NAMES[(CALLED[setting] ?? setting) as NamedSetting] as
    | Readonly<Record<string, string>>
    | undefined;
  if (Array.isArray(value) && names)
    return value.length === 0 ? "none" : value.map((each) => names[String(each)] ?? String(each)).join(", ");
  if (typeof value !== "string") return "";
  if (names && Object.hasOwn(names, value)) return names[value] as string;
  if (value === "") return "none";
  const named = ownStyleId(value);
  if (named !== undefined)
    return getBody(design, "style", STYLE_ID).textStyles.find(({ id }) => id === named)?.name ?? "gone";
  if (/^(role|colour):/.test(value)) return colourWords(getBody(design, "style", STYLE_ID), value);
  const pointed = design.get(value)?.body;
  const text = pointed && "name" in pointed ? `“${pointed.name}”` : value.replace(/^level:/, "");
  return text.length > MOST_LETTERS ? `${text.slice(0, MOST_LETTERS - 2)}…` : text;
};
