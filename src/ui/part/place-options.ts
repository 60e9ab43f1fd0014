import type { Clause, Facet } from "../../core/model/placement";
import { describeValue } from "../../messages/placement-sentences";
import type { Vocabulary } from "../../messages/vocabulary";

/** Something a line can name: a facet and a value, in words, found by typing. */
export interface PlaceOption {
  readonly key: string;
  readonly group: string;
  readonly words: string;
  /** Null stands for every page. */
  readonly clause: Clause | null;
}

const option = (group: string, facet: Facet, value: string, vocabulary: Vocabulary): PlaceOption => ({
  key: `${facet} ${value}`,
  group,
  words: describeValue(facet, value, vocabulary),
  clause: { facet, values: [value] },
});

/** Everything a line can name on this site, the usual first. */
export const placeOptions = (
  vocabulary: Vocabulary,
  parents: ReadonlySet<string>,
): readonly PlaceOption[] => {
  const all = (group: string, facet: Facet, values: readonly string[]) =>
    values.map((value) => option(group, facet, value, vocabulary));
  const { kinds, groupings, terms, authors, entries, levels } = vocabulary;
  return [
    { key: "every page", group: "Usual", words: "every page", clause: null },
    ...all("Usual", "role", ["front", "entry", "archive", "search", "notFound"]),
    ...all("Kinds", "kind", Object.keys(kinds)),
    ...all("Topics and tags", "term", Object.keys(terms)),
    ...all("Media", "medium", ["text", "video", "pictures", "sound"]),
    ...all("Who may read", "access", [
      "public",
      "signedIn",
      ...Object.keys(levels).map((level) => `level:${level}`),
    ]),
    ...all("Archives", "archiveOf", [
      ...Object.keys(kinds).map((kind) => `kind:${kind}`),
      ...Object.keys(groupings).map((grouping) => `grouping:${grouping}`),
      ...Object.keys(terms).map((term) => `term:${term}`),
    ]),
    ...all("Archives", "page", ["first", "later"]),
    ...all("Below a page", "under", [...parents]),
    ...all("Authors", "author", Object.keys(authors)),
    ...all("Single pages", "entry", Object.keys(entries)),
  ];
};

/** Options for which every typed word begins a word of theirs. */
export const matching = (options: readonly PlaceOption[], typed: string): readonly PlaceOption[] => {
  const words = typed
    .toLowerCase()
    .split(/\s+/)
    .filter((word) => word !== "");
  if (words.length === 0) return options.slice(0, 60);
  return options
    .filter(({ words: text }) => words.every((word) => ` ${text.toLowerCase()}`.includes(` ${word}`)))
    .slice(0, 60);
};
