import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { lettersOf, searchTerms } from "../model/search-words";
import { extractOf, type Piece } from "./extract";

const NONE = new Set<string>();
const marked = (pieces: readonly Piece[] | null) =>
  pieces?.map(({ text, isHit }) => (isHit ? `[${text}]` : text)).join("") ?? null;
const extract = (text: string, query: string, forms: ReadonlySet<string> = NONE) =>
  marked(extractOf(text, searchTerms(query), forms));
const LONG = Array.from({ length: 200 }, (_, at) => `w${at}`);

describe("a piece of a text round what was found", () => {
  it("marks words whatever case and accents they have, and parts of words", () => {
    expect(extract("A café by the Moon, moonlit.", "MOON cafe")).toBe("A [café] by the [Moon], [moonlit].");
  });
  it("marks a phrase where it stands, and its words nowhere else", () => {
    expect(extract("Night of the open night, open late", '"open night"')).toBe(
      "Night of the [open] [night], open late",
    );
  });
  it("marks the forms of a word that the language knows", () => {
    expect(extract("We observe houses", "observing", new Set(["observe"]))).toBe("We [observe] houses");
  });
  it("is a little of what stands before, cut on both sides of a long text", () => {
    const text = LONG.join(" ");
    expect(extract(text, "w100")).toMatch(/^… w94 .*w99 \[w100\] w101 .* w123 …$/);
    expect(extract(text, "w3")).toMatch(/^w0 w1 w2 \[w3\][^…]*…$/);
    expect(extract(text, "w199")).toMatch(/^… .*\[w199\]$/);
  });
  it("is where the most of it stands together", () => {
    const text = [...LONG.slice(0, 100), "moon", ...LONG.slice(100), "moon", "night"].join(" ");
    expect(extract(text, "moon night")).toMatch(/\[moon\] \[night\]$/);
  });
  it("is none where nothing was found", () => {
    expect(extract("Sun", "moon")).toBeNull();
    expect(extract("", "moon")).toBeNull();
    expect(extract("night open", '"open night"')).toBeNull();
  });
  it("is the text's own words in their order, and marks only what was looked for", () => {
    const word = fc.constantFrom("moon", "Móon", "night", "a", "–", "moons", "天文台", "\n");
    fc.assert(
      fc.property(
        fc.array(word, { maxLength: 90 }),
        fc.constantFrom("moon", "night moon", "天"),
        (words, query) => {
          const text = words.join(" ");
          const terms = searchTerms(query);
          const pieces = extractOf(text, terms, NONE);
          const isFound = words.some((each) => terms.some((term) => lettersOf(each).includes(term.text)));
          expect(pieces !== null).toBe(isFound);
          if (!pieces) return;
          const said = pieces.map((each) => each.text).join("");
          expect(text).toContain(said.replace(/^… /, "").replace(/ …$/, ""));
          for (const { text: piece, isHit } of pieces)
            if (isHit) expect(terms.some((term) => lettersOf(piece).includes(term.text))).toBe(true);
          expect(pieces.some(({ isHit }) => isHit)).toBe(true);
        },
      ),
    );
  });
});
