/**
 * The year and the month of an instant where a site is. Zones are known to `Intl` alone (ECMA-402 §11); it is asked only
 * within a day of the turn of a month, where the zone makes a difference, for that is slow.
 */

const formats = new Map<string, Intl.DateTimeFormat>();
const formatOf = (timeZone: string): Intl.DateTimeFormat => {
  const known = formats.get(timeZone);
  if (known) return known;
  const made = new Intl.DateTimeFormat("en-GB", { timeZone, year: "numeric", month: "2-digit" });
  formats.set(timeZone, made);
  return made;
};

/** `2026-03` of an ISO instant in UTC, as the calendar of a zone has it. Throws on a zone that does not exist. */
export const monthOf = (instant: string, timeZone: string): string => {
  const day = instant.slice(8, 10);
  // no zone is more than 14 hours from UTC (tz database), so only the last days and the first one are in question
  if (timeZone === "UTC" || (day > "01" && day < "28")) return instant.slice(0, 7);
  const parts = formatOf(timeZone).formatToParts(new Date(instant));
  const of = (type: string) => parts.find((part) => part.type === type)?.value ?? "";
  return `${of("year").padStart(4, "0")}-${of("month")}`;
};

/** The periods whose archives an instant belongs to: its year, and its month. */
export const periodsAt = (instant: string, timeZone: string): readonly [year: string, month: string] => {
  const month = monthOf(instant, timeZone);
  return [month.slice(0, 4), month];
};
