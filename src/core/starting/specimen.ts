import { defaultSettings } from "../blocks";
import { BandBackground, Part } from "../design/part";
import { BUTTON_LOOKS } from "../model/house-style";
import { EVERYWHERE } from "../model/placement";
import type { RichText } from "../model/rich-text";
import { Maker } from "./maker";

/**
 * The sheet a house style is seen on: everything it says, once, in the place of a page's layout. It is drawn by the
 * renderer like any part, and stored nowhere.
 */
export const SPECIMEN_ID = "specimen";

const words: RichText = [
  {
    type: "paragraph",
    children: [
      { text: "Running text as most of a site is read, with a " },
      { text: "link to follow", link: "/" },
      { text: ", a " },
      { text: "strong word", bold: true },
      { text: " and a few more lines, so that one sees how far they stand apart and how long they run." },
    ],
  },
  {
    type: "list",
    ordered: false,
    items: [
      [{ type: "paragraph", children: [{ text: "A list has lines of its own," }] }],
      [{ type: "paragraph", children: [{ text: "set apart from the text." }] }],
    ],
  },
];

/** `kinds` are those whose entries stand in for cards. Ids are the same each time, so that previews patch in place. */
export const specimenPart = (kinds: readonly string[]): Part => {
  let count = 0;
  const make = new Maker(() => `specimen-${++count}`);
  const block = make.block.bind(make) as Maker["block"];
  const headings = ([2, 3, 4, 5, 6] as const).map((level) =>
    block("heading", { text: `Heading ${level} of a page`, level, style: `h${level}` }),
  );
  const title = block("heading", { text: "A heading that opens a page", level: 2, style: "h1" });
  const cards = defaultSettings("entryList");
  return Part.parse({
    schema: 1,
    slot: "layout",
    number: 1,
    name: "Specimen",
    on: true,
    origin: "00000000-0000-4000-8000-00000000005e",
    placement: EVERYWHERE,
    bands: [
      make.band(
        {
          name: "Words",
          paddingBlock: { wide: 40, small: 24 },
          gap: 48,
          alignBlock: "start",
          stackOnSmall: true,
        },
        make.cell(
          { share: 7, direction: "column", gap: 18 },
          title,
          block("richText", {
            text: [
              { type: "paragraph", children: [{ text: "A lead: the sentence that says what follows." }] },
            ],
            size: "lead",
          }),
          block("richText", { text: [...words] }),
          block("richText", {
            text: [{ type: "paragraph", children: [{ text: "Small print, for what few people read." }] }],
            size: "small",
          }),
        ),
        make.cell({ share: 5, direction: "column", gap: 12 }, ...headings),
      ),
      make.band(
        {
          name: "Buttons and fields",
          paddingBlock: { wide: 28 },
          background: BandBackground.parse({ colour: "role:surface" }),
        },
        make.cell(
          { share: 7, gap: 16 },
          ...BUTTON_LOOKS.map((look) => block("button", { label: LOOK_LABELS[look], look })),
        ),
        make.cell({ share: 5 }, block("search", { placeholder: "A field to fill in", width: 260 })),
      ),
      make.band(
        {
          name: "On the accent",
          paddingBlock: { wide: 20 },
          colour: "role:textOnAccent",
          background: BandBackground.parse({ colour: "role:accent" }),
        },
        make.cell(
          { share: 1 },
          block("richText", { text: [{ type: "paragraph", children: [{ text: "Text on the accent." }] }] }),
        ),
      ),
      make.band(
        { name: "Cards", paddingBlock: { wide: 32 } },
        make.cell(
          { share: 1 },
          block("entryList", {
            from: "kinds",
            kinds: [...kinds],
            count: 3,
            paged: false,
            arrangement: "cards",
            cards: cards.cards,
          }),
        ),
      ),
    ],
  }) as Part;
};

const LOOK_LABELS: Readonly<Record<(typeof BUTTON_LOOKS)[number], string>> = {
  filled: "Filled button",
  outlined: "Outlined button",
  plain: "Plain button",
};
