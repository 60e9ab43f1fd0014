import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { lettersOf, searchTerms } from "./search-words";

const said = (query: string) =>
  searchTerms(query).map(({ text, isPhrase }) => (isPhrase ? `“${text}”` : text));

describe("what one searches for", () => {
  it("is words, and phrases in quotation marks of any form", () => {
    expect(said("Moon  night")).toEqual(["moon", "night"]);
    expect(said('"Open night" moon')).toEqual(["“open night”", "moon"]);
    expect(said("moon „open   night“ «old dome»")).toEqual(["moon", "“open night”", "“old dome”"]);
    expect(said('a"b c"d')).toEqual(["a", "“b c”", "d"]);
  });
  it("is a word where a mark stands alone, is empty, or holds one word", () => {
    expect(said('"open night')).toEqual(["open", "night"]);
    expect(said('open night"')).toEqual(["open", "night"]);
    expect(said('"" "moon" "')).toEqual(["moon"]);
    expect(said("")).toEqual([]);
  });
  it("is looked for without accents, in letters of any script", () => {
    expect(said("Élan ÜBER ĝis")).toEqual(["elan", "uber", "gis"]);
    expect(said("ПЛЕЯДЫ 天文台 नमस्ते")).toEqual(["плеяды", "天文台", "नमस्ते"]);
  });
  it("is each once, and eight at most", () => {
    expect(said("moon MOON móon")).toEqual(["moon"]);
    expect(searchTerms("a b c d e f g h i j")).toHaveLength(8);
  });
  it("is the same when it is typed without accents, and never empty words", () => {
    fc.assert(
      fc.property(fc.string({ unit: "grapheme", maxLength: 40 }), (query) => {
        const terms = searchTerms(query);
        expect(searchTerms(lettersOf(query))).toEqual(terms);
        expect(terms.every(({ text }) => text.trim() === text && text !== "")).toBe(true);
        expect(lettersOf(lettersOf(query))).toBe(lettersOf(query));
      }),
    );
  });
});
