import type { Form, Traits } from "../core/starting/traits";

/** Starting points in words. */
const FORM_NAMES: Readonly<Record<Form, string>> = {
  line: "All in one line",
  centred: "Sign above the menu",
  split: "Menu round the sign",
  masthead: "Large sign, menu in a band of its own",
  stripe: "Thin stripe above one line",
  compact: "Menu behind a button",
  overPicture: "Laid over the picture",
  picture: "On a picture",
  columns: "Columns and a bar",
  stack: "All in the middle",
  bar: "One bar",
  letter: "Letters first",
  address: "With the address",
};

const GROUND_WORDS: Readonly<Record<Traits["ground"], string>> = {
  surface: "on the surface colour",
  background: "on the page's background",
  text: "on the dark of the text",
  accent: "on the accent",
  line: "on the colour of lines",
};

export const startName = ({ form }: Pick<Traits, "form">): string => FORM_NAMES[form];

/** "Menu round the sign, on the accent; comes back when scrolling up". */
export const describeStart = ({ form, ground, stays }: Traits): string => {
  const where = form === "picture" ? "" : `, ${GROUND_WORDS[ground]}`;
  const sticky =
    stays === "always"
      ? "; stays at the top"
      : stays === "scrollingUp"
        ? "; comes back when scrolling up"
        : "";
  return `${startName({ form })}${where}${sticky}`;
};
