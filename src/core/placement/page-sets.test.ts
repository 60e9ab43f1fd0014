import fc from "fast-check";
import { describe, expect, it } from "vitest";
import {
  collect,
  collectAmong,
  dropBit,
  eachPage,
  hasBit,
  hasPage,
  type PageSet,
  putBit,
  rangeSet,
  setOfNumbers,
  unionOf,
} from "./page-sets";

const TOTAL = 400;
/** Sparse, dense and neighbouring numbers: all three forms come up. */
const numbers = fc
  .oneof(
    fc.uniqueArray(fc.nat(TOTAL - 1), { maxLength: 12 }),
    fc.uniqueArray(fc.nat(TOTAL - 1), { minLength: 40, maxLength: 200 }),
    fc
      .tuple(fc.nat(TOTAL - 1), fc.nat(60))
      .map(([from, size]) => Array.from({ length: Math.min(size, TOTAL - from) }, (_, step) => from + step)),
  )
  .map((list) => list.sort((a, b) => a - b));
const pagesOf = (set: PageSet): number[] => {
  const found: number[] = [];
  eachPage(set, (number) => found.push(number));
  return found;
};
const bitsOf = (list: readonly number[]): Uint32Array => {
  const words = new Uint32Array((TOTAL + 31) >>> 5);
  for (const number of list) putBit(words, number);
  return words;
};

describe("sets of page numbers", () => {
  it("hold just the numbers they were made of, in ascending order, whatever their form", () => {
    const forms = new Set<string>();
    fc.assert(
      fc.property(numbers, (list) => {
        const set = setOfNumbers(list, TOTAL);
        forms.add(set.is);
        expect(set.size).toBe(list.length);
        expect(pagesOf(set)).toEqual(list);
        const members = new Set(list);
        for (let number = 0; number < TOTAL; number += 1)
          expect(hasPage(set, number)).toBe(members.has(number));
        const into = new Uint32Array(TOTAL);
        expect([...into.subarray(0, collect(set, into))]).toEqual(list);
      }),
      { numRuns: 300 },
    );
    expect([...forms].sort()).toEqual(["bits", "list", "range"]);
  });
  it("meet bits as sets meet", () => {
    fc.assert(
      fc.property(numbers, numbers, (list, among) => {
        const into = new Uint32Array(TOTAL);
        const count = collectAmong(setOfNumbers(list, TOTAL), bitsOf(among), into);
        const members = new Set(among);
        expect([...into.subarray(0, count)]).toEqual(list.filter((number) => members.has(number)));
      }),
      { numRuns: 500 },
    );
  });
  it("join as sets join", () => {
    fc.assert(
      fc.property(fc.array(numbers, { minLength: 1, maxLength: 4 }), (lists) => {
        const joined = unionOf(
          lists.map((list) => setOfNumbers(list, TOTAL)),
          TOTAL,
        );
        expect(pagesOf(joined)).toEqual([...new Set(lists.flat())].sort((a, b) => a - b));
      }),
      { numRuns: 300 },
    );
  });
  it("put and drop single bits", () => {
    fc.assert(
      fc.property(numbers, fc.nat(TOTAL - 1), (list, number) => {
        const words = bitsOf(list);
        putBit(words, number);
        expect(hasBit(words, number)).toBe(true);
        dropBit(words, number);
        expect(hasBit(words, number)).toBe(false);
        for (const other of list) if (other !== number) expect(hasBit(words, other)).toBe(true);
      }),
    );
  });
  it("are empty where nothing is", () => {
    for (const set of [rangeSet(5, 5), rangeSet(7, 3), setOfNumbers([], TOTAL), unionOf([], TOTAL)]) {
      expect(set.size).toBe(0);
      expect(pagesOf(set)).toEqual([]);
      expect(collectAmong(set, bitsOf([1, 2, 3]), new Uint32Array(TOTAL))).toBe(0);
      expect(hasPage(set, 0)).toBe(false);
    }
  });
});
