import fc from "fast-check";
import { describe, expect, it } from "vitest";
import type { CoverageFilter } from "../../core/placement/coverage";
import { cellsOf, extended, toggled } from "./selection";
import { readFilter, writeFilter } from "./useFilter";

describe("selecting cells", () => {
  const one = cellsOf("header", ["a"], "A");
  it("a plain click starts anew, Ctrl adds and takes out, Shift only adds", () => {
    expect(toggled(null, "header", ["a"], "A")).toEqual(one);
    const two = toggled(one, "header", ["b"], "B");
    expect(two).toEqual(cellsOf("header", ["a", "b"], "2 places"));
    expect(toggled(two, "header", ["a"], "A")).toEqual(cellsOf("header", ["b"], "A"));
    expect(toggled(one, "header", ["a"], "A")).toBeNull();
    expect(extended(two, "header", ["a"], "A")).toEqual(two);
    expect(extended(two, "header", ["c"], "C")).toEqual(cellsOf("header", ["a", "b", "c"], "3 places"));
  });
  it("of another slot, or after a row or a column, starts anew", () => {
    for (const start of [
      one,
      { is: "row", page: "a", identity: "a", label: "A" } as const,
      { is: "column", slot: "footer" } as const,
      null,
    ])
      for (const add of [toggled, extended])
        expect(add(start, "footer", ["b"], "B")).toEqual(cellsOf("footer", ["b"], "B"));
  });
});

describe("filters in the address", () => {
  it("are read back as they were written", () => {
    const filter = fc.record(
      {
        text: fc.string({ minLength: 1, maxLength: 40 }),
        part: fc.string({ minLength: 1, maxLength: 12 }),
        own: fc.constant(true as const),
        state: fc.constantFrom("missing", "tied", "unused"),
      },
      { requiredKeys: [] },
    ) as fc.Arbitrary<CoverageFilter>;
    fc.assert(
      fc.property(filter, fc.constantFrom("kind", "topics", "g&=1"), (wanted, by) => {
        const read = readFilter(new URLSearchParams(writeFilter({ by, filter: wanted })));
        expect(read).toEqual({ by, filter: wanted });
      }),
    );
  });
  it("leave out what is usual, and what nobody knows", () => {
    expect(writeFilter({ by: "kind", filter: {} })).toBe("");
    expect(readFilter(new URLSearchParams("state=odd&own=maybe&x=1"))).toEqual({ by: "kind", filter: {} });
  });
});
