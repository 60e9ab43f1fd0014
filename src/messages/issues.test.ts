import { describe, expect, it } from "vitest";
import { issue } from "../core/model/issue";
import { describeIssues } from "./issues";

describe("a change that clashes", () => {
  const said = (found: unknown) =>
    describeIssues([issue("change.clash", [], { found: JSON.stringify(found) })]);
  it.each([
    [34, ": it is 34 now."],
    [-1.5, ": it is -1.5 now."],
    [true, ": it is on now."],
    [false, ": it is off now."],
    ["Night & day", ": it is “Night & day” now."],
    ['a "quoted" word', ': it is “a "quoted" word” now.'],
  ])("says what it is now: %s", (found, words) => {
    expect(said(found)).toContain(`meanwhile${words} Your change was not saved`);
  });
  it.each([[null], [""], [{ wide: 4 }], [["a"]], ["long ".repeat(40)]])(
    "does not where that takes more than a word or two: %s",
    (found) => {
      expect(said(found)).toContain("meanwhile. Your change was not saved");
    },
  );
  it("does not stumble over what was cut off, or is not there", () => {
    for (const found of ['"half', '{"a":"b', "tru"])
      expect(describeIssues([issue("change.clash", [], { found })])).toContain("meanwhile. Your");
    expect(describeIssues([issue("change.clash")])).toContain("meanwhile. Your");
  });
});
