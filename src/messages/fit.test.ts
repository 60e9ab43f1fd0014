import { describe, expect, it } from "vitest";
import type { Way } from "../core/layout/reach";
import type { BandReading } from "../core/layout/readings";
import { roomWords, stretchWords, unmeasuredWords, wayWords } from "./fit";
import { describeLook, lookMendWords, type NamedLook } from "./look-findings";

describe("words about fit", () => {
  it.each<[Way, string]>([
    [{ is: "menuGap", node: "m", from: 28, to: 20 }, "Gap between items 28 → 20"],
    [{ is: "menuText", from: 1.0625, to: 0.9375 }, "Text of all menus 17 → 15 px"],
    [
      { is: "label", menu: "m", item: "i", label: "Open nights", letters: 1 },
      "Shorten “Open nights” by 1 letter",
    ],
    [
      { is: "label", menu: "m", item: "i", label: "Open nights", letters: 6 },
      "Shorten “Open nights” by 6 letters",
    ],
    [
      { is: "hide", node: "s", kind: "search", hideOn: ["small"] },
      "Leave out the search box on narrower screens",
    ],
    [{ is: "fixed", node: "m", to: 900 }, "It fits there. A button below 900 px all the same"],
  ])("%o", (way, words) => expect(wayWords(way)).toBe(words));
  it.each<[Partial<BandReading>, string]>([
    [{ isExact: false }, "flows with its room"],
    [{ letters: null }, ""],
    [{ edge: null, letters: 3 }, "never fits in one row"],
    [{ edge: 900, letters: 1 }, "room for 1 letter at 1280"],
    [{ edge: 1300, letters: -4 }, "4 letters too many at 1280"],
  ])("of room: %o", (over, words) => {
    const reading = {
      band: "b",
      name: "",
      isExact: true,
      flowing: [],
      hasMenu: true,
      troubles: [],
      stretches: [],
      edge: 900,
      letters: 9,
    };
    expect(roomWords({ ...reading, ...over })).toBe(words);
  });
  it("of what cannot be measured say why: which blocks, or a letter", () => {
    expect(unmeasuredWords([])).toBe("cannot be measured: the site's fonts lack a letter it has");
    expect(unmeasuredWords(["copyright"])).toBe(
      "cannot be measured: copyright line takes the room that is left, or depends on the page",
    );
    expect(unmeasuredWords(["copyright", "richText"])).toMatch(/copyright line and text take the room/);
  });
  it("say a stretch as a whole", () => {
    expect(stretchWords({ state: "crowded", from: 320, to: 356 })).toBe(
      "more than one row from 320 to 356 px",
    );
  });
});

describe("words about what is noticed of looks", () => {
  const named = {
    severity: "warning",
    bandName: "main band",
    blockName: "",
    colours: null,
    menuName: "",
    names: [],
  } as const;
  it.each<[object, string]>([
    [
      {
        code: "faint",
        colours: { text: "accent", ground: "surface" },
        parts: ["a", "b"],
        ratio: 3.219,
        needed: 4.5,
      },
      "“accent” on “surface” in header 3 and 1 more is too faint to read: 3.21 to 1, 4.5 is needed.",
    ],
    [
      { code: "overPicture", part: "a", names: ["Noon"], ratio: 1.5, screen: 390, zoom: 1, needed: 4.5 },
      "Text of header 3, main band, is hard to read over “Noon”: 1.50 to 1 at 390 px, 4.5 is needed.",
    ],
    [{ code: "typedIn", count: 1, parts: [] }, "1 colour is typed in instead of taken from the house style."],
    [{ code: "pictures", problem: "noWords", pictures: ["x", "y"] }, "2 pictures have no alternative text."],
    [
      { code: "doesNotFit", part: "a", state: "overflowing", from: 320, to: 340 },
      "header 3, main band, is wider than the screen from 320 to 340 px.",
    ],
    [
      { code: "deadLink", of: "item", label: "Prints", menuName: "Main" },
      "“Prints” in the menu “Main” leads nowhere: its page is gone, so visitors do not see it.",
    ],
    [
      { code: "deadLink", of: "promotion", label: "Visit", menuName: "Main" },
      "What “Visit” in the menu “Main” promotes leads nowhere: its page is gone.",
    ],
    [
      { code: "deadLink", of: "block", label: "Book", part: "a" },
      "“Book” in header 3 leads nowhere: its page is gone.",
    ],
    [
      { code: "deadLink", of: "block", label: "", part: "a" },
      "Something in header 3 leads nowhere: its page is gone.",
    ],
    [
      { code: "deadLink", of: "page", label: "Leads to", pageTitle: "Open nights" },
      "The page “Open nights” says “Leads to” itself, and it leads nowhere: that page is gone.",
    ],
  ])("%o", (finding, words) => {
    expect(describeLook({ ...named, ...finding } as unknown as NamedLook, () => "header 3")).toBe(words);
  });
  it("name the click that mends", () => {
    expect(lookMendWords({ is: "overlay", to: 42 })).toBe("Overlay 42 %");
    expect(lookMendWords({ is: "computed" })).toBe("Button where too narrow");
  });
});
