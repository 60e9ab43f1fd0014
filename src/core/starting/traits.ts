import { z } from "zod";

/** What makes a starting point look as it does: small plain data, from which its bands are laid out anew each time. */

export const FORMS = {
  header: ["line", "centred", "split", "masthead", "stripe", "compact", "overPicture", "picture"],
  footer: ["columns", "stack", "bar", "letter", "address", "picture"],
  titleBar: ["opposite", "lines", "words", "picture", "hero", "newest", "next"],
  layout: [
    "listRows",
    "listCards",
    "listColumns",
    "listTimeline",
    "listLarge",
    "article",
    "beside",
    "event",
    "priced",
    "pictures",
  ],
  side: ["latest", "comes", "related", "onPage"],
} as const;
export const DESIGNED_SLOTS = ["header", "titleBar", "layout", "side", "footer"] as const;
export type Form = (typeof FORMS)[(typeof DESIGNED_SLOTS)[number]][number];

/** The page of the site that a form is looked at on. */
export const LOOKED_AT_ON = ["front", "list", "entry", "event", "priced"] as const;
export type LookedAtOn = (typeof LOOKED_AT_ON)[number];
export const lookedAtOn = ({ slot, form }: Pick<Traits, "slot" | "form">): LookedAtOn => {
  if (slot === "side") return "entry";
  if (slot !== "layout") return "front";
  if (form === "event" || form === "priced") return form;
  return form.startsWith("list") ? "list" : "entry";
};

/** Roles of the palette that bands stand on. */
export const GROUNDS = ["surface", "background", "text", "accent", "line"] as const;

const MOST_PICTURES = 11;

export const Traits = z
  .object({
    slot: z.enum(DESIGNED_SLOTS),
    form: z.enum([...FORMS.header, ...FORMS.footer, ...FORMS.titleBar, ...FORMS.layout, ...FORMS.side]),
    /** Of the main band, and of a second one where the form has it. */
    ground: z.enum(GROUNDS),
    second: z.enum(GROUNDS),
    room: z.enum(["tight", "even", "wide"]),
    sign: z.enum(["small", "middle", "large"]),
    align: z.enum(["start", "centre", "end"]),
    extra: z.enum(["none", "search", "social", "tagline"]),
    /** A line below (header) or above (footer). */
    rule: z.boolean(),
    width: z.enum(["content", "full"]),
    /** Headers only: whether the main band stays when one scrolls. */
    stays: z.enum(["no", "always", "scrollingUp"]),
    /** Of title bars: which of the site's pictures, the darkest first. Of layouts and side columns: which of a few ways. */
    picture: z.number().int().min(0).max(MOST_PICTURES).optional(),
  })
  .refine(({ slot, form }) => (FORMS[slot] as readonly string[]).includes(form), { message: "start.form" });
export type Traits = z.infer<typeof Traits>;

type Shown = "ground" | "second" | "sign" | "align" | "extra" | "rule" | "width" | "picture";

/** What layouts and side columns have no place for. */
const NOT_OF_LAYOUTS = ["second", "align"] as const;

/** Traits that a form has no place for. */
const UNSEEN: Readonly<Record<Traits["slot"], Readonly<Partial<Record<Form, readonly Shown[]>>>>> = {
  header: {
    line: ["second"],
    centred: ["second", "align"],
    split: ["second", "align", "extra"],
    masthead: ["rule"],
    stripe: ["extra"],
    compact: ["second", "align"],
    overPicture: ["second", "rule"],
    picture: ["ground", "extra", "rule"],
  },
  footer: {
    columns: ["align", "extra"],
    stack: ["second", "align"],
    bar: ["second", "align", "sign"],
    letter: ["align", "extra", "rule", "sign"],
    address: ["align", "extra"],
    picture: ["ground", "align", "extra", "rule"],
  },
  titleBar: {
    opposite: ["second", "picture"],
    lines: ["second", "picture"],
    words: ["ground", "second", "rule", "width", "picture"],
    picture: ["ground", "second", "extra", "rule"],
    hero: ["second", "sign", "extra", "rule", "width"],
    newest: ["second", "extra", "rule", "width", "picture"],
    next: ["second", "extra", "rule", "width", "picture"],
  },
  layout: {
    listRows: [...NOT_OF_LAYOUTS],
    listCards: [...NOT_OF_LAYOUTS, "rule"],
    listColumns: [...NOT_OF_LAYOUTS, "rule"],
    listTimeline: [...NOT_OF_LAYOUTS],
    listLarge: [...NOT_OF_LAYOUTS],
    article: [...NOT_OF_LAYOUTS, "extra", "rule", "picture"],
    beside: [...NOT_OF_LAYOUTS, "rule", "picture"],
    event: [...NOT_OF_LAYOUTS, "extra", "picture"],
    priced: [...NOT_OF_LAYOUTS, "extra", "rule", "picture"],
    pictures: [...NOT_OF_LAYOUTS, "extra", "rule"],
  },
  side: {
    latest: [...NOT_OF_LAYOUTS],
    comes: [...NOT_OF_LAYOUTS],
    related: [...NOT_OF_LAYOUTS],
    onPage: [...NOT_OF_LAYOUTS, "sign", "picture"],
  },
};
const PLAIN: Pick<Traits, Shown> = {
  width: "content",
  picture: 0,
  ground: "text",
  second: "text",
  sign: "middle",
  align: "start",
  extra: "none",
  rule: false,
};

/** The same traits with those that are not seen set to one value each: what looks alike is alike. */
export const seenTraits = (traits: Traits): Traits => ({
  ...traits,
  ...Object.fromEntries((UNSEEN[traits.slot][traits.form] ?? []).map((key) => [key, PLAIN[key]])),
});

/** How much each trait is seen. */
const WEIGHTS = {
  form: 5,
  ground: 3,
  second: 1,
  align: 1,
  extra: 1,
  room: 1,
  sign: 1,
  rule: 1,
  width: 1,
  picture: 2,
} as const satisfies Partial<Record<keyof Traits, number>>;

/** How far two starting points are apart: the weights of all traits in which they differ. `stays` is not seen at rest. */
export const distanceOf = (a: Traits, b: Traits): number =>
  (Object.keys(WEIGHTS) as (keyof typeof WEIGHTS)[]).reduce(
    (sum, key) => sum + (a[key] === b[key] ? 0 : WEIGHTS[key]),
    0,
  );
