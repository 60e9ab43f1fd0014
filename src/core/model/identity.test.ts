import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { type IdentityParts, identityFrom, identityParts, isIdentity } from "./identity";

const id = fc.string({ minLength: 1 });
const parts: fc.Arbitrary<IdentityParts> = fc.oneof(
  fc.record({
    of: fc.constantFrom("entry" as const, "kind" as const, "term" as const, "author" as const),
    id,
  }),
  fc.record({ of: fc.constant("date" as const), id, period: fc.constantFrom("2026", "2026-03") }),
);

describe("identities", () => {
  it("are read as they are written, whatever the ids", () => {
    fc.assert(
      fc.property(parts, (each) => {
        expect(identityParts(identityFrom(each))).toEqual(each);
        expect(isIdentity(identityFrom(each))).toBe(true);
      }),
    );
  });
  it("are no others: what has no form of one is told", () => {
    for (const text of [
      "",
      "entry",
      "entry:",
      "archive:kind:",
      "archive:date:logs",
      "archive:else:x",
      "page:x",
      "Search",
      " search",
    ])
      expect([text, isIdentity(text)]).toEqual([text, false]);
    expect([isIdentity("search"), isIdentity("notFound"), identityParts("search")]).toEqual([
      true,
      true,
      null,
    ]);
    expect(identityParts("archive:date:a:b:2026-03")).toEqual({ of: "date", id: "a:b", period: "2026-03" });
  });
});
