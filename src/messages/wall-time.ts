/**
 * Wall times of a site's IANA zone and the instants they are. Zones are known to `Intl`; windows and dates become
 * instants here, before they reach the core.
 */

/** Whether the zone exists. */
export const isTimeZone = (timeZone: string): boolean => {
  try {
    new Intl.DateTimeFormat("en-GB", { timeZone });
    return true;
  } catch {
    return false;
  }
};

/** The wall time of an instant in an IANA zone, to the minute: `2026-03-01T19:30`. Throws on a zone that does not exist. */
export const wallTime = (instant: string, timeZone: string): string => {
  const parts = new Intl.DateTimeFormat("en-GB", {
    timeZone,
    year: "numeric",
    month: "2-digit",
    day: "2-digit",
    hour: "2-digit",
    minute: "2-digit",
    hourCycle: "h23",
  }).formatToParts(new Date(instant));
  const of = (type: string) => parts.find((part) => part.type === type)?.value ?? "00";
  return `${of("year")}-${of("month")}-${of("day")}T${of("hour")}:${of("minute")}`;
};

/**
 * The instant of a wall time (`2026-03-01 19:30` or a date alone) in an IANA zone. A time skipped by daylight saving
 * moves forward, a doubled one is the earlier.
 */
export const instantOf = (wall: string, timeZone: string): string => {
  const [day, time = "00:00"] = wall.split(/[ T]/);
  const wanted = Date.parse(`${day}T${time}:00Z`);
  const offsetAt = (instant: number) =>
    Date.parse(`${wallTime(new Date(instant).toISOString(), timeZone)}:00Z`) - instant;
  const candidates = [offsetAt(wanted - 86_400_000), offsetAt(wanted + 86_400_000)].map(
    (offset) => wanted - offset,
  );
  const exact = candidates.filter((instant) => instant + offsetAt(instant) === wanted);
  return new Date(exact.length > 0 ? Math.min(...exact) : Math.max(...candidates)).toISOString();
};

const MONTHS = ["Jan", "Feb", "Mar", "Apr", "May", "Jun", "Jul", "Aug", "Sep", "Oct", "Nov", "Dec"];

/** An instant as the site's people say it: "1 Dec 2026, 09:00". */
export const momentWords = (instant: string, timeZone: string): string => {
  const wall = wallTime(instant, timeZone);
  const month = MONTHS[Number(wall.slice(5, 7)) - 1] ?? "";
  return `${Number(wall.slice(8, 10))} ${month} ${wall.slice(0, 4)}, ${wall.slice(11)}`;
};
