import { type Address, mayRead } from "../../core/addresses/facts";
import { extractOf, type Piece, wordsOf } from "../../core/content/extract";
import type { Audience } from "../../core/model/placement";
import { plainText } from "../../core/model/rich-text";
import { lettersOf, searchTerms } from "../../core/model/search-words";
import type { Needs } from "../../core/render/plan";
import { loadBodies, type SiteHead } from "../../data/content-repository";
import type { Connection } from "../../data/database";
import { formsOf } from "../../data/search-repository";

/** The page where one searched, and who did. */
interface Searched {
  readonly head: SiteHead;
  readonly page: Address;
  readonly audience: Audience;
  readonly query?: string;
}

/** How much of what was looked for is in it. */
const hitsOf = (pieces: readonly Piece[]): number =>
  new Set(pieces.flatMap(({ text, isHit }) => (isHit ? [lettersOf(text)] : []))).size;

/**
 * A piece of each entry that was found, by its id: of its summary, or of what it says where more was found in that and
 * whoever searched may read it. None where it is found by its title alone, and where nothing was searched for.
 */
export const extractsOf = async (
  lists: Needs["lists"],
  { page, query = "", audience, head }: Searched,
  connection: Connection,
): Promise<ReadonlyMap<string, readonly Piece[]>> => {
  const terms = page.role === "search" ? searchTerms(query) : [];
  if (terms.length === 0) return new Map();
  const entries = [...new Set(Object.values(lists).flatMap((list) => list.entries))];
  const readable = entries.filter(({ access }) => mayRead(access, audience)).map(({ id }) => id);
  const bodies = await loadBodies(head.id, readable, connection);
  const texts = entries.map(({ id, summary }) => ({ id, said: [summary, plainText(bodies.get(id) ?? [])] }));
  const words = new Set(texts.flatMap(({ said }) => said.flatMap((text) => [...wordsOf(text)])));
  const forms = await formsOf(terms, words, head.settings.language, connection);
  return new Map(
    texts.flatMap(({ id, said }) => {
      const [found] = said
        .flatMap((text) => {
          const pieces = extractOf(text, terms, forms);
          return pieces ? [{ pieces, hits: hitsOf(pieces) }] : [];
        })
        .sort((a, b) => b.hits - a.hits);
      return found ? [[id, found.pieces] as const] : [];
    }),
  );
};
