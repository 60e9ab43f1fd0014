import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { instantOf, isTimeZone, momentWords, wallTime } from "./wall-time";

/** Rules of daylight saving are those of the IANA time zone database, as Node ships it. */
const ZONES = [
  "UTC",
  "Europe/Lisbon",
  "America/New_York",
  "Asia/Kathmandu",
  "Australia/Lord_Howe",
  "Pacific/Apia",
];

describe("wall times of a zone", () => {
  it("and instants lead back to each other, but in the hour that is doubled", () => {
    const minutes = fc.integer({ min: 15_778_080, max: 33_138_720 }).map((minute) => minute * 60_000);
    fc.assert(
      fc.property(minutes, fc.constantFrom(...ZONES), (time, zone) => {
        const instant = new Date(time).toISOString();
        const wall = wallTime(instant, zone);
        const back = instantOf(wall, zone);
        // the earlier of two instants with the same wall time
        expect(wallTime(back, zone)).toBe(wall);
        expect(back <= instant).toBe(true);
        expect(time - Date.parse(back)).toBeLessThanOrEqual(24 * 3_600_000);
      }),
      { numRuns: 1500 },
    );
  });
  const cases: [string, string, string, string][] = [
    ["an ordinary evening", "2026-12-01T18:00", "Europe/Lisbon", "2026-12-01T18:00:00.000Z"],
    ["in summer an hour ahead", "2026-07-01T18:00", "Europe/Lisbon", "2026-07-01T17:00:00.000Z"],
    ["a date alone is midnight", "2026-07-01", "Europe/Lisbon", "2026-06-30T23:00:00.000Z"],
    ["a time that is skipped moves forward", "2026-03-29T01:30", "Europe/Lisbon", "2026-03-29T01:30:00.000Z"],
    ["of a doubled time the earlier", "2026-10-25T01:30", "Europe/Lisbon", "2026-10-25T00:30:00.000Z"],
    ["skipped in New York", "2026-03-08T02:30", "America/New_York", "2026-03-08T07:30:00.000Z"],
    ["doubled in New York", "2026-11-01T01:30", "America/New_York", "2026-11-01T05:30:00.000Z"],
    ["a quarter-hour zone", "2026-01-01T00:00", "Asia/Kathmandu", "2025-12-31T18:15:00.000Z"],
  ];
  it.each(cases)("%s", (_, wall, zone, instant) => {
    expect(instantOf(wall, zone)).toBe(instant);
  });
  it("that is skipped shows as the later one", () => {
    expect(wallTime(instantOf("2026-03-29T01:30", "Europe/Lisbon"), "Europe/Lisbon")).toBe(
      "2026-03-29T02:30",
    );
  });
  it("are said in the zone of the site", () => {
    expect(momentWords("2026-06-30T23:05:00.000Z", "Europe/Lisbon")).toBe("1 Jul 2026, 00:05");
    expect(momentWords("2026-06-30T23:05:00.000Z", "UTC")).toBe("30 Jun 2026, 23:05");
  });
  it("know which zones there are", () => {
    expect(ZONES.every(isTimeZone)).toBe(true);
    for (const zone of ["Europe/Ridge", "", "12"]) expect(isTimeZone(zone)).toBe(false);
    expect(() => wallTime("2026-01-01T00:00:00.000Z", "Europe/Ridge")).toThrow();
  });
});
