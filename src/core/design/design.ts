import { z } from "zod";
import { ChoiceName, ChoiceValue } from "../model/choices";
import { HouseStyle } from "../model/house-style";
import { isIdentity } from "../model/identity";
import { Menu } from "../model/menu";
import { Picture } from "../model/picture";
import { SiteProfile } from "../model/profile";
import { Slot } from "../model/slot";
import { Band, Cell, Part } from "./part";

/** Every design document, by kind. A document is stored whole, with a revision, and frozen by an edition. */

/** One document a slot: which part stands first among equals. */
export const SlotOrder = z.object({ schema: z.literal(1), slot: Slot, parts: z.array(z.string()) });
export type SlotOrder = z.infer<typeof SlotOrder>;

/** What one page chose for itself: for a slot a part, or nothing; and what it says where parts let it. A slot not named is as everywhere. */
export const PageChoice = z.object({
  schema: z.literal(1),
  identity: z.string().refine(isIdentity, { message: "identity.form" }),
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
