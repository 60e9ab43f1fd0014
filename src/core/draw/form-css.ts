import type { HouseStyle } from "../model/house-style";
import { buttonLookCss } from "./button-css";
import { colourCss, rem } from "./css";

/** Fields and the buttons that send them, as the house style has them. */

/** A field a person writes in. */
export const fieldCss = (selector: string, style: HouseStyle): string => {
  const { ground, text, line, focus, radius } = style.fields;
  const of = (value: string, otherwise: string) => colourCss(style, value) || otherwise;
  return `${selector}{min-width:0;font:inherit;padding:.45rem .7rem;min-height:2.5rem;color:${of(text, "inherit")};background:${of(ground, "none")};border:1px solid ${of(line, "currentColor")};border-radius:${radius}px}
${selector}:focus-visible{outline-color:${of(focus, "currentColor")}}`;
};

/** The button that sends a form. */
export const submitCss = (selector: string, style: HouseStyle): string => {
  const { paddingBlock, paddingInline, radius } = style.buttons;
  return `${selector}{font:inherit;color:inherit;background:none;padding:${rem(paddingBlock)} ${rem(paddingInline)};min-height:2.5rem;border:1px solid transparent;border-radius:${radius}px;cursor:pointer}
${buttonLookCss(selector, style, "filled")}`;
};
