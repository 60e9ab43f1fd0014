import { describe, expect, it } from "vitest";
import { readNumber } from "./arithmetic";

describe("numbers as people type them", () => {
  it.each([
    ["28", 28],
    [" 28 ", 28],
    ["20+4", 24],
    ["84 / 2", 42],
    ["3*8", 24],
    ["30-6", 24],
    ["10.6", 11],
    ["", undefined],
    ["28px", undefined],
    ["1/0", undefined],
    ["2+2+2", undefined],
  ])("%s is %s", (text, expected) => {
    expect(readNumber(text)).toBe(expected);
  });
});
