"use client";
import { FAMILIES } from "../../core/measure/families";
import type { HouseStyle } from "../../core/model/house-style";
import { BUTTON_LOOKS, COLOUR_ROLES, TEXTURES, TYPE_STYLES } from "../../core/model/house-style";
import { ROLE_NAMES, TEXTURE_NAMES, TYPE_STYLE_NAMES } from "../../messages/words";
import { useStyleEditor } from "../client/style-editor";
import { OneOf, type Options } from "../fields/ChoiceInput";
import { NumberInput } from "../fields/NumberInput";
import { ColourInput } from "../fields/SiteInput";
import { madeLike } from "../fields/TextStyleInHand";
import { TypeFields } from "../fields/TypeFields";
import { Act } from "../theme/pieces";
import { OwnStyle } from "./OwnStyle";
import type { ValueRow, ValueSection } from "./Rows";

type Set = (path: readonly (string | number)[], value: unknown) => void;

const SORT_WORDS = { sans: "sans", serif: "serif", mono: "fixed width" } as const;

/** Every family there is to choose from: those that ship, and the site's own. */
const familyOptions = (style: HouseStyle): Options => [
  ...Object.entries(FAMILIES).map(
    ([name, { sort, drawnFor }]) =>
      [name, `${name} · ${SORT_WORDS[sort]}${drawnFor === "display" ? ", for display" : ""}`] as const,
  ),
  ...style.ownFonts.map(({ family }) => [family, `${family} · your own`] as const),
];

const number = (
  label: string,
  path: readonly string[],
  value: number,
  [min, max]: readonly [number, number],
  unit: string,
  set: Set,
): ValueRow => ({
  label,
  value,
  field: () => (
    <NumberInput
      label={label}
      value={value}
      min={min}
      max={max}
      unit={unit}
      onChange={(next) => set(path, next)}
    />
  ),
});

const colour = (label: string, path: readonly string[], value: string, set: Set): ValueRow => ({
  label,
  value,
  field: () => (
    <ColourInput
      id={path.join("-")}
      label={label}
      value={value}
      onChange={(next) => set(path, next)}
      empty="as the text around"
    />
  ),
});

const oneOf = (
  label: string,
  path: readonly string[],
  value: string,
  options: Options,
  set: Set,
): ValueRow => ({
  label,
  value,
  options: JSON.stringify(options),
  field: () => (
    <OneOf
      id={path.join("-")}
      label={label}
      value={value}
      options={options}
      onChange={(next) => set(path, next)}
    />
  ),
});

const roles = (style: HouseStyle, set: Set): ValueSection => ({
  title: "What colours are for",
  rows: COLOUR_ROLES.map((role) =>
    oneOf(
      ROLE_NAMES[role],
      ["roles", role],
      style.roles[role],
      style.palette.map(({ id, name }) => [id, name] as const),
      set,
    ),
  ),
});

const type = (style: HouseStyle, set: Set): readonly ValueSection[] => [
  {
    title: "Families",
    rows: [
      oneOf("For text", ["fonts", "text"], style.fonts.text, familyOptions(style), set),
      oneOf("For headings", ["fonts", "headings"], style.fonts.headings, familyOptions(style), set),
      oneOf(
        "A third one",
        ["fonts", "third"],
        style.fonts.third,
        [["", "none: that of text"], ...familyOptions(style)],
        set,
      ),
    ],
  },
  {
    title: "Type",
    rows: TYPE_STYLES.map((name) => ({
      label: TYPE_STYLE_NAMES[name],
      isWide: true,
      value: style.type[name],
      field: () => (
        <TypeFields
          name={TYPE_STYLE_NAMES[name]}
          look={style.type[name]}
          onChange={(field, value) => set(["type", name, field], value)}
        />
      ),
    })),
  },
  ownStyles(style, set),
];

/** The text styles of the site's own: each with its name, and a way out while nothing wears it. */
const ownStyles = (style: HouseStyle, set: Set): ValueSection => ({
  title: "Text styles of your own",
  rows: style.textStyles.map((own, at) => ({
    label: own.name,
    isWide: true,
    isNamed: true,
    value: own,
    options: style.textStyles.length,
    field: () => <OwnStyle own={own} at={at} set={set} />,
  })),
  below: (
    <Act
      onClick={() => {
        // what stands below the rows may be older than the style
        const now = useStyleEditor.getState().body ?? style;
        set(["textStyles"], [...now.textStyles, madeLike(now, "body")]);
      }}
    >
      Another text style
    </Act>
  ),
});

const measures = ({ measures: now, shadow, motion, background }: HouseStyle, set: Set): ValueSection[] => [
  {
    title: "Measures",
    rows: [
      number("Content width", ["measures", "contentWidth"], now.contentWidth, [320, 2400], "px", set),
      number("Gap", ["measures", "distance"], now.distance, [2, 64], "px", set),
      number("Corners", ["measures", "radius"], now.radius, [0, 80], "px", set),
      number("Wide from", ["measures", "edgeWide"], now.edgeWide, [600, 1600], "px", set),
      number("Small below", ["measures", "edgeMiddle"], now.edgeMiddle, [320, 1000], "px", set),
    ],
  },
  {
    title: "Page, shadow, motion",
    rows: [
      oneOf(
        "Page texture",
        ["background", "texture"],
        background.texture,
        TEXTURES.map((each) => [each, TEXTURE_NAMES[each]]),
        set,
      ),
      number("Shadow, down", ["shadow", "down"], shadow.down, [0, 60], "px", set),
      number("Shadow, soft", ["shadow", "blur"], shadow.blur, [0, 120], "px", set),
      number("Shadow, dark", ["shadow", "strength"], shadow.strength, [0, 100], "%", set),
      number("Motion", ["motion", "duration"], motion.duration, [0, 2000], "ms", set),
      oneOf(
        "How it moves",
        ["motion", "easing"],
        motion.easing,
        [
          ["ease", "soft at both ends"],
          ["ease-in", "slow start"],
          ["ease-out", "slow end"],
          ["ease-in-out", "slow at both ends"],
          ["linear", "evenly"],
        ],
        set,
      ),
    ],
  },
];

const LOOK_NAMES = { filled: "Filled", outlined: "Outlined", plain: "Plain" } as const;
const PLACES = [
  ["ground", "ground"],
  ["text", "text"],
  ["line", "edge"],
  ["pointedGround", "ground, pointed at"],
  ["pointedText", "text, pointed at"],
] as const;

const controls = ({ links, buttons, fields }: HouseStyle, set: Set): ValueSection[] => [
  {
    title: "Links",
    rows: [
      colour("Colour of links", ["links", "colour"], links.colour, set),
      colour("Pointed at", ["links", "pointedColour"], links.pointedColour, set),
      oneOf(
        "Underlined",
        ["links", "underline"],
        links.underline,
        [
          ["always", "always"],
          ["pointedAt", "when pointed at"],
          ["never", "never"],
        ],
        set,
      ),
      colour("Ring when focused", ["links", "focus"], links.focus, set),
    ],
  },
  {
    title: "Buttons",
    rows: [
      number("Corners of buttons", ["buttons", "radius"], buttons.radius, [0, 80], "px", set),
      number("Above and below", ["buttons", "paddingBlock"], buttons.paddingBlock, [0, 40], "px", set),
      number("At the sides", ["buttons", "paddingInline"], buttons.paddingInline, [0, 80], "px", set),
      number("Edge", ["buttons", "lineWidth"], buttons.lineWidth, [0, 8], "px", set),
      ...BUTTON_LOOKS.flatMap((look) =>
        PLACES.map(([place, words]) =>
          colour(`${LOOK_NAMES[look]}: ${words}`, ["buttons", look, place], buttons[look][place], set),
        ),
      ),
    ],
  },
  {
    title: "Form fields",
    rows: [
      colour("Ground of fields", ["fields", "ground"], fields.ground, set),
      colour("Text in fields", ["fields", "text"], fields.text, set),
      colour("Edge of fields", ["fields", "line"], fields.line, set),
      colour("Ring of fields", ["fields", "focus"], fields.focus, set),
      number("Corners of fields", ["fields", "radius"], fields.radius, [0, 80], "px", set),
    ],
  },
];

/** All values of a style after its palette, in the order people set them. */
export const valueSections = (style: HouseStyle, set: Set): readonly ValueSection[] => [
  roles(style, set),
  ...type(style, set),
  ...measures(style, set),
  ...controls(style, set),
];
