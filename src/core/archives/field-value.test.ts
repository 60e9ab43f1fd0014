import { describe, expect, it } from "vitest";
import { fieldValue } from "./field-value";

describe("an own field", () => {
  // how prices and sizes are written: common practice, no source
  it.each([
    [12.5, 12.5],
    ["12.50 €", 12.5],
    ["5.00 €", 5],
    ["€ 7", 7],
    ["1,200", 1200],
    ["1.200,50 €", 1200.5],
    ["1,200.50", 1200.5],
    ["1 200,5 kg", 1200.5],
    ["CHF 1’200.–", 1200],
    ["1.234.567", 1234567],
    ["0,75 l", 0.75],
    ["0,750 l", 0.75],
    ["-0.125", -0.125],
    ["-3 °C", -3],
    ["30 cm", 30],
  ])("is sorted by its number: %s", (text, number) => {
    expect(fieldValue(text)).toBe(number);
  });
  it.each(["40 × 27 cm", "small", "by the door", "A4 to A2", "", "2026-05-01"])(
    "is sorted by its letters: %s",
    (text) => {
      expect(fieldValue(text)).toBe(text);
    },
  );
});
