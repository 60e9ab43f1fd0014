import { ARRANGEMENTS, type BlockKind, FACT_KINDS, TEXT_STYLES } from "../../core/model/blocks";
import { type Control, direction, type FieldSpec } from "./control";

const TEXT_NAMES: Readonly<Record<(typeof TEXT_STYLES)[number], string>> = {
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
const FACT_NAMES: Readonly<Record<(typeof FACT_KINDS)[number], string>> = {
  date: "date",
  when: "when it is",
  author: "author",
  terms: "topics and tags",
  fields: "own fields",
  summary: "summary",
};

const textStyle: Control = { type: "one", options: TEXT_STYLES.map((style) => [style, TEXT_NAMES[style]]) };
const factList: Control = { type: "many", options: FACT_KINDS.map((kind) => [kind, FACT_NAMES[kind]]) };
const buttonLook: Control = {
  type: "one",
  options: [
    ["filled", "filled"],
    ["outlined", "outlined"],
    ["plain", "plain"],
  ],
};
const setting = (name: string, control: Control, more: Partial<FieldSpec> = {}): FieldSpec => ({
  path: ["settings", ...name.split(".")],
  control,
  ...more,
});
/** The fields of each kind of block, the most used first. */
export const BLOCK_CONTROLS: Readonly<Record<BlockKind, readonly FieldSpec[]>> = {
  logo: [
    setting("variant", {
      type: "one",
      options: [
        ["normal", "normal"],
        ["overPictures", "over pictures"],
        ["small", "small"],
      ],
    }),
    setting("height", { type: "perWidth", unit: "px", max: 400 }),
    setting("link", { type: "switch" }),
  ],
  siteName: [setting("text", textStyle, { label: "Text style" }), setting("link", { type: "switch" })],
  tagline: [setting("text", textStyle, { label: "Text style" })],
  menu: [
    setting("menu", { type: "menu" }),
    setting("direction", direction),
    setting("subItems", {
      type: "one",
      options: [
        ["dropDown", "drop down"],
        ["panel", "panel"],
        ["none", "not shown"],
      ],
    }),
    setting("buttonBelow", { type: "menuButton" }, { when: [["settings", "direction"], "row"] }),
    setting(
      "drawerSide",
      {
        type: "one",
        options: [
          ["left", "the left"],
          ["right", "the right"],
          ["above", "above"],
        ],
      },
      { when: [["settings", "direction"], "row"] },
    ),
    setting("gap", { type: "number", unit: "px", max: 200 }),
    setting(
      "opensOn",
      {
        type: "one",
        options: [
          ["click", "a press"],
          ["pointing", "pointing"],
        ],
      },
      { when: [["settings", "direction"], "row"] },
    ),
    setting(
      "share",
      {
        type: "one",
        options: [
          ["all", "all"],
          ["first", "the first half"],
          ["second", "the second half"],
        ],
      },
      { label: "Which items" },
    ),
    setting("label", { type: "text" }, { label: "Name for screen readers" }),
  ],
  button: [
    setting("label", { type: "text" }),
    setting("target", { type: "target" }),
    setting("look", buttonLook),
  ],
  account: [
    setting("signIn", { type: "text" }),
    setting("signedIn", { type: "text" }),
    setting("look", buttonLook),
  ],
  search: [
    setting("placeholder", { type: "text" }),
    setting("width", { type: "number", unit: "px", max: 800 }),
  ],
  social: [
    setting("look", {
      type: "one",
      options: [
        ["icons", "signs"],
        ["words", "words"],
      ],
    }),
    setting("gap", { type: "number", unit: "px", max: 100 }),
  ],
  richText: [setting("text", { type: "markdown" }), setting("size", textStyle, { label: "Text style" })],
  picture: [
    setting("picture", { type: "picture" }),
    setting("height", { type: "perWidth", unit: "px", max: 2000 }),
    setting("link", { type: "text" }, { label: "Leads to" }),
    setting("credit", { type: "switch" }),
  ],
  heading: [
    setting("text", { type: "text" }),
    setting("level", { type: "level" }),
    setting("style", textStyle),
  ],
  group: [
    setting("direction", direction),
    setting("gap", { type: "number", unit: "px", max: 200 }),
    setting("padding", { type: "number", unit: "px", max: 200 }),
    setting("background", { type: "colour" }),
    setting("border", { type: "switch" }),
  ],
  line: [setting("weight", { type: "number", unit: "px", min: 1, max: 12 }, { label: "Weight" })],
  backToTop: [setting("label", { type: "text" })],
  notice: [
    setting("text", { type: "text" }),
    setting("from", { type: "moment" }, { label: "From" }),
    setting("until", { type: "moment" }, { label: "Until" }),
    setting("target", { type: "targetOrNone" }),
  ],
  signUp: [
    setting("label", { type: "text" }),
    setting("button", { type: "text" }, { label: "Words on the button" }),
    setting("list", { type: "text" }, { label: "Goes to the list" }),
    setting("consent", { type: "text" }, { label: "To agree to" }),
    setting("thanks", { type: "text" }, { label: "Said when sent" }),
  ],
  piece: [setting("piece", { type: "piece" }, { label: "Which piece" })],
  space: [setting("height", { type: "perWidth", unit: "px", max: 1000 })],
  copyright: [
    setting("owner", { type: "text" }),
    setting("firstYear", { type: "number", max: 9999 }),
    setting("after", { type: "text" }),
  ],
  address: [setting("direction", direction)],
  breadcrumbs: [setting("showHere", { type: "switch" })],
  title: [setting("style", textStyle), setting("text", { type: "text" }, { label: "Instead of its title" })],
  facts: [setting("show", factList)],
  mainPicture: [setting("height", { type: "perWidth", unit: "px", max: 2000 })],
  body: [],
  entryList: [
    setting("from", {
      type: "one",
      options: [
        ["archive", "what this page lists"],
        ["kinds", "entries of kinds"],
      ],
    }),
    setting("arrangement", { type: "one", options: ARRANGEMENTS.map((each) => [each, each]) }),
    setting("kinds", { type: "kinds" }, { when: [["settings", "from"], "kinds"] }),
    setting("terms", { type: "terms" }),
    setting(
      "cards.columns",
      { type: "perWidth", max: 6, min: 1 },
      { when: [["settings", "arrangement"], "cards"] },
    ),
    setting("cards.facts", factList, { when: [["settings", "arrangement"], "cards"], label: "Facts" }),
    setting("cards.picture", { type: "switch" }, { when: [["settings", "arrangement"], "cards"] }),
    setting("cards.summary", { type: "switch" }, { when: [["settings", "arrangement"], "cards"] }),
    setting(
      "rows.picture",
      {
        type: "one",
        options: [
          ["left", "left"],
          ["right", "right"],
          ["none", "none"],
        ],
      },
      { when: [["settings", "arrangement"], "rows"] },
    ),
    setting("rows.facts", factList, { when: [["settings", "arrangement"], "rows"], label: "Facts" }),
    setting("rows.summary", { type: "switch" }, { when: [["settings", "arrangement"], "rows"] }),
    setting("upcoming", { type: "switch" }),
    setting("sort", {
      type: "one",
      options: [
        ["date", "date"],
        ["title", "title"],
        ["own", "own order"],
      ],
    }),
    setting("direction", {
      type: "one",
      options: [
        ["down", "newest or highest first"],
        ["up", "oldest or lowest first"],
      ],
    }),
    setting(
      "count",
      { type: "number", max: 500 },
      { when: [["settings", "from"], "kinds"], label: "At most (0: all)" },
    ),
    setting("paged", { type: "switch" }, { when: [["settings", "from"], "archive"] }),
    setting("pageSize", { type: "number", min: 1, max: 100 }, { when: [["settings", "from"], "archive"] }),
    setting("whenEmpty", { type: "text" }),
  ],
  pager: [
    setting("look", {
      type: "one",
      options: [
        ["numbers", "numbers"],
        ["olderNewer", "older and newer"],
      ],
    }),
  ],
};

/** How many settings are shown before "more". */
export const FIRST_SETTINGS = 6;
