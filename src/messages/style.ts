import type { TextLook } from "../core/model/house-style";
import type { StyleDifference } from "../core/style/differences";
import type { PairUse } from "../core/style/pairs";
import { fieldName } from "./fields";
import { ROLE_NAMES, TYPE_STYLE_NAMES } from "./words";

/** Words about the house style: where pairs of colours stand, what differs between two styles. */

const USES: Readonly<Record<PairUse, string>> = {
  text: "text",
  mutedText: "muted text",
  link: "links",
  pointedLink: "links, pointed at",
  field: "form fields",
  fieldLine: "edge of fields",
  button: "buttons",
  pointedButton: "buttons, pointed at",
  band: "a band",
  block: "a block",
};
export const pairUseWords = (use: PairUse): string => USES[use];

/** A colour value as people know it: what it is for, its name, or what was typed in. */
export const colourWords = (
  { palette }: { readonly palette: readonly { readonly id: string; readonly name: string }[] },
  value: string,
): string => {
  const [type, name = ""] = value.split(":");
  if (type === "role") return ROLE_NAMES[name as keyof typeof ROLE_NAMES]?.toLowerCase() ?? name;
  return palette.find(({ id }) => type === "colour" && id === name)?.name ?? value;
};

/** ΔE in words: what a person would notice. 0.02 is a step one just sees (CSS Color 4, §13.2). */
export const distanceWords = (distance: number): string => {
  if (distance === 0) return "the same colour";
  if (distance < 0.02) return "hardly another";
  if (distance < 0.06) return "a little off";
  return distance < 0.15 ? "clearly another" : "far off";
};

const GROUPS: Readonly<Record<string, string>> = {
  palette: "colour",
  roles: "colour for",
  fonts: "family for",
  type: "",
  measures: "",
  links: "links:",
  buttons: "buttons:",
  fields: "form fields:",
  background: "page:",
  motion: "motion:",
  shadow: "shadow:",
  ownFonts: "fonts of your own",
  textStyles: "text style",
};

const STEP_NAMES: Readonly<Record<string, string>> = {
  ...ROLE_NAMES,
  ...TYPE_STYLE_NAMES,
  contentWidth: "content width",
  distance: "distance",
  radius: "corners",
  edgeWide: "wide from",
  edgeMiddle: "small below",
  headings: "headings",
  third: "the third family",
  sizeOn: "size on",
  lineHeight: "line height",
  weight: "weight",
  spacing: "letter spacing",
  upper: "upper case",
  family: "family",
  underline: "underlined",
  pointedColour: "pointed at",
  focus: "ring when focused",
  ground: "ground",
  line: "edge",
  pointedGround: "ground, pointed at",
  pointedText: "text, pointed at",
  paddingBlock: "above and below",
  paddingInline: "at the sides",
  lineWidth: "edge",
  duration: "how long",
  easing: "how",
  down: "down",
  blur: "soft",
  strength: "dark",
};

const colourName = (value: unknown): string | undefined =>
  value !== null && typeof value === "object" && "name" in value ? String(value.name) : undefined;

/** What a difference is about: "colour Brass", "Heading 1 size", "buttons: filled ground". */
export const differenceName = ({ path, before, after }: StyleDifference): string => {
  const [group = "", ...steps] = path;
  const named =
    group === "palette" || (group === "textStyles" && steps.length === 1)
      ? [colourName(after) ?? colourName(before) ?? steps[0]]
      : steps.map((step, at) =>
          steps[at - 1] === "sizeOn"
            ? `${step} screens`
            : (STEP_NAMES[step] ?? fieldName(step).toLowerCase()),
        );
  return [GROUPS[group] ?? group, ...named].filter((word) => word !== "").join(" ");
};

const lookWords = ({ size, weight, lineHeight }: TextLook): string =>
  `${size} rem, ${weight}, ${lineHeight} ×`;

/** A value of a style in short. */
export const differenceValue = (value: unknown): string => {
  if (value === undefined) return "not there";
  if (value === "") return "as the text around";
  if (typeof value === "boolean") return value ? "yes" : "no";
  if (value !== null && typeof value === "object" && "value" in value) return String(value.value);
  if (value !== null && typeof value === "object" && "look" in value)
    return lookWords(value.look as TextLook);
  if (Array.isArray(value)) return String(value.length);
  return String(value).replace(/^(role|colour):/, "");
};
