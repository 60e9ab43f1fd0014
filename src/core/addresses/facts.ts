import type { Access, EntryFacts, Medium, SiteFacts, Term } from "../model/content";
import type { Audience, Role } from "../model/placement";

/** One URL path the site answers, with everything placement may ask of it. Later pages share their stem's identity. */
export interface Address {
  readonly identity: string;
  readonly path: string;
  readonly title: string;
  readonly role: Role;
  /** What an archive lists. `grouping` goes with `term`. */
  readonly archiveOf: ArchiveOf | null;
  readonly entry: EntryFacts | null;
  readonly kind: string | null;
  /** Own terms and all above them. */
  readonly terms: readonly string[];
  readonly author: string | null;
  readonly medium: Medium | null;
  /** Entries above, nearest first. */
  readonly ancestors: readonly string[];
  readonly access: Access;
  readonly publishedOn: string | null;
  readonly pageNumber: number;
}

export type ArchiveOf =
  | { readonly of: "kind"; readonly id: string }
  | { readonly of: "term"; readonly id: string; readonly grouping: string }
  | { readonly of: "author"; readonly id: string }
  | { readonly of: "date"; readonly kind: string; readonly period: string };

/** A site's content with the look-ups that everything else needs, built once per content revision. */
export interface SiteIndex {
  readonly facts: SiteFacts;
  /** Stems in tree order: front page, entries kind by kind, archives, search, not found. */
  readonly stems: readonly Address[];
  readonly byIdentity: ReadonlyMap<string, Address>;
  readonly byPath: ReadonlyMap<string, Address>;
  readonly entries: ReadonlyMap<string, EntryFacts>;
  readonly terms: ReadonlyMap<string, Term>;
  /** Number of terms above each term, number of entries above each entry: the depths of specificity. */
  readonly termDepth: ReadonlyMap<string, number>;
  readonly entryDepth: ReadonlyMap<string, number>;
}

export const entryIdentity = (id: string): string => `entry:${id}`;

/** Whether someone of the audience may read what has this access. */
export const mayRead = (access: Access, audience: Audience): boolean =>
  access === "public" || (access === "signedIn" ? audience !== "signedOut" : access === audience);
