import type { Access, EntryFacts, Medium, SiteFacts, Term } from "../model/content";
import { entryIdentity, type Identity } from "../model/identity";
import type { Audience, Role } from "../model/placement";

/** One URL path the site answers, with everything placement may ask of it. Later pages share their stem's identity. */
export interface Address {
  readonly identity: Identity;
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

/** Finds by a key, over things that are kept once elsewhere. */
export interface Lookup<T> {
  readonly get: (key: string) => T | undefined;
  readonly has: (key: string) => boolean;
}

/** A site's content with the look-ups that everything else needs, built once per content revision. */
export interface SiteIndex {
  readonly facts: SiteFacts;
  /** Stems in tree order: front page, entries kind by kind, archives, search, not found, account. */
  readonly stems: readonly Address[];
  /** Numbered pages: the stems, then for each archive one page that stands for all its later ones. */
  readonly pages: readonly Address[];
  /** Number of a stem by identity. */
  readonly numbers: ReadonlyMap<string, number>;
  /** Number of the page that stands for an archive's later pages, by the number of its stem. */
  readonly later: ReadonlyMap<number, number>;
  /** Number of a stem by path; the not-found page answers no path of its own. */
  readonly paths: ReadonlyMap<string, number>;
  readonly byIdentity: Lookup<Address>;
  readonly byPath: Lookup<Address>;
  /** Entries that are published at the instant of the index, in the order of the facts. */
  readonly published: readonly EntryFacts[];
  /** Ids of all entries, published or not. */
  readonly entryIds: ReadonlySet<string>;
  readonly terms: ReadonlyMap<string, Term>;
  /** Number of terms above each term, number of entries above each entry: the depths of specificity. */
  readonly termDepth: ReadonlyMap<string, number>;
  readonly entryDepth: ReadonlyMap<string, number>;
}

/** The entry with an id, if it is published. */
export const findEntry = (index: SiteIndex, id: string): EntryFacts | undefined =>
  index.byIdentity.get(entryIdentity(id))?.entry ?? undefined;

/**
 * A later page of an archive: its stem's facts with another page number. The front page is page 1 only; later pages of
 * an archive that is the front page are pages of an archive like any other. They keep the path of their stem, so that
 * a line naming that path holds for the whole archive.
 */
export const laterPage = (stem: Address, pageNumber: number): Address =>
  pageNumber === 1 ? stem : { ...stem, role: stem.role === "front" ? "archive" : stem.role, pageNumber };

/** Whether someone of the audience may read what has this access. */
export const mayRead = (access: Access, audience: Audience): boolean => readableBy(audience).includes(access);

/** Every access whose texts an audience may read. */
export const readableBy = (audience: Audience): readonly Access[] =>
  audience === "signedOut"
    ? ["public"]
    : audience === "signedIn"
      ? ["public", "signedIn"]
      : ["public", "signedIn", audience];
