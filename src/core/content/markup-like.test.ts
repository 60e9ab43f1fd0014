import { describe, expect, it } from "vitest";
import { markupIn } from "./markup-like";

describe("words that look like markup", () => {
  it.each([
    ["Open <b>late</b>", "<b>"],
    ["One<br/>two", "<br/>"],
    ['<a href="/x/">here</a>', '<a href="/x/">'],
    ["Tea &amp; cake", "&amp;"],
    ["Open **late**", "**late**"],
    ["See [the map](/map/)", "[the map](/map/)"],
    ["## Hours", "## H"],
  ])("%s has %s", (text, found) => {
    expect(markupIn(text)).toBe(found);
  });
  it.each(["Tea & cake", "2 < 3 > 1", "a <3 b", "5 * 3 ** 2", "R&D; more", "[sic] (sic)", "#1 in town", ""])(
    "%s has none",
    (text) => {
      expect(markupIn(text)).toBe(null);
    },
  );
  it("of Markdown is meant where Markdown is written; tags are not", () => {
    expect(markupIn("Open **late**", true)).toBeNull();
    expect(markupIn("Open <b>late</b>", true)).toBe("<b>");
  });
});
