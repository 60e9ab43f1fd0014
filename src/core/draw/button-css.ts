import { BUTTON_LOOKS, type HouseStyle } from "../model/house-style";
import { wornBy } from "./base-css";
import { colourCss, rem } from "./css";

/** One look at rest and pointed at. A pointed-at button that keeps its colours is underlined: a change that is seen. */
export const buttonLookCss = (
  selector: string,
  style: HouseStyle,
  look: (typeof BUTTON_LOOKS)[number],
): string => {
  const { ground, text, line, pointedGround, pointedText } = style.buttons[look];
  const of = (value: string) => colourCss(style, value);
  const edge = look === "outlined" && line === "" ? "currentColor" : of(line);
  const rest = [
    ground === "" ? "" : `background:${of(ground)}`,
    text === "" ? "" : `color:${of(text)}`,
    edge === "" ? "" : `border-color:${edge}`,
  ];
  const keeps = pointedGround === ground && pointedText === text;
  const pointed = keeps
    ? ["text-decoration:underline"]
    : [
        // a ground that is the block's own stays
        pointedGround !== "" || ground !== "" ? `background:${of(pointedGround) || "none"}` : "",
        pointedText === "" ? "" : `color:${of(pointedText)}`,
      ];
  const rule = (all: readonly string[]) => all.filter((each) => each !== "").join(";");
  return `${selector}{${rule(rest)}}${selector}:hover{${rule(pointed)}}`;
};

/** What links that look like buttons have in common, in the looks of the house style. */
export const standingCss = (selector: string, style: HouseStyle): string => {
  const { paddingBlock, paddingInline, radius, lineWidth } = style.buttons;
  return `${selector}{display:inline-block;padding:${rem(paddingBlock)} ${rem(paddingInline)};border-radius:${radius}px;${wornBy(style, "button")};text-decoration:none;border:${lineWidth}px solid transparent;text-align:center}
${BUTTON_LOOKS.map((look) => buttonLookCss(`${selector}:where(.${look})`, style, look)).join("\n")}
${selector}.plain{padding-inline:0}`;
};
