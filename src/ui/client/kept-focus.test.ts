import { describe, expect, it } from "vitest";
import { nextPlace } from "./kept-focus";

describe("where the keyboard goes on in a list that changed", () => {
  it.each([
    ["the same place, moved", "b", 1, ["b", "a", "c"], "b"],
    ["what follows what is gone", "b", 1, ["a", "c"], "c"],
    ["the last one, where the last is gone", "c", 2, ["a", "b"], "b"],
    ["nowhere, where nothing is left", "a", 0, [], undefined],
  ])("%s", (_, id, index, ids, next) => {
    expect(nextPlace({ id, index }, ids)).toBe(next);
  });
});
