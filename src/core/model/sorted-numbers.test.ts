import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { placeIn, withNumber, withoutNumber } from "./sorted-numbers";

describe("ascending numbers", () => {
  const sets = fc.uniqueArray(fc.nat(40), { maxLength: 20 }).map((list) => list.sort((a, b) => a - b));
  it("are those of a set with one more or one less, wherever it belongs", () => {
    fc.assert(
      fc.property(sets, fc.nat(45), (list, number) => {
        const numbers = Uint32Array.from(list);
        const more = [...new Set([...list, number])].sort((a, b) => a - b);
        expect([...withNumber(numbers, number)]).toEqual(more);
        expect([...withoutNumber(numbers, number)]).toEqual(list.filter((each) => each !== number));
        expect(placeIn(numbers, number)).toBe(list.filter((each) => each < number).length);
        expect([...numbers]).toEqual(list);
      }),
    );
  });
});
