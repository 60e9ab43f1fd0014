import { z } from "zod";
import { Film } from "./film";
import { OwnField } from "./own-field";
import { LinkTarget, RichText } from "./rich-text";

/** Content: what a site says. Live at once; designs only point at it by id. */

export const MEDIA = ["text", "video", "pictures", "sound"] as const;
export const Medium = z.enum(MEDIA);
export type Medium = z.infer<typeof Medium>;

/** Who may read an entry: anyone, anyone signed in, or the members of one level (`level:<key>`). */
export const Access = z.union([
  z.literal("public"),
  z.literal("signedIn"),
  z.string().regex(/^level:[a-z0-9-]+$/),
]);
export type Access = z.infer<typeof Access>;

const Key = z.string().regex(/^[a-z0-9][a-z0-9-]*$/);

export const Kind = z.object({
  id: z.string(),
  key: Key,
  name: z.string().min(1),
  plural: z.string().min(1),
  /** Where entries of the kind live by default, with both slashes: `/notes/`. */
  path: z.string(),
  hasArchive: z.boolean(),
  /** Entries of the kind appear in archives by year and month. */
  hasDateArchives: z.boolean().default(false),
  fields: z.array(OwnField).default([]),
});
export type Kind = z.infer<typeof Kind>;

export const Grouping = z.object({
  id: z.string(),
  key: Key,
  name: z.string().min(1),
  plural: z.string().min(1),
  path: z.string(),
  hierarchical: z.boolean(),
});
export type Grouping = z.infer<typeof Grouping>;

export const Term = z.object({
  id: z.string(),
  grouping: z.string(),
  parent: z.string().nullable().default(null),
  name: z.string().min(1),
  slug: Key,
  description: z.string().default(""),
});
export type Term = z.infer<typeof Term>;

export const Author = z.object({
  id: z.string(),
  name: z.string().min(1),
  slug: Key,
  about: z.string().default(""),
  picture: z.string().nullable().default(null),
  /** Where else they are. */
  links: z
    .array(z.object({ label: z.string().min(1).max(80), url: LinkTarget }))
    .max(12)
    .default([]),
});
export type Author = z.infer<typeof Author>;

/** What is known of an entry without its body. Instants are ISO strings in UTC. */
export const EntryFacts = z.object({
  id: z.string(),
  kind: z.string(),
  parent: z.string().nullable().default(null),
  path: z.string(),
  title: z.string().min(1),
  summary: z.string().default(""),
  medium: Medium.default("text"),
  author: z.string().nullable().default(null),
  terms: z.array(z.string()).default([]),
  access: Access.default("public"),
  /** Own order among siblings. */
  position: z.number().int().default(0),
  /** Whether menus made from the pages take it up, and offer it when it is new. */
  inMenus: z.boolean().default(true),
  publishedOn: z.string().nullable().default(null),
  /** When it was changed last, where that is known: else it is as it was published. */
  changedOn: z.string().nullable().default(null),
  startsAt: z.string().nullable().default(null),
  endsAt: z.string().nullable().default(null),
  fields: z.record(z.string(), z.union([z.string(), z.number()])).default({}),
  picture: z.string().nullable().default(null),
  /** Those of its gallery, in their order. */
  pictures: z.array(z.string()).max(200).default([]),
  film: Film.nullable().default(null),
});
export type EntryFacts = z.infer<typeof EntryFacts>;

export const Entry = EntryFacts.extend({ body: RichText });
export type Entry = z.infer<typeof Entry>;

/** Where the site lives and how it counts time. */
export const SiteSettings = z.object({
  schema: z.literal(1),
  name: z.string().min(1),
  language: z.string().default("en"),
  timeZone: z.string().default("UTC"),
  /** Identity of the page that answers `/`. */
  front: z.string(),
  authorsPath: z.string().default("/people/"),
  searchPath: z.string().default("/search/"),
  /** Membership levels, narrow names people know. */
  levels: z.array(z.object({ key: Key, name: z.string() })).default([]),
});
export type SiteSettings = z.infer<typeof SiteSettings>;

/** Everything about content that placement and lists need: no bodies. */
export interface SiteFacts {
  readonly settings: SiteSettings;
  readonly kinds: readonly Kind[];
  readonly groupings: readonly Grouping[];
  readonly terms: readonly Term[];
  readonly authors: readonly Author[];
  readonly entries: readonly EntryFacts[];
}
