import type { Form, Traits } from "../core/starting/traits";

/** Starting points in words. */
const FORM_NAMES: Readonly<Record<Form, string>> = {
  line: "All in one line",
  centred: "Logo above the menu",
  split: "Menu round the logo",
  masthead: "Large logo, menu in a band of its own",
  stripe: "Thin stripe above one line",
  compact: "Menu behind a button",
  overPicture: "Laid over the picture",
  picture: "On a picture",
  columns: "Columns and a bar",
  stack: "All in the middle",
  bar: "One bar",
  letter: "Letters first",
  address: "With the address",
  opposite: "Title, with what stands opposite",
  lines: "Title and second line",
  words: "Words alone",
  hero: "Hero on a picture",
  newest: "Hero of the newest entries",
  next: "Hero of what comes next",
  listRows: "List in rows",
  listCards: "List of cards",
  listColumns: "List in uneven columns",
  listTimeline: "List by time",
  listLarge: "The newest large, the others small",
  article: "An article, one below the other",
  beside: "An article, the way through it beside it",
  event: "When it takes place, and what comes next",
  priced: "What it costs, its picture beside it",
  pictures: "Pictures first",
  latest: "The latest entries",
  comes: "What comes next",
  related: "Related entries",
  onPage: "The way through the page",
};

/** How wide a hero of entries shows them. */
const SLIDE_WORDS: Readonly<Record<Traits["sign"], string>> = {
  small: "beside each other",
  middle: "one after another by themselves",
  large: "one at a time",
};
const SIDE_WORDS: Readonly<Record<Traits["align"], string>> = {
  start: "at the left",
  centre: "in the middle",
  end: "at the right",
};

const describeTitleBar = ({ form, ground, align, sign, extra }: Traits): string => {
  const isOfEntries = form === "newest" || form === "next";
  return [
    startName({ form }),
    SIDE_WORDS[align],
    form === "words" || form === "picture" ? "" : GROUND_WORDS[ground],
    isOfEntries ? SLIDE_WORDS[sign] : extra === "search" ? "a search box opposite" : "",
  ]
    .filter((each) => each !== "")
    .join(", ");
};

const GROUND_WORDS: Readonly<Record<Traits["ground"], string>> = {
  surface: "on the surface colour",
  background: "on the page's background",
  text: "on the dark of the text",
  accent: "on the accent",
  line: "on the colour of lines",
};

const describeLayout = ({ form, ground, extra, rule }: Traits): string =>
  [
    startName({ form }),
    GROUND_WORDS[ground],
    extra === "search" ? "a search box first" : "",
    rule ? (form === "onPage" ? "with numbers" : "lines between") : "",
  ]
    .filter((each) => each !== "")
    .join(", ");

export const startName = ({ form }: Pick<Traits, "form">): string => FORM_NAMES[form];

/** "Menu round the logo, on the accent; comes back when scrolling up". */
export const describeStart = (traits: Traits): string => {
  if (traits.slot === "titleBar") return describeTitleBar(traits);
  if (traits.slot === "layout" || traits.slot === "side") return describeLayout(traits);
  const { form, ground, stays } = traits;
  const where = form === "picture" ? "" : `, ${GROUND_WORDS[ground]}`;
  const sticky =
    stays === "always"
      ? "; stays at the top"
      : stays === "scrollingUp"
        ? "; comes back when scrolling up"
        : "";
  return `${startName({ form })}${where}${sticky}`;
};
