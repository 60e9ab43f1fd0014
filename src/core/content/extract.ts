import { lettersOf, type SearchTerm } from "../model/search-words";

/** A piece of a text round what was looked for, with what of it was found. */

/** Some of the text; a hit is what was looked for. */
export interface Piece {
  readonly text: string;
  readonly isHit: boolean;
}

/** Words of a text: letters and digits, with the marks on them. */
const WORD = /[\p{L}\p{N}\p{M}]+/gu;

/** The words of a text without accents, each once. */
export const wordsOf = (text: string): ReadonlySet<string> => new Set(lettersOf(text).match(WORD) ?? []);

/** So many words are shown, and so many of them before the first that was found. */
const MOST = 30;
const BEFORE = 6;

interface Word {
  readonly from: number;
  readonly to: number;
  readonly letters: string;
}

/** How a word and its forms begin alike. */
const STEM = 3;

/** The places of words that are hits, with the term each is one of: single ones by what they are, those of a phrase where all of it stands. */
const hitsIn = (
  words: readonly Word[],
  terms: readonly SearchTerm[],
  forms: ReadonlySet<string>,
): ReadonlyMap<number, SearchTerm> => {
  const found = new Map<number, SearchTerm>();
  for (const term of terms) {
    const { text, isPhrase } = term;
    const phrase = isPhrase ? (text.match(WORD) ?? []) : [];
    for (const [at, { letters }] of words.entries()) {
      const isForm = forms.has(letters) && letters.startsWith(text.slice(0, STEM));
      if (!isPhrase && (isForm || letters.includes(text))) found.set(at, term);
      if (phrase.length > 0 && phrase.every((word, place) => words[at + place]?.letters === word))
        for (const place of phrase.keys()) found.set(at + place, term);
    }
  }
  return found;
};

/**
 * The piece of a text round the most of what was found in it, the earliest of such; null where nothing was. `forms`: words
 * without accents that are forms of a word that was looked for, as the language has them.
 */
export const extractOf = (
  text: string,
  terms: readonly SearchTerm[],
  forms: ReadonlySet<string>,
): readonly Piece[] | null => {
  const words = [...text.matchAll(WORD)].map(
    ({ 0: word, index }): Word => ({ from: index, to: index + word.length, letters: lettersOf(word) }),
  );
  const hits = hitsIn(words, terms, forms);
  const start = bestStart(hits);
  if (start === null) return null;
  const shown = words.slice(start, start + MOST);
  const pieces: Piece[] = [];
  const put = (said: string, isHit: boolean) => {
    if (said !== "") pieces.push({ text: said, isHit });
  };
  let from = start === 0 ? 0 : (shown[0]?.from ?? 0);
  if (start > 0) put("… ", false);
  for (const [place, word] of shown.entries())
    if (hits.has(start + place)) {
      put(text.slice(from, word.from), false);
      put(text.slice(word.from, word.to), true);
      from = word.to;
    }
  const isCut = start + MOST < words.length;
  put(text.slice(from, isCut ? (shown.at(-1)?.to ?? 0) : text.length), false);
  if (isCut) put(" …", false);
  return pieces;
};

/** The first word of what is shown: a little before the hit after which the most that was looked for stands near. */
const bestStart = (hits: ReadonlyMap<number, SearchTerm>): number | null => {
  let [best, most]: [number | null, number] = [null, 0];
  for (const at of hits.keys()) {
    const near = new Set<SearchTerm>();
    for (let place = at; place < at + MOST - BEFORE; place += 1) {
      const term = hits.get(place);
      if (term) near.add(term);
    }
    if (near.size > most || (near.size === most && best !== null && at < best))
      [best, most] = [at, near.size];
  }
  return best === null ? null : Math.max(0, best - BEFORE);
};
