import { describe, expect, it } from "vitest";
import { partsFound } from "./part-filter";

const row = (number: number, name: string, more: object = {}) =>
  ({
    id: name,
    slot: "header",
    number,
    name,
    state: "live",
    where: "every page",
    isNothing: false,
    isOn: true,
    binnedAt: null,
    findings: [],
    shows: 0,
    asks: 0,
    ...more,
  }) as never;
const ROWS = [
  row(3, "Night header", { shows: 5, where: "pages about Eclipses" }),
  row(1, "Day header", { shows: 120 }),
  row(2, "Autumn", { state: "paused", findings: ["tied"], shows: 5 }),
];
const found = (typed: string, order: Parameters<typeof partsFound>[2] = "order") =>
  partsFound(ROWS, typed, order).map(({ name }) => name);

describe("parts in a list", () => {
  it.each([
    ["", ["Night header", "Day header", "Autumn"]],
    ["header", ["Night header", "Day header", "Autumn"]],
    ["eclipses", ["Night header"]],
    ["paused", ["Autumn"]],
    ["tied", ["Autumn"]],
    ["header 1", ["Day header"]],
    ["day night", []],
  ])("that have “%s”", (typed, names) => {
    expect(found(typed)).toEqual(names);
  });
  it("are sorted by what is asked, equals as they win", () => {
    expect(found("", "name")).toEqual(["Autumn", "Day header", "Night header"]);
    expect(found("", "number")).toEqual(["Day header", "Autumn", "Night header"]);
    expect(found("", "pages")).toEqual(["Day header", "Night header", "Autumn"]);
  });
});
