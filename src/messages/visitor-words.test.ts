import fc from "fast-check";
import { expect, it } from "vitest";
import { ENGLISH } from "./visitor-words";

/** What the runtime's own formatter (ECMA-402, en-GB) makes of the same day. */
const LENGTHS = {
  long: { day: "numeric", month: "long", year: "numeric" },
  weekday: { weekday: "long", day: "numeric", month: "long", year: "numeric" },
  short: { day: "numeric", month: "short", year: "numeric" },
  numbers: { day: "2-digit", month: "2-digit", year: "numeric" },
} as const satisfies Record<string, Intl.DateTimeFormatOptions>;

it("writes dates of every length as the runtime does for British English", () => {
  const day = fc.date({
    min: new Date("1900-01-01"),
    max: new Date("2099-12-31"),
    noInvalidDate: true,
  });
  fc.assert(
    fc.property(day, fc.constantFrom("long", "weekday", "short", "numbers"), (at, length) => {
      const wanted = new Intl.DateTimeFormat("en-GB", { ...LENGTHS[length], timeZone: "UTC" }).format(at);
      expect(ENGLISH.date(`${at.toISOString().slice(0, 10)}T10:00`, length)).toBe(wanted);
    }),
  );
});
it("names the year, the month and the day of a time", () => {
  expect(["year", "month", "day"].map((by) => ENGLISH.period("2026-03-01T19:30", by as "day"))).toEqual([
    "2026",
    "March 2026",
    "1 March 2026",
  ]);
});
