import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { placesOnSmall } from "./part";

const places = (...wishes: readonly number[]) => placesOnSmall(wishes.map((orderSmall) => ({ orderSmall })));

describe("the places of cells on small screens", () => {
  it("are as written where none is asked for", () => {
    expect(places(0, 0, 0)).toBeNull();
    expect(places()).toBeNull();
  });
  it("are those that are asked for, one alone too; the others fill what is left in their order", () => {
    expect(places(0, 0, 1)).toEqual([1, 2, 0]);
    expect(places(3, 0, 0)).toEqual([2, 0, 1]);
    expect(places(2, 1, 0)).toEqual([1, 0, 2]);
    expect(places(0, 12)).toEqual([0, 1]);
  });
  it("are each taken once, whatever is asked for", () => {
    const wishes = fc.array(fc.integer({ min: 0, max: 12 }), { maxLength: 12 });
    fc.assert(
      fc.property(wishes, (all) => {
        const found = places(...all) ?? all.map((_, at) => at);
        expect([...found].sort((a, b) => a - b)).toEqual(all.map((_, at) => at));
        const unasked = all.flatMap((wish, at) => (wish === 0 ? [found[at] as number] : []));
        expect(unasked).toEqual([...unasked].sort((a, b) => a - b));
        // distinct wishes that fit are all met
        const asked = all.filter((wish) => wish > 0);
        if (new Set(asked).size === asked.length && asked.every((wish) => wish <= all.length))
          all.forEach((wish, at) => {
            if (wish > 0) expect(found[at]).toBe(wish - 1);
          });
      }),
    );
  });
});
