import type { EntryFacts } from "../model/content";
import { entryIdentity } from "../model/identity";
import type { SiteIndex } from "./facts";

/**
 * Which pages somebody may have meant who asks for one that is not there. Texts are alike by the groups of three letters
 * they have in common: twice as many as both have over all that each has (Dice 1945, "Measures of the amount of ecologic
 * association between species", Ecology 26 (3), p. 297–302).
 */

/** Less alike than this is not what was meant. */
const LEAST = 0.4;
/** So many are compared letter by letter: those that have most in common at a glance. */
const MOST_COMPARED = 80;
/** Words of an address that are compared. */
const MOST_LETTERS = 120;

/** Letters and digits without accents, one word after the other; the ending of a file is none of them. */
const wordsOf = (text: string): string =>
  text
    .slice(0, MOST_LETTERS)
    .replace(/\.[a-z]{2,5}$/i, "")
    .normalize("NFD")
    .replace(/\p{M}/gu, "")
    .toLowerCase()
    .replace(/[^\p{L}\p{N}]+/gu, " ")
    .trim();

/** Groups of three letters of each word, its beginning and its end among them. */
const groupsOf = (words: string): ReadonlySet<string> => {
  const found = new Set<string>();
  if (words === "") return found;
  for (const word of words.split(" ")) {
    const padded = `  ${word} `;
    for (let at = 0; at + 3 <= padded.length; at += 1) found.add(padded.slice(at, at + 3));
  }
  return found;
};

/** How alike two texts are, 0 to 1. */
const alike = (a: ReadonlySet<string>, b: ReadonlySet<string>): number => {
  if (a.size === 0 || b.size === 0) return 0;
  let common = 0;
  for (const each of a) if (b.has(each)) common += 1;
  return (2 * common) / (a.size + b.size);
};

const lastOf = (path: string): string => path.split("/").findLast((segment) => segment !== "") ?? "";

/** What an entry may be meant by, as groups of letters. */
const namesOf = (index: SiteIndex, entry: EntryFacts): readonly ReadonlySet<string>[] => {
  const path = index.byIdentity.get(entryIdentity(entry.id))?.path ?? entry.path;
  return [lastOf(path), path, entry.title].map((text) => groupsOf(wordsOf(text)));
};

/** 128 bits, four words: which groups a text has, several to a bit. */
const BITS = 128;
const WORDS = BITS / 32;
const SPACE = 32;

/** Marks the groups of a text's words, as `groupsOf` has them; what they stand for is not kept, so it is done in one go. */
const mark = (into: Uint32Array, offset: number, text: string): void => {
  const words = isPlain(text) ? text : wordsOf(text);
  let [first, second] = [SPACE, SPACE];
  for (let at = 0; at <= words.length; at += 1) {
    const letter = at === words.length ? SPACE : letterOf(words.charCodeAt(at));
    // a word that has not begun has no end
    if (letter === SPACE && second === SPACE) continue;
    const place = Math.imul(first * 31 + second * 961 + letter * 29_791, 0x9e3779b1) >>> (32 - 7);
    into[offset + (place >> 5)] = (into[offset + (place >> 5)] as number) | (1 << (place & 31));
    [first, second] = letter === SPACE ? [SPACE, SPACE] : [second, letter];
  }
};
const isPlain = (text: string): boolean => /^[\x20-\x7e]*$/.test(text);
/** Small letters and digits; what is beyond ASCII is so already. */
const letterOf = (code: number): number => {
  if (code >= 65 && code <= 90) return code + 32;
  return code > 127 || (code >= 97 && code <= 122) || (code >= 48 && code <= 57) ? code : SPACE;
};
/** How many bits of a word are set (Warren, Hacker's Delight, 2nd ed., §5–1). */
const bitsIn = (word: number): number => {
  let n = word - ((word >>> 1) & 0x55555555);
  n = (n & 0x33333333) + ((n >>> 2) & 0x33333333);
  return Math.imul((n + (n >>> 4)) & 0x0f0f0f0f, 0x01010101) >>> 24;
};

const known = new WeakMap<SiteIndex, Uint32Array>();
/** So many entries are looked at in a step. */
const STEP = 2000;

const glance = (into: Uint32Array, at: number, { path, title }: EntryFacts): void => {
  into.fill(0, at * WORDS, (at + 1) * WORDS);
  for (const text of [lastOf(path), title]) mark(into, at * WORDS, text);
};

/** Looks at the names of every published entry in steps, before anyone asks for one that is not there. */
export function* preparingGlances(index: SiteIndex): Generator<undefined, Uint32Array> {
  const made = new Uint32Array(index.published.length * WORDS);
  for (const [at, entry] of index.published.entries()) {
    if (at % STEP === STEP - 1) yield;
    glance(made, at, entry);
  }
  known.set(index, made);
  return made;
}

/** At a glance: what groups the names of each published entry have. */
const glancesOf = (index: SiteIndex): Uint32Array => {
  const found = known.get(index);
  if (found) return found;
  const making = preparingGlances(index);
  let step = making.next();
  while (!step.done) step = making.next();
  return step.value;
};

/** Takes them over for an index in which only this entry's facts changed. */
export const carryGlances = (from: SiteIndex, to: SiteIndex, before: EntryFacts, after: EntryFacts): void => {
  const found = known.get(from);
  const place = from.published.indexOf(before);
  if (!found || place < 0) return;
  const carried = found.slice();
  glance(carried, place, after);
  known.set(to, carried);
};

/** The entries that have most in common with a text at a glance. */
const atAGlance = (index: SiteIndex, asked: string): readonly EntryFacts[] => {
  const { published } = index;
  if (published.length <= MOST_COMPARED) return published;
  const glances = glancesOf(index);
  const own = new Uint32Array(WORDS);
  mark(own, 0, wordsOf(asked));
  const byCount: number[][] = [];
  for (let at = 0; at < published.length; at += 1) {
    let [common, all] = [0, 0];
    for (let word = 0; word < WORDS; word += 1) {
      const theirs = glances[at * WORDS + word] as number;
      common += bitsIn(theirs & (own[word] as number));
      all += bitsIn(theirs);
    }
    // what has much of everything has less of this
    const rank = Math.max(0, Math.round(100 * common - 25 * all));
    byCount[rank] ??= [];
    byCount[rank].push(at);
  }
  const best: EntryFacts[] = [];
  for (let rank = byCount.length - 1; rank >= 0 && best.length < MOST_COMPARED; rank -= 1)
    for (const at of byCount[rank] ?? []) best.push(published[at] as EntryFacts);
  return best.slice(0, MOST_COMPARED);
};

/** The published entries whose address or title comes nearest to an address nobody lives at, the nearest first. */
export const nearestEntries = (index: SiteIndex, asked: string, most: number): readonly EntryFacts[] => {
  const [last, whole] = [groupsOf(wordsOf(lastOf(asked))), groupsOf(wordsOf(asked))];
  if (last.size === 0) return [];
  return atAGlance(index, lastOf(asked))
    .map((entry) => {
      const [own, path, title] = namesOf(index, entry) as [
        ReadonlySet<string>,
        ReadonlySet<string>,
        ReadonlySet<string>,
      ];
      // among those that are as alike, what lives in the same place
      const near = alike(whole, path) / 100;
      return { entry, alike: Math.max(alike(last, own), alike(whole, path), alike(last, title)) + near };
    })
    .filter((each) => each.alike >= LEAST)
    .sort((a, b) => b.alike - a.alike || (a.entry.id < b.entry.id ? -1 : 1))
    .slice(0, most)
    .map(({ entry }) => entry);
};
