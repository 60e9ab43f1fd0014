import { canStay, endsHeader, isInSticky, isTitleBar } from "../core/design/part";
import { type Control, direction, type FieldSpec, grouped, one, textStyleOf } from "./controls";
import { numberOptions, valueOptions } from "./values";

const widths: Control = { type: "many", options: valueOptions("hideOn") };

export const LOOK_CONTROLS: readonly FieldSpec[] = [
  ...grouped("Look", [
    { path: ["look", "colour"], control: { type: "colour", empty: "as around it" } },
    { path: ["look", "background"], control: { type: "colour", empty: "none" } },
    { path: ["look", "align"], control: one("align", ["", "start", "centre", "end"]) },
    { path: ["look", "type"], control: textStyleOf("type") },
    {
      path: ["look", "size"],
      control: { type: "perWidth", unit: "px", max: 200, none: [0, "as its style"] },
      label: "Size",
    },
    {
      path: ["look", "lineHeight"],
      control: { type: "perWidth", unit: "%", max: 300, none: [0, "as its style"] },
      label: "Line height",
    },
    { path: ["look", "padding"], control: { type: "sides" }, label: "Padding" },
    { path: ["look", "borderWidth"], control: { type: "number", unit: "px", max: 40 } },
    { path: ["look", "borderColour"], control: { type: "colour" }, unless: [["look", "borderWidth"], 0] },
    {
      path: ["look", "radius"],
      control: { type: "number", unit: "px", min: -1, max: 400, none: [-1, "as its kind"] },
      label: "Corners",
    },
    { path: ["look", "shadow"], control: { type: "switch" } },
  ]),
  ...grouped("Who sees it", [
    { path: ["look", "hideOn"], control: widths },
    { path: ["look", "seenBy"], control: { type: "audience" } },
    { path: ["look", "whenStuck"], control: one("whenStuck"), label: "While at the top", where: isInSticky },
  ]),
];

const share: Control = { type: "count", options: numberOptions("share", 0, 12) };
const narrowerShare: Control = { type: "count", options: numberOptions("shareOn", -1, 12) };

/** How the column of a side part stands. */
export const COLUMN_CONTROLS: readonly FieldSpec[] = [
  { path: ["at"], control: one("at"), label: "Stands" },
  {
    path: ["width"],
    control: { type: "number", unit: "px", min: 120, max: 600 },
    label: "Width inside",
    when: [["share"], 0],
  },
  {
    path: ["share"],
    control: { type: "number", unit: "%", max: 50, none: [0, "none: in px"] },
    label: "Share",
  },
  { path: ["narrow"], control: one("narrow"), label: "When narrow" },
  {
    path: ["foldWords"],
    control: { type: "text" },
    label: "Unfolding says",
    when: [["narrow"], "folded"],
  },
  { path: ["stays"], control: { type: "switch" }, label: "Stays in sight" },
];

export const CELL_CONTROLS: readonly FieldSpec[] = [
  { path: ["share"], control: share },
  {
    path: ["align"],
    control: one("align", ["start", "centre", "end", "between"]),
  },
  { path: ["direction"], control: direction },
  { path: ["gap"], control: { type: "number", unit: "px", max: 200 } },
  { path: ["alignBlock"], control: one("alignBlock", ["", "start", "centre", "end"]), label: "Up and down" },
  { path: ["shareOn", "middle"], control: narrowerShare, label: "Share on middle" },
  { path: ["shareOn", "small"], control: narrowerShare, label: "Share on small" },
  {
    path: ["orderSmall"],
    control: { type: "count", options: numberOptions("orderSmall", 0, 12) },
    label: "Place on small",
  },
];

const NO_OVERLAY = [["background", "overlay"], 0] as const;
/** Neither a picture of its own nor the page's. */
const NO_PICTURE = [
  [["background", "picture"], ""],
  [["background", "pageOwnPicture"], false],
] as const;
const NOTHING_ON_IT = [NO_OVERLAY, [["background", "texture"], "none"]] as const;
const NO_OWN_PICTURE = [["background", "picture"], ""] as const;

export const BAND_CONTROLS: readonly FieldSpec[] = [
  { path: ["name"], control: { type: "text" } },
  {
    path: ["height"],
    control: { type: "perWidth", unit: "px", max: 2000, none: [0, "as its content"] },
  },
  {
    path: ["heightIs"],
    control: one("heightIs"),
    label: "That height is",
    unless: [["height"], { wide: 0 }],
  },
  {
    path: ["paddingBlock"],
    control: { type: "perWidth", unit: "px", max: 400 },
    where: ({ reachesEdges }) => !reachesEdges,
  },
  { path: ["background", "colour"], control: { type: "colour" }, label: "Background" },
  { path: ["background", "picture"], control: { type: "picture" }, label: "Picture behind" },
  { path: ["colour"], control: { type: "colour" }, label: "Text colour" },
  ...grouped("Room", [
    { path: ["shows"], control: one("shows", ["all", "words", "nothing"]), where: isTitleBar },
    { path: ["leads"], control: one("leads"), where: isTitleBar },
    { path: ["width"], control: one("width") },
    { path: ["gap"], control: { type: "number", unit: "px", max: 400 } },
    {
      path: ["screenHeight"],
      control: { type: "perWidth", unit: "%", max: 100, none: [0, "none"] },
      label: "Share of screen",
    },
    { path: ["alignBlock"], control: one("alignBlock", ["start", "centre", "end"]) },
    { path: ["stackOnSmall"], control: { type: "switch" } },
  ]),
  ...grouped("Ground", [
    {
      path: ["background", "colourTo"],
      control: { type: "colour", empty: "nothing" },
      label: "Fades into",
      unless: [["background", "colour"], ""],
    },
    {
      path: ["background", "colourAngle"],
      control: { type: "number", unit: "°", max: 359 },
      label: "In the direction",
      unless: [["background", "colourTo"], ""],
    },
    { path: ["background", "pageOwnPicture"], control: { type: "switch" } },
    {
      path: ["background", "pictureFit"],
      control: one("pictureFit"),
      label: "The picture",
      unlessAll: [NO_PICTURE],
    },
    {
      path: ["background", "slower"],
      control: { type: "switch" },
      label: "Picture goes slower than the page",
      unlessAll: [NO_PICTURE],
    },
    {
      path: ["background", "video"],
      control: { type: "video" },
      label: "Video over it",
      unlessAll: [NO_PICTURE],
    },
    {
      path: ["background", "slides"],
      control: { type: "pictures" },
      label: "Then pictures",
      unless: NO_OWN_PICTURE,
    },
    {
      path: ["background", "slideSeconds"],
      control: { type: "number", unit: "s", min: 2, max: 60 },
      label: "Each for",
      unless: [["background", "slides"], []],
    },
  ]),
  ...grouped("Laid on it", [
    {
      path: ["background", "overlay"],
      control: { type: "number", unit: "%", max: 100 },
      unlessAll: [NO_PICTURE],
    },
    {
      path: ["background", "overlayColour"],
      unlessAll: [NO_PICTURE],
      control: { type: "colour", empty: "the band’s own" },
      unless: NO_OVERLAY,
    },
    {
      path: ["background", "overlayTo"],
      unlessAll: [NO_PICTURE],
      control: { type: "colour", empty: "nothing" },
      unless: NO_OVERLAY,
    },
    {
      path: ["background", "overlayAngle"],
      control: { type: "number", unit: "°", max: 359 },
      unless: [["background", "overlayTo"], ""],
    },
    { path: ["background", "texture"], control: one("texture") },
    {
      path: ["background", "textureStrength"],
      control: { type: "number", unit: "%", min: 1, max: 100 },
      unless: [["background", "texture"], "none"],
    },
    {
      path: ["background", "order"],
      control: { type: "order", options: valueOptions("order") },
      unlessAll: [NO_PICTURE, NOTHING_ON_IT],
      label: "Which lies on top",
    },
  ]),
  ...grouped("Over what is near", [
    {
      path: ["overPicture", "on"],
      control: { type: "switch" },
      label: "Over the picture that follows",
      where: endsHeader,
    },
    {
      path: ["overPicture", "colour"],
      control: { type: "colour", empty: "white" },
      label: "Text over it",
      when: [["overPicture", "on"], true],
      where: endsHeader,
    },
    {
      path: ["overPicture", "veil"],
      control: { type: "number", unit: "%", max: 100 },
      label: "Ground at rest",
      when: [["overPicture", "on"], true],
      where: endsHeader,
    },
    {
      path: ["overPicture", "blur"],
      control: { type: "number", unit: "px", max: 40 },
      label: "Blur under it",
      when: [["overPicture", "on"], true],
      where: endsHeader,
    },
    { path: ["overlap"], control: { type: "number", unit: "px", max: 400 }, label: "Lies over" },
    {
      path: ["overlapSide"],
      control: one("overlapSide"),
      label: "Over",
      unless: [["overlap"], 0],
    },
  ]),
  ...grouped("While scrolling", [
    { path: ["fades"], control: { type: "switch" } },
    { path: ["sticky"], control: { type: "switch" }, where: canStay },
    {
      path: ["stickyWhen"],
      control: one("stickyWhen"),
      label: "Stays",
      when: [["sticky"], true],
      where: canStay,
    },
    {
      path: ["stickyGrows"],
      control: { type: "switch" },
      label: "Full width once scrolled",
      when: [["width"], "boxed"],
      unless: [["sticky"], false],
      where: canStay,
    },
  ]),
  ...grouped("While it stays at the top", [
    {
      path: ["stuckSmaller"],
      control: { type: "number", unit: "%", max: 80, none: [0, "as high as at rest"] },
      label: "Smaller by",
      when: [["sticky"], true],
      where: canStay,
    },
    {
      path: ["stickyNotOn"],
      control: widths,
      label: "Let go on",
      when: [["sticky"], true],
      where: canStay,
    },
  ]),
  ...grouped("Who sees it", [
    { path: ["hideOn"], control: widths },
    { path: ["seenBy"], control: { type: "audience" } },
  ]),
];
