import type { BlockKind } from "../../core/model/blocks";
import { valueOptions } from "../../messages/values";
import { type Control, direction, type FieldSpec, one } from "./control";

const textStyle = one("textStyle");
const factList: Control = { type: "many", options: valueOptions("show") };
const buttonLook = one("look", ["filled", "outlined", "plain"]);
const setting = (name: string, control: Control, more: Partial<FieldSpec> = {}): FieldSpec => ({
  path: ["settings", ...name.split(".")],
  control,
  ...more,
});
/** The fields of each kind of block, the most used first. */
export const BLOCK_CONTROLS: Readonly<Record<BlockKind, readonly FieldSpec[]>> = {
  logo: [
    setting("variant", one("variant")),
    setting("height", { type: "perWidth", unit: "px", max: 400 }),
    setting("link", { type: "switch" }),
  ],
  siteName: [setting("text", textStyle, { label: "Text style" }), setting("link", { type: "switch" })],
  tagline: [setting("text", textStyle, { label: "Text style" })],
  menu: [
    setting("menu", { type: "menu" }),
    setting("direction", direction),
    setting("subItems", one("subItems")),
    setting("buttonBelow", { type: "menuButton" }, { when: [["settings", "direction"], "row"] }),
    setting("drawerSide", one("drawerSide"), { when: [["settings", "direction"], "row"] }),
    setting("gap", { type: "number", unit: "px", max: 200 }),
    setting("opensOn", one("opensOn"), { when: [["settings", "direction"], "row"] }),
    setting("share", one("share"), { label: "Which items" }),
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
    setting("look", one("look", ["icons", "words"])),
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
    setting("level", {
      type: "count",
      options: [2, 3, 4, 5, 6].map((level) => [level, `H${level}`] as const),
    }),
    setting("style", textStyle),
  ],
  group: [
    setting("direction", direction),
    setting("gap", { type: "number", unit: "px", max: 200 }),
    setting("padding", { type: "number", unit: "px", max: 200 }),
    setting("background", { type: "colour", empty: "none" }),
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
    setting("from", one("from")),
    setting("arrangement", one("arrangement")),
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
    setting("rows.picture", one("rowPicture"), { when: [["settings", "arrangement"], "rows"] }),
    setting("rows.facts", factList, { when: [["settings", "arrangement"], "rows"], label: "Facts" }),
    setting("rows.summary", { type: "switch" }, { when: [["settings", "arrangement"], "rows"] }),
    setting("upcoming", { type: "switch" }),
    setting("sort", one("sort")),
    setting("direction", one("direction", ["down", "up"])),
    setting(
      "count",
      { type: "number", max: 500 },
      { when: [["settings", "from"], "kinds"], label: "At most (0: all)" },
    ),
    setting("paged", { type: "switch" }, { when: [["settings", "from"], "archive"] }),
    setting("pageSize", { type: "number", min: 1, max: 100 }, { when: [["settings", "from"], "archive"] }),
    setting("whenEmpty", { type: "text" }),
  ],
  pager: [setting("look", one("look", ["numbers", "olderNewer"]))],
};

/** How many settings are shown before "more". */
export const FIRST_SETTINGS = 6;
