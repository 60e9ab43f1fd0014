import type { SiteIndex } from "../../core/addresses/facts";
import { entryIdentity, kindIdentity, STANDING } from "../../core/model/identity";
import type { Audience, Clause, Facet } from "../../core/model/placement";
import { collect } from "../../core/placement/page-sets";
import type { Resolution } from "../../core/placement/resolution";
import { setsOf } from "../../core/placement/site-sets";
import { describeAudience, describeValue } from "../../messages/placement-sentences";
import { type Vocabulary, vocabularyOf } from "../../messages/vocabulary";

/** Something a line can name: a clause, every page, or who looks. */
export interface Place {
  readonly key: string;
  readonly group: PlaceGroup;
  readonly words: string;
  /** Null for every page and for an audience. */
  readonly clause: Clause | null;
  /** Of what takes two lines ("Visit and the pages under it"): the clause of the second one. */
  readonly also: Clause | null;
  readonly audience: Audience | null;
  readonly pages: number;
  /** Title of the entry it is about, if it is about one. */
  readonly title: string | null;
}
export type PlaceGroup =
  | "usual"
  | "audience"
  | "kinds"
  | "terms"
  | "media"
  | "access"
  | "archives"
  | "under"
  | "paths"
  | "authors"
  | "pages";

interface Candidate {
  readonly group: PlaceGroup;
  readonly facet: Facet;
  readonly value: string;
  /** What a second line names with it. */
  readonly with?: { readonly facet: Facet; readonly value: string };
  /** Typed words are looked for in these, and in the words of the place. */
  readonly also?: string;
}

const MOST_IN_GROUP = 12;
const MOST = 60;

const wordsOf = (text: string): readonly string[] =>
  text
    .toLowerCase()
    .split(/\s+/)
    .filter((word) => word !== "");

/** Whether every typed word begins a word of the text. */
const begins = (typed: readonly string[], text: string): boolean => {
  const padded = ` ${text.toLowerCase().replace(/[/(“]/g, " ")}`;
  return typed.every((word) => padded.includes(` ${word.replace(/[/(“]/g, " ").trim()}`));
};

/** What is asked for: whether every page and who looks can be named, and whether what takes two lines can. */
interface Wish {
  readonly query: string;
  readonly whole: boolean;
  readonly pairs: boolean;
}

/**
 * What fits the typed words, the usual first, at most a screenful; each with how many pages it holds on. A page whose
 * title is what was typed comes before all that only sounds like it; archives come last.
 */
export const findPlaces = (resolution: Resolution, { query, whole, pairs }: Wish) => {
  const { index } = resolution.compiled;
  const typed = wordsOf(query);
  const entries = entryCandidates(index, typed);
  const words = vocabularyOf(
    index,
    entries.map(({ value }) => value),
  );
  const found: Place[] = [];
  const perGroup = new Map<PlaceGroup, number>();
  const room = (group: PlaceGroup) => (perGroup.get(group) ?? 0) < MOST_IN_GROUP && found.length < MOST;
  const put = (place: Place) => {
    perGroup.set(place.group, (perGroup.get(place.group) ?? 0) + 1);
    found.push(place);
  };
  if (whole && begins(typed, "every page all"))
    put({
      key: "every",
      group: "usual",
      words: "every page",
      clause: null,
      also: null,
      audience: null,
      pages: resolution.pageTotal,
      title: null,
    });
  if (whole) for (const place of audiencePlaces(resolution, typed)) if (room("audience")) put(place);
  for (const { group, facet, value, also, with: second } of candidates(index, query, entries, words)) {
    if (!room(group) || (second && !pairs)) continue;
    const said = describeValue(facet, value, words) + (second ? " and the pages under it" : "");
    if (!begins(typed, `${said} ${also ?? ""}`)) continue;
    const clause = { facet, values: [value] };
    const other = second ? { facet: second.facet, values: [second.value] } : null;
    const pages = countPages(resolution, clause) + (other ? countPages(resolution, other) : 0);
    if (pages === 0 && (facet === "under" || facet === "childOf")) continue;
    const title = words.entries[value] ?? null;
    put({
      key: `${facet} ${value}${second ? " with" : ""}`,
      group,
      words: said,
      clause,
      also: other,
      audience: null,
      pages,
      title: isAboutEntry(facet) ? title : null,
    });
  }
  return {
    places: found,
    isCut: found.length >= MOST || [...perGroup.values()].some((size) => size >= MOST_IN_GROUP),
  };
};

/** Everything that could be meant, in the order it is offered. */
const candidates = (
  index: SiteIndex,
  query: string,
  entries: readonly Candidate[],
  words: Vocabulary,
): readonly Candidate[] => {
  const name = query.trim().toLowerCase();
  const isNamed = ({ facet, value }: Candidate) =>
    facet === "entry" && name !== "" && words.entries[value]?.toLowerCase() === name;
  const isArchive = ({ group }: Candidate) => group === "archives";
  const all = [...siteCandidates(index), ...pathCandidates(index, query), ...entries];
  const named = all.filter(isNamed);
  const others = all.filter((each) => !isNamed(each));
  return [...named, ...others.filter((each) => !isArchive(each)), ...others.filter(isArchive)];
};

const isAboutEntry = (facet: Facet): boolean => ["entry", "under", "childOf"].includes(facet);

const countPages = ({ compiled, weights }: Resolution, clause: Clause): number => {
  const set = setsOf(compiled.index).of(clause);
  const numbers = new Uint32Array(set.size);
  collect(set, numbers);
  let pages = 0;
  for (const number of numbers) pages += weights[number] as number;
  return pages;
};

/** "Any page, when a member is looking" is another placement than "pages only members can open". */
const audiencePlaces = ({ compiled, pageTotal }: Resolution, typed: readonly string[]): readonly Place[] => {
  const { levels } = compiled.index.facts.settings;
  return ["signedOut", "signedIn", ...levels.map(({ key }) => `level:${key}`)].flatMap((audience) => {
    const words = `any page, when ${describeAudience(audience, levels)} is looking`;
    if (!begins(typed, words)) return [];
    return [
      {
        key: `audience ${audience}`,
        group: "audience",
        words,
        clause: null,
        also: null,
        audience,
        pages: pageTotal,
        title: null,
      },
    ];
  });
};

/** What a site has of everything but entries and paths: never many, and looked through whole. */
const siteCandidates = (index: SiteIndex): readonly Candidate[] => {
  const { facts, stems } = index;
  const all = (group: PlaceGroup, facet: Facet, values: readonly string[]): readonly Candidate[] =>
    values.map((value) => ({ group, facet, value }));
  const periods = new Set(
    stems.flatMap(({ archiveOf }) =>
      archiveOf?.of === "date"
        ? [`${archiveOf.period.length === 4 ? "year" : "month"}:${archiveOf.period}`]
        : [],
    ),
  );
  return [
    // "any archive" is the same pages as "all archives": one line says it
    ...all("usual", "role", ["front", "entry"]),
    { group: "usual", facet: "role", value: "archive", also: "any archive" },
    ...all("usual", "role", STANDING),
    ...facts.kinds.flatMap(({ id }): readonly Candidate[] => [
      { group: "kinds", facet: "kind", value: id },
      ...(index.byIdentity.has(kindIdentity(id))
        ? [{ group: "kinds", facet: "ofKind", value: id } as const]
        : []),
    ]),
    ...all(
      "terms",
      "term",
      facts.terms.map(({ id }) => id),
    ),
    ...all("access", "access", [
      "public",
      "signedIn",
      ...facts.settings.levels.map(({ key }) => `level:${key}`),
    ]),
    ...all("media", "medium", ["text", "video", "pictures", "sound"]),
    ...all("archives", "archiveOf", [
      ...(facts.authors.length > 0 ? ["authors"] : []),
      ...(periods.size > 0 ? ["dates", "years", "months"] : []),
      ...facts.kinds.map(({ id }) => `kind:${id}`),
      ...facts.groupings.map(({ id }) => `grouping:${id}`),
      ...facts.terms.map(({ id }) => `term:${id}`),
      ...facts.authors.map(({ id }) => `author:${id}`),
      ...periods,
    ]),
    ...all("archives", "page", ["first", "later"]),
    ...all(
      "authors",
      "author",
      facts.authors.map(({ id }) => id),
    ),
  ];
};

/** Paths that begin as typed: the path itself as a folder. */
const pathCandidates = (index: SiteIndex, query: string): readonly Candidate[] => {
  const path = query.trim().replace(/^https?:\/\/[^/]+/, "");
  if (!path.startsWith("/")) return [];
  const folder = path.endsWith("/") ? path : `${path}/`;
  const known = index.stems.some((page) => page.path.startsWith(folder));
  return known ? [{ group: "paths", facet: "pathUnder", value: folder, also: query }] : [];
};

const ENOUGH = 40;

/** Entries whose title or path fits: as pages of their own, and with what lies under them. */
const entryCandidates = (index: SiteIndex, typed: readonly string[]): readonly Candidate[] => {
  const hits: string[] = [];
  for (const page of index.stems) {
    if (!page.entry || hits.length >= ENOUGH) continue;
    const also = `${page.title} ${page.path}`;
    // "under Visit" finds what lies under Visit: words that only the sentence has are left out
    if (
      begins(
        typed.filter((word) => !SENTENCE.has(word)),
        also,
      )
    )
      hits.push(page.entry.id);
  }
  const isAbove = new Set(index.stems.flatMap(({ ancestors }) => ancestors));
  const of = (group: PlaceGroup, facet: Facet): readonly Candidate[] =>
    hits.map((value) => ({
      group,
      facet,
      value,
      also: index.byIdentity.get(entryIdentity(value))?.path ?? "",
    }));
  const pages = of("pages", "entry");
  const withBelow = pages.flatMap((page): readonly Candidate[] =>
    isAbove.has(page.value) ? [{ ...page, with: { facet: "under", value: page.value } }] : [],
  );
  return [...of("under", "under"), ...of("under", "childOf"), ...pages, ...withBelow];
};
const SENTENCE = new Set(["pages", "right", "under"]);
