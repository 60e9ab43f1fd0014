import type { WayOut } from "../core/archives/ways-out";
import { ARRANGEMENTS, type Arrangement } from "../core/blocks/list-settings";
import { type Control, type Field, one, textStyleOf } from "./controls";
import { valueOptions } from "./values";
import { count } from "./words";

/** What the studio shows of lists of entries. */

const isSo = (name: string, value: unknown) => [["settings", name], value] as const;
const from = (which: string) => isSo("from", which);
const [OF_ARCHIVE, OF_KINDS, RELATED, CHOSEN] = [
  from("archive"),
  from("kinds"),
  from("related"),
  from("chosen"),
] as const;
const arranged = (arrangement: Arrangement) => isSo("arrangement", arrangement);

export const factList: Control = { type: "many", options: valueOptions("show") };
const media: Control = { type: "many", options: valueOptions("media"), empty: "anything" };

/** How many words of a summary are shown. */
const SUMMARY_LENGTHS = [0, 8, 12, 16, 24, 32, 48].map(
  (words) => [words, words === 0 ? "all of it" : `${words} words`] as const,
);

/** What has nothing to change where the arrangement at hand shows none of it. */
const withoutIts = (setting: string, none: (arrangement: Arrangement) => unknown) =>
  ARRANGEMENTS.map((each) => [arranged(each), [["settings", each, setting], none(each)]] as const);
const NO_PICTURE = withoutIts("picture", (each) => (each === "rows" ? "none" : false));
const NO_SUMMARY = withoutIts("summary", () => false);
const NO_FACTS = withoutIts("facts", () => []);
/** The large first one has a picture and a summary whatever the others have. */
const unlessLarge = (groups: typeof NO_PICTURE) =>
  groups.map((group) => (group[0][1] === "timeline" ? group : [...group, isSo("firstLarge", false)]));

/** The settings of one arrangement: not there where it is another. */
const inArrangement = <T extends Readonly<Record<string, Field>>>(arrangement: Arrangement, own: T) =>
  Object.fromEntries(
    Object.entries({
      ...own,
      facts: { control: factList, label: "Facts" },
      ...("picture" in own ? {} : { picture: { control: { type: "switch" } } }),
      summary: { control: { type: "switch" } },
      gap: { control: { type: "number", unit: "px", max: 120 }, label: "Gap" },
    } satisfies Record<string, Field>).map(([name, field]) => [
      name,
      { ...field, when: arranged(arrangement) },
    ]),
  ) as unknown as T & Readonly<Record<"facts" | "picture" | "summary" | "gap", Field>>;

const inColumns = (arrangement: "cards" | "columns") =>
  inArrangement(arrangement, { columns: { control: { type: "perWidth", max: 6, min: 1 } } });

/** Fields that stand together under a name. */
const underName = <T extends Readonly<Record<string, Field>>>(group: string, fields: T): T =>
  Object.fromEntries(
    Object.entries(fields).map(([name, field]) => [name, { ...field, group }]),
  ) as unknown as T;

export const LIST_FIELDS = {
  from: { control: one("from") },
  chosen: { control: { type: "entries" }, when: CHOSEN, label: "The entries" },
  arrangement: { control: one("arrangement") },
  kinds: { control: { type: "kinds" }, unlessAll: [[OF_ARCHIVE], [CHOSEN]] },
  terms: { control: { type: "terms" }, unless: CHOSEN },
  cards: inColumns("cards"),
  columns: inColumns("columns"),
  rows: inArrangement("rows", { picture: { control: one("rowPicture") } }),
  timeline: inArrangement("timeline", { by: { control: one("by"), label: "Together by" } }),
  compact: inArrangement("compact", {}),
  firstLarge: { control: { type: "switch" }, unless: arranged("timeline") },
  sort: { control: one("sort"), unlessAll: [[RELATED], [CHOSEN]] },
  sortField: {
    control: { type: "ownField" },
    when: isSo("sort", "field"),
    unlessAll: [[RELATED], [CHOSEN]],
  },
  direction: { control: one("direction", ["down", "up"]), unlessAll: [[RELATED], [CHOSEN]] },
  count: { control: { type: "number", max: 500, none: [0, "all"] }, unless: OF_ARCHIVE, label: "At most" },
  skip: {
    control: { type: "number", max: 500, none: [0, "none: the first"] },
    unless: OF_ARCHIVE,
    label: "Starting after",
  },
  paged: { control: { type: "switch" }, when: OF_ARCHIVE },
  pageSize: { control: { type: "number", min: 1, max: 100 }, when: OF_ARCHIVE },
  filter: { control: one("filter"), label: "Links to narrow it" },
  filterGrouping: {
    control: { type: "grouping" },
    when: isSo("filter", "terms"),
    label: "Whose topics",
  },
  whenEmpty: { control: { type: "text" } },
  ...underName("How each looks", {
    ratio: { control: one("ratio"), unlessAll: unlessLarge(NO_PICTURE) },
    summaryWords: {
      control: { type: "count", options: SUMMARY_LENGTHS },
      unlessAll: unlessLarge(NO_SUMMARY),
      label: "Of the summary",
    },
    dates: { control: one("dates"), unlessAll: NO_FACTS },
    more: { control: { type: "text" } },
    nameStyle: { control: textStyleOf("nameStyle") },
    nameLevel: { control: one("nameLevel") },
    wholeLink: { control: { type: "switch" } },
    line: {
      control: { type: "switch" },
      unlessAll: [[arranged("cards")], [arranged("columns")]],
    },
    itemGround: { control: { type: "colour", empty: "none" } },
    itemPadding: {
      control: { type: "number", unit: "px", max: 80 },
      unless: isSo("itemGround", ""),
    },
  }),
  ...underName("Which of them", {
    notAbove: { control: { type: "switch" }, unless: OF_ARCHIVE, label: "Leave out what stands above" },
    notThis: { control: { type: "switch" }, when: OF_KINDS, label: "Leave out the page itself" },
    notTerms: { control: { type: "terms", empty: "nothing" }, unless: CHOSEN, label: "Not about" },
    authors: { control: { type: "authors" }, unless: CHOSEN },
    media: { control: media, unless: CHOSEN },
    notMedia: { control: { ...media, empty: "nothing" }, unless: CHOSEN, label: "Not of medium" },
    upcoming: { control: { type: "switch" }, unless: isSo("past", true) },
    past: { control: { type: "switch" }, unless: isSo("upcoming", true) },
  }),
} as const;

const WAYS_OUT: Readonly<Record<WayOut["setting"], string>> = {
  notAbove: "Show also what stands above",
  notThis: "Show the page itself, too",
  upcoming: "Show also what is over",
  past: "Show also what is not over yet",
  skip: "Begin with the first one",
  terms: "Ask for no topic",
  notTerms: "Leave no topic out",
  authors: "Ask for no author",
  media: "Ask for no medium",
  notMedia: "Leave no medium out",
  kinds: "Ask for all kinds",
  from: "Show entries of kinds instead",
};

/** What a list that finds nothing could do, and how many entries there are then. */
export const wayOutWords = ({ setting, entries }: Pick<WayOut, "setting" | "entries">): string =>
  `${WAYS_OUT[setting]}: ${count(entries, "entry", "entries")}`;
