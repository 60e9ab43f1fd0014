import { wallTime } from "../messages/visitor-words";

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
