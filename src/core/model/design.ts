import { z } from "zod";
import { Target } from "./blocks";
import { ChoiceName, ChoiceValue } from "./choices";
import { HouseStyle } from "./house-style";
import { Band, Cell, Part } from "./part";
import { LinkTarget } from "./rich-text";
import { Slot } from "./slot";

/** Every design document, by kind. A document is stored whole, with a revision, and frozen by an edition. */

/** One document a slot: which part stands first among equals. */
export const SlotOrder = z.object({ schema: z.literal(1), slot: Slot, parts: z.array(z.string()) });
export type SlotOrder = z.infer<typeof SlotOrder>;

/** What a panel shows beside the items below one: a picture with words, and entries of a kind or a term, newest first. */
export const Promotion = z.object({
  picture: z.string().default(""),
  text: z.string().max(300).default(""),
  target: Target.nullable().default(null),
  kind: z.string().default(""),
  term: z.string().default(""),
  /** How many entries; 0 none. */
  count: z.number().int().min(0).max(8).default(0),
});
export type Promotion = z.infer<typeof Promotion>;

/** SVG path data on a 24 × 24 field; anything else is refused. */
const Outline = z
  .string()
  .max(20_000)
  .regex(/^[MmZzLlHhVvCcSsQqTtAa0-9 ,.eE+-]*$/);

export interface MenuItem {
  readonly id: string;
  readonly label: string;
  /** A sign before the label: its name, and its outline, so that drawing needs no icon package. */
  readonly sign?: { readonly name: string; readonly outline: string };
  readonly target: Target | null;
  /** Stands out from the others, as a button does. Menus of older editions do not know it. */
  readonly highlight?: boolean;
  /** Kept with the item itself: another label changes nothing of it. */
  readonly promotion?: Promotion;
  readonly items: readonly MenuItem[];
}
export const MenuItem: z.ZodType<MenuItem> = z.lazy(() =>
  z.object({
    id: z.string().regex(/^[a-z0-9-]{1,60}$/),
    label: z.string().min(1).max(200),
    sign: z.object({ name: z.string().min(1).max(80), outline: Outline.min(1) }).optional(),
    target: Target.nullable(),
    highlight: z.boolean().optional(),
    promotion: Promotion.optional(),
    items: z.array(MenuItem).max(200),
  }),
);

const depthOf = (items: readonly MenuItem[]): number =>
  items.reduce((deepest, item) => Math.max(deepest, 1 + depthOf(item.items)), 0);

export const Menu = z
  .object({
    schema: z.literal(1),
    name: z.string().min(1).max(120),
    origin: z.string().uuid(),
    items: z.array(MenuItem).max(200),
  })
  .refine((menu) => depthOf(menu.items) <= 3, { message: "menu.depth", path: ["items"] });
export type Menu = z.infer<typeof Menu>;

/** A link to somewhere else the organisation is. The icon's outline comes along, so that drawing needs no icon package. */
export const SocialLink = z.object({
  /** `feed`, `mail`, `link` …: signs of our own; or the name of one from the icon package. */
  icon: z.string().regex(/^[a-z0-9]{1,60}$/),
  /** SVG path data on a 24 × 24 field; empty for signs of our own. */
  outline: Outline.default(""),
  label: z.string().min(1).max(80),
  url: LinkTarget,
});
export type SocialLink = z.infer<typeof SocialLink>;

export const SiteProfile = z.object({
  schema: z.literal(1),
  name: z.string().min(1).max(200),
  tagline: z.string().max(300).default(""),
  /** Pictures by id. */
  logo: z.string().default(""),
  logoOverPictures: z.string().default(""),
  logoSmall: z.string().default(""),
  icon: z.string().default(""),
  sharePicture: z.string().default(""),
  owner: z.string().max(200).default(""),
  firstYear: z.number().int().min(0).max(9999).default(0),
  /** Lines of a postal address. */
  address: z.string().max(500).default(""),
  social: z.array(SocialLink).max(40).default([]),
});
export type SiteProfile = z.infer<typeof SiteProfile>;

export const PICTURE_TYPES = [
  "image/jpeg",
  "image/png",
  "image/webp",
  "image/avif",
  "image/svg+xml",
] as const;

/** Samples of lightness in a line across a picture. */
export const TONES_ACROSS = 48;

/** A picture of the site: which file, what it says in words, where its point of interest lies (percent). */
export const Picture = z.object({
  schema: z.literal(1),
  name: z.string().min(1),
  origin: z.string().uuid(),
  file: z.string().regex(/^[0-9a-f]{64}$/),
  type: z.enum(PICTURE_TYPES),
  width: z.number().int().min(1),
  height: z.number().int().min(1),
  alt: z.string().max(500).default(""),
  credit: z.string().max(300).default(""),
  focal: z.object({ x: z.number().min(0).max(100), y: z.number().min(0).max(100) }),
  /** Mean lightness, 0 dark to 100 bright. */
  lightness: z.number().min(0).max(100).default(50),
  /** Widths of the renditions made of it, ascending, px. */
  renditions: z.array(z.number().int()).default([]),
  /** Kinds of file each rendition is there as, the best first, the most common last. A drawing has none: it is served as it is. */
  formats: z.array(z.enum(["avif", "webp", "jpeg", "png"])).default(["webp"]),
  /** How light it is where: lines of `TONES_ACROSS` bytes, sRGB grey, in base64. Empty for pictures of older versions. */
  tones: z.string().max(12_000).default(""),
  /** What a drawing on see-through ground is drawn in, as an sRGB grey: the middle one. Null for a picture that fills its box; older pictures have none. */
  ink: z.number().int().min(0).max(255).nullable().optional(),
});
export type Picture = z.infer<typeof Picture>;

/** What one page chose for itself: for a slot a part, or nothing; and what it says where parts let it. A slot not named is as everywhere. */
export const PageChoice = z.object({
  schema: z.literal(1),
  identity: z.string(),
  slots: z.partialRecord(Slot, z.union([z.object({ part: z.string() }), z.literal("nothing")])),
  values: z.partialRecord(Slot, z.record(ChoiceName, ChoiceValue)).optional(),
});
export type PageChoice = z.infer<typeof PageChoice>;

/** Whether a slot should be filled: on every page, where other pages of the same sort have it filled, or nowhere. */
export const EXPECTATIONS = ["always", "whereUsed", "never"] as const;
export const Expectation = z.enum(EXPECTATIONS);
export type Expectation = z.infer<typeof Expectation>;

/** Which slots a site expects to be filled, and where single kinds differ, by kind. */
export const Expectations = z.object({
  schema: z.literal(1),
  slots: z.partialRecord(Slot, Expectation),
  kinds: z.record(z.string(), z.partialRecord(Slot, Expectation)).default({}),
});
export type Expectations = z.infer<typeof Expectations>;

/** Blocks designed once and used inside several parts. They stand in one cell of one band: a use is a box with them. */
export const Piece = z.object({
  schema: z.literal(1),
  name: z.string().min(1).max(120),
  origin: z.string().uuid(),
  bands: z.array(Band.extend({ cells: z.array(Cell).length(1) })).length(1),
});
export type Piece = Omit<z.infer<typeof Piece>, "bands"> & { readonly bands: readonly Band[] };

export const DOCUMENT_KINDS = [
  "part",
  "piece",
  "order",
  "menu",
  "style",
  "profile",
  "picture",
  "choice",
  "expectations",
] as const;
export type DocumentKind = (typeof DOCUMENT_KINDS)[number];

export const documentSchemas = {
  part: Part as unknown as z.ZodType<Part>,
  piece: Piece as unknown as z.ZodType<Piece>,
  order: SlotOrder,
  menu: Menu,
  style: HouseStyle,
  profile: SiteProfile,
  picture: Picture,
  choice: PageChoice,
  expectations: Expectations,
} as const satisfies Record<DocumentKind, z.ZodType>;

export interface DocumentBodies {
  part: Part;
  piece: Piece;
  order: SlotOrder;
  menu: Menu;
  style: HouseStyle;
  profile: SiteProfile;
  picture: Picture;
  choice: PageChoice;
  expectations: Expectations;
}

/** One document of any kind. Ids of singletons: `style`, `profile`, `expectations`, `order:<slot>`, `choice:<identity>`. */
export type DesignDocument = {
  [K in DocumentKind]: { readonly id: string; readonly kind: K; readonly body: DocumentBodies[K] };
}[DocumentKind];

/** A whole design: all documents of one state, by id. */
export type Design = ReadonlyMap<string, DesignDocument>;

export const orderId = (slot: Slot): string => `order:${slot}`;
export const choiceId = (identity: string): string => `choice:${identity}`;
export const STYLE_ID = "style";
export const PROFILE_ID = "profile";
export const EXPECTATIONS_ID = "expectations";

/** The documents of one kind, in id order of insertion. */
export const documentsOf = <K extends DocumentKind>(
  design: Design,
  kind: K,
): readonly { readonly id: string; readonly kind: K; readonly body: DocumentBodies[K] }[] =>
  [...design.values()].filter((document) => document.kind === kind) as never;

/** The body of a document, or undefined if there is none of that kind with that id. */
export const findBody = <K extends DocumentKind>(
  design: Design,
  kind: K,
  id: string,
): DocumentBodies[K] | undefined => {
  const document = design.get(id);
  return document?.kind === kind ? (document.body as DocumentBodies[K]) : undefined;
};

/** The body of a document that must be there. Throws otherwise. */
export const getBody = <K extends DocumentKind>(design: Design, kind: K, id: string): DocumentBodies[K] => {
  const body = findBody(design, kind, id);
  if (!body) throw new Error(`design: expected a ${kind} with id ${id}, got none`);
  return body;
};

export const designOf = (documents: Iterable<DesignDocument>): Design =>
  new Map([...documents].map((document) => [document.id, document]));

/** Part ids of a slot, in their order: what the order document says, then any it does not know, by number. */
export const orderedParts = (design: Design, slot: Slot): readonly string[] => {
  const parts = documentsOf(design, "part").filter(({ body }) => body.slot === slot);
  const known = new Map(parts.map(({ id, body }) => [id, body]));
  const first = (findBody(design, "order", orderId(slot))?.parts ?? []).filter((id) => known.has(id));
  const seen = new Set(first);
  const rest = parts
    .filter(({ id }) => !seen.has(id))
    .sort((a, b) => a.body.number - b.body.number || (a.id < b.id ? -1 : 1));
  return [...first, ...rest.map(({ id }) => id)];
};

/** The next number for a badge of the slot: one more than any ever used. */
export const nextNumber = (design: Design, slot: Slot): number =>
  documentsOf(design, "part").reduce(
    (highest, { body }) => (body.slot === slot ? Math.max(highest, body.number) : highest),
    0,
  ) + 1;
