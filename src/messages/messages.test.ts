import { readdirSync, readFileSync } from "node:fs";
import { describe, expect, it } from "vitest";
import { ISSUE_SENTENCES } from "./issues";
import { wallTime } from "./wall-time";

/** Every code the product can produce has a sentence, and no sentence is for a code nobody produces. */
describe("sentences", () => {
  const sources = readdirSync("src", { recursive: true, encoding: "utf8" })
    .filter(
      (file) => /\.tsx?$/.test(file) && !file.endsWith(".test.ts") && !file.endsWith("messages/issues.ts"),
    )
    .map((file) => readFileSync(`src/${file}`, "utf8"))
    .join("\n");
  const produced = new Set(
    [
      ...sources.matchAll(/(?:issue|refuse)\(\s*"([a-zA-Z]+\.[a-zA-Z]+)"|message: "([a-z]+\.[a-zA-Z]+)"/g),
    ].map((found) => (found[1] ?? found[2]) as string),
  );
  it("are there for every issue", () => {
    expect(produced.size).toBeGreaterThan(30);
    expect([...produced].filter((code) => !(code in ISSUE_SENTENCES))).toEqual([]);
  });
  it("say what to do in plain words", () => {
    for (const [code, sentence] of Object.entries(ISSUE_SENTENCES)) {
      const text = sentence({ why: "picture.unreadable" }, []);
      expect(text, code).toMatch(/[.?!]$|: undefined\.?$/);
    }
  });
});

describe("wall times", () => {
  it("are those of the zone, daylight saving included", () => {
    expect(wallTime("2026-01-15T12:00:00.000Z", "Europe/Lisbon")).toBe("2026-01-15T12:00");
    expect(wallTime("2026-07-15T12:00:00.000Z", "Europe/Lisbon")).toBe("2026-07-15T13:00");
    expect(() => wallTime("2026-07-15T12:00:00.000Z", "Nowhere/Else")).toThrow();
  });
});
