import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { canonicalJson, sameValue } from "./canonical";

describe("stored values", () => {
  it("are the same when they are the same as canonical JSON, and only then", () => {
    const value = fc.jsonValue({ maxDepth: 4 });
    fc.assert(
      fc.property(value, value, (a, b) => {
        expect(sameValue(a, b)).toBe(canonicalJson(a) === canonicalJson(b));
        expect(sameValue(a, JSON.parse(canonicalJson(a)))).toBe(true);
      }),
      { numRuns: 2000 },
    );
  });
  it("do not depend on the order of keys, nor on fields that are undefined", () => {
    expect(sameValue({ a: 1, b: [{ c: 2 }] }, { b: [{ c: 2 }], a: 1 })).toBe(true);
    expect(sameValue({ a: 1, b: undefined }, { a: 1 })).toBe(true);
    expect(sameValue({ a: undefined }, { b: 1 })).toBe(false);
    expect(sameValue({ a: 1 }, { a: 1, b: 2 })).toBe(false);
    expect(sameValue([1, 2], [2, 1])).toBe(false);
    expect(sameValue({ 0: 1 }, [1])).toBe(false);
    expect(sameValue({}, { valueOf: null })).toBe(false);
    expect(sameValue({ toString: 1 }, {})).toBe(false);
  });
});
