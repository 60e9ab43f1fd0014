/**
 * What a page is called, whatever its path and title: an entry or an archive by the ids of what it is about, or one of the
 * pages every site has. Written and read here and nowhere else.
 */
export type EntryIdentity = `entry:${string}`;
export type ArchiveIdentity = `archive:${"kind" | "term" | "author" | "date"}:${string}`;
export type Identity = EntryIdentity | ArchiveIdentity | Standing;

/** The pages every site has, whatever it holds: each is called as its role is. */
export const STANDING = ["search", "notFound", "account"] as const;
export type Standing = (typeof STANDING)[number];
export const isStanding = (text: string): text is Standing => (STANDING as readonly string[]).includes(text);

export const entryIdentity = (id: string): EntryIdentity => `entry:${id}`;
export const kindIdentity = (kind: string): ArchiveIdentity => `archive:kind:${kind}`;
export const termIdentity = (term: string): ArchiveIdentity => `archive:term:${term}`;
export const authorIdentity = (author: string): ArchiveIdentity => `archive:author:${author}`;
/** `period` is a year or a month: `2026`, `2026-03`. */
export const dateIdentity = (kind: string, period: string): ArchiveIdentity =>
  `archive:date:${kind}:${period}`;

/** An identity taken apart: what it is about, by id. */
export type IdentityParts =
  | { readonly of: "entry" | "kind" | "term" | "author"; readonly id: string }
  | { readonly of: "date"; readonly id: string; readonly period: string };

const FORM = /^(?:entry|archive:(kind|term|author|date)):(.+)$/s;

/** The same as a pattern of JSON Schemas. */
export const IDENTITY_PATTERN = `^(?:${STANDING.join("|")}|entry:[\\s\\S]+|archive:(?:kind|term|author):[\\s\\S]+|archive:date:[\\s\\S]*:[\\s\\S]*)$`;

/** Null for the pages every site has, and for what is no identity. Of a date archive `id` is the kind. */
export const identityParts = (identity: string): IdentityParts | null => {
  const found = FORM.exec(identity);
  if (!found) return null;
  const [, of = "entry", id = ""] = found;
  if (of !== "date") return { of: of as "entry" | "kind" | "term" | "author", id };
  // a kind may have a colon in its id, a period has none
  const split = id.lastIndexOf(":");
  return split < 0 ? null : { of, id: id.slice(0, split), period: id.slice(split + 1) };
};

/** The other way round. */
export const identityFrom = (parts: IdentityParts): Identity => {
  if (parts.of === "date") return dateIdentity(parts.id, parts.period);
  return parts.of === "entry" ? entryIdentity(parts.id) : `archive:${parts.of}:${parts.id}`;
};

/** Whether a text has the form of an identity. */
export const isIdentity = (text: string): text is Identity =>
  isStanding(text) || identityParts(text) !== null;
