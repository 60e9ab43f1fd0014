import { LRUCache } from "lru-cache";
import type { DesignDocument } from "../core/design/design";

/**
 * Documents that were read already, by site, id and the hash of what is stored: another edition or the next draft
 * differs in a few of them, and only those are fetched and read. The others are the same objects as before, so what was
 * computed of them still holds. The newest draft and the newest edition of a site are kept, and what was saved last.
 */
type Read = ReadonlyMap<string, ReadonlyMap<string, DesignDocument>>;

/** Roughly what a document takes in memory, bytes. */
const DOCUMENT_BYTES = 6000;
const MOST_BYTES = 128 * 1024 * 1024;
const read = new LRUCache<string, Read>({
  maxSize: MOST_BYTES,
  sizeCalculation: (documents) => 1 + documents.size * DOCUMENT_BYTES,
});
const NONE: Read = new Map();

/** What a state of a design is read as: by the hash of what is stored, then by id. */
export type State = "draft" | "edition" | "saved";
const keyOf = (site: string, state: State): string => `${site} ${state}`;
const STATES: readonly State[] = ["draft", "edition", "saved"];

/** What is known of a site at a moment: it stays whole while what is not known is fetched. */
export interface KnownDocuments {
  /** What need not be fetched again. */
  readonly hashes: readonly string[];
  /** The document of an id whose stored body has a hash; undefined if it was not read yet. */
  readonly find: (
    stored: Pick<DesignDocument, "id" | "kind"> & { readonly hash: string },
  ) => DesignDocument | undefined;
}

export const knownDocuments = (site: string): KnownDocuments => {
  const states = STATES.map((state) => read.get(keyOf(site, state)) ?? NONE);
  return {
    hashes: [...new Set(states.flatMap((state) => [...state.keys()]))],
    find: ({ id, kind, hash }) => {
      const known = states.flatMap((state) => state.get(hash) ?? []);
      const found = known.find((byId) => byId.has(id))?.get(id);
      if (found) return found;
      // the same body under another id, as of a menu that was copied
      const [other] = known[0]?.values() ?? [];
      return other && ({ id, kind, body: other.body } as DesignDocument);
    },
  };
};

/** Notes what was read of a state of a site, in the place of what was known of that state. */
export const noteDocuments = (
  site: string,
  state: State,
  documents: readonly { readonly hash: string; readonly document: DesignDocument }[],
): void => {
  const byHash = new Map<string, Map<string, DesignDocument>>();
  for (const { hash, document } of documents) {
    const byId = byHash.get(hash) ?? new Map<string, DesignDocument>();
    byHash.set(hash, byId.set(document.id, document));
  }
  read.set(keyOf(site, state), byHash);
};
