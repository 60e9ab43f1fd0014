import { placeIn, withNumber, withoutNumber } from "../model/sorted-numbers";

/**
 * Sets of page numbers, each in the smallest of three forms: a run of neighbours (what lies under one entry or path is
 * one, for pages are numbered in tree order), an ascending list while it holds fewer than one page in 32, bits else.
 */
export type PageSet =
  | { readonly is: "range"; readonly from: number; readonly until: number; readonly size: number }
  | { readonly is: "list"; readonly numbers: Uint32Array; readonly size: number }
  | { readonly is: "bits"; readonly words: Uint32Array; readonly size: number };

const SPARSE = 32;

export const rangeSet = (from: number, until: number): PageSet => ({
  is: "range",
  from,
  until: Math.max(from, until),
  size: Math.max(0, until - from),
});

/** The set of ascending, distinct page numbers out of `total`. A `Uint32Array` may be kept as it is. */
export const setOfNumbers = (numbers: ArrayLike<number>, total: number): PageSet => {
  const size = numbers.length;
  if (size === 0) return rangeSet(0, 0);
  const [first, last] = [numbers[0] as number, numbers[size - 1] as number];
  if (last - first + 1 === size) return rangeSet(first, last + 1);
  if (size * SPARSE < total)
    return {
      is: "list",
      numbers: numbers instanceof Uint32Array ? numbers : Uint32Array.from(numbers),
      size,
    };
  const words = new Uint32Array((total + 31) >>> 5);
  for (let at = 0; at < size; at += 1) putBit(words, numbers[at] as number);
  return { is: "bits", words, size };
};

export const putBit = (words: Uint32Array, number: number): void => {
  words[number >>> 5] = (words[number >>> 5] as number) | (1 << (number & 31));
};
export const dropBit = (words: Uint32Array, number: number): void => {
  words[number >>> 5] = (words[number >>> 5] as number) & ~(1 << (number & 31));
};
export const hasBit = (words: Uint32Array, number: number): boolean =>
  ((words[number >>> 5] as number) & (1 << (number & 31))) !== 0;

export const hasPage = (set: PageSet, number: number): boolean => {
  switch (set.is) {
    case "range":
      return number >= set.from && number < set.until;
    case "bits":
      return hasBit(set.words, number);
    case "list":
      return isListed(set.numbers, number);
  }
};

const isListed = (numbers: Uint32Array, number: number): boolean =>
  numbers[placeIn(numbers, number)] === number;

/** Calls `visit` for every page of the set, ascending. */
export const eachPage = (set: PageSet, visit: (number: number) => void): void => {
  for (const number of pagesOf(set)) visit(number);
};

/** The pages of the set, ascending. */
export const pagesOf = (set: PageSet): Uint32Array => {
  const found = new Uint32Array(set.size);
  collect(set, found);
  return found;
};

/** Writes the pages of the set into `into`, ascending. Returns how many. */
export const collect = (set: PageSet, into: Uint32Array): number => {
  switch (set.is) {
    case "range":
      for (let at = 0; at < set.size; at += 1) into[at] = set.from + at;
      return set.size;
    case "list":
      into.set(set.numbers);
      return set.size;
    case "bits":
      return collectBits(set.words, into);
  }
};

const collectBits = (words: Uint32Array, into: Uint32Array): number => {
  let count = 0;
  for (let at = 0; at < words.length; at += 1) count = collectWord(words[at] as number, at, into, count);
  return count;
};

const collectWord = (bits: number, at: number, into: Uint32Array, start: number): number => {
  let count = start;
  for (let word = bits; word !== 0; word &= word - 1) {
    into[count] = at * 32 + 31 - Math.clz32(word & -word);
    count += 1;
  }
  return count;
};

/** Writes the pages of the set that `among` has too into `into`, ascending. Returns how many. */
export const collectAmong = (set: PageSet, among: Uint32Array, into: Uint32Array): number => {
  let count = 0;
  switch (set.is) {
    case "range": {
      const last = (set.until - 1) >>> 5;
      for (let at = set.from >>> 5; set.size > 0 && at <= last; at += 1) {
        let word = among[at] as number;
        if (at === set.from >>> 5) word &= -1 << (set.from & 31);
        if (at === last && (set.until & 31) !== 0) word &= (1 << (set.until & 31)) - 1;
        count = collectWord(word, at, into, count);
      }
      return count;
    }
    case "list":
      for (let at = 0; at < set.numbers.length; at += 1) {
        const number = set.numbers[at] as number;
        if (!hasBit(among, number)) continue;
        into[count] = number;
        count += 1;
      }
      return count;
    case "bits":
      for (let at = 0; at < among.length; at += 1)
        count = collectWord((among[at] as number) & (set.words[at] as number), at, into, count);
      return count;
  }
};

/** The pages in any of the sets. */
export const unionOf = (sets: readonly PageSet[], total: number): PageSet => {
  const [only] = sets;
  if (only && sets.length === 1) return only;
  const words = new Uint32Array((total + 31) >>> 5);
  for (const set of sets)
    if (set.is === "bits")
      for (let at = 0; at < words.length; at += 1)
        words[at] = (words[at] as number) | (set.words[at] as number);
    else eachPage(set, (number) => putBit(words, number));
  const numbers = new Uint32Array(total);
  return setOfNumbers(numbers.slice(0, collectBits(words, numbers)), total);
};

/** The set with one more of `total` pages in it, or without one; the same if it is so already. */
export const withPage = (set: PageSet, number: number, isIn: boolean, total: number): PageSet => {
  if (hasPage(set, number) === isIn) return set;
  const size = set.size + (isIn ? 1 : -1);
  if (set.is !== "bits" || size * SPARSE < total)
    return setOfNumbers((isIn ? withNumber : withoutNumber)(pagesOf(set), number), total);
  const words = set.words.slice();
  (isIn ? putBit : dropBit)(words, number);
  return { is: "bits", words, size };
};
