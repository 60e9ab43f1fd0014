import { describe, expect, it } from "vitest";
import { movedOn, type Pace } from "./usePace";

/** The paces along a series of offsets; null stands for the moment the table comes to rest. */
const paces = (offsets: readonly (number | null)[]): readonly Pace[] => {
  let motion: Parameters<typeof movedOn>[0] = { offset: 0, pace: "still" };
  return offsets.map((offset) => {
    motion = movedOn(motion, offset !== null, offset ?? motion.offset);
    return motion.pace;
  });
};

describe("the pace of a table", () => {
  const cases: readonly [string, readonly (number | null)[], readonly Pace[]][] = [
    ["a wheel is read along", [30, 90, 180, 300], ["still", "still", "still", "still"]],
    ["a fling flies until it rests", [200, 420, 430, null], ["flying", "flying", "flying", "still"]],
    ["upwards is as fast as downwards", [5000, 4700, 4690, null], ["leaping", "flying", "flying", "still"]],
    ["the scrollbar leaps", [3000, 90_000, 90_010, null], ["leaping", "leaping", "flying", "still"]],
    ["a render without movement changes nothing", [200, 200, 200], ["flying", "flying", "flying"]],
    ["after a rest it is read again", [200, null, 240], ["flying", "still", "still"]],
  ];
  it.each(cases)("%s", (_name, offsets, expected) => {
    expect(paces(offsets)).toEqual(expected);
  });
});
