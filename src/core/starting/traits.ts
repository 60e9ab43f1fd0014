import { z } from "zod";

/** What makes a starting point look as it does: small plain data, from which its bands are laid out anew each time. */

export const FORMS = {
  header: ["line", "centred", "split", "masthead", "stripe", "compact", "overPicture", "picture"],
  footer: ["columns", "stack", "bar", "letter", "address", "picture"],
  titleBar: ["opposite", "lines", "words", "picture", "hero", "newest", "next"],
} as const;
export const DESIGNED_SLOTS = ["header", "footer", "titleBar"] as const;
export type Form = (typeof FORMS)[(typeof DESIGNED_SLOTS)[number]][number];

/** Roles of the palette that bands stand on. */
export const GROUNDS = ["surface", "background", "text", "accent", "line"] as const;

const MOST_PICTURES = 11;

export const Traits = z
  .object({
    slot: z.enum(DESIGNED_SLOTS),
    form: z.enum([...FORMS.header, ...FORMS.footer, ...FORMS.titleBar]),
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
    /** Title bars only: which of the site's pictures, the darkest first. */
    picture: z.number().int().min(0).max(MOST_PICTURES).optional(),
  })
  .refine(({ slot, form }) => (FORMS[slot] as readonly string[]).includes(form), { message: "start.form" });
export type Traits = z.infer<typeof Traits>;

type Shown = "ground" | "second" | "sign" | "align" | "extra" | "rule" | "width" | "picture";

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
