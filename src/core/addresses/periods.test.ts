import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { wallTime } from "../../messages/wall-time";
import { monthOf, periodsAt } from "./periods";

const ZONES = [
  "UTC",
  "Europe/Lisbon",
  "America/Los_Angeles",
  "Pacific/Kiritimati",
  "Pacific/Pago_Pago",
  "Asia/Kathmandu",
];

describe("the month of an instant", () => {
  it.each([
    ["2026-03-01T02:00:00.000Z", "America/Los_Angeles", "2026-02"],
    ["2026-03-31T23:30:00.000Z", "Europe/Lisbon", "2026-04"],
    ["2025-12-31T12:00:00.000Z", "Pacific/Kiritimati", "2026-01"],
    ["2026-03-15T00:00:00.000Z", "Pacific/Kiritimati", "2026-03"],
  ])("of %s in %s is %s", (instant, zone, month) => {
    expect(monthOf(instant, zone)).toBe(month);
    expect(periodsAt(instant, zone)).toEqual([month.slice(0, 4), month]);
  });
  it("is that of the wall time there, at any time", () => {
    const instants = fc.date({
      min: new Date("1990-01-01"),
      max: new Date("2060-01-01"),
      noInvalidDate: true,
    });
    fc.assert(
      fc.property(instants, fc.constantFrom(...ZONES), (date, zone) => {
        expect(monthOf(date.toISOString(), zone)).toBe(wallTime(date.toISOString(), zone).slice(0, 7));
      }),
      { numRuns: 2000 },
    );
  });
});
