import type { Access } from "../core/model/content";
import { MOST_FOUND, type SearchTerm, searchTerms } from "../core/model/search-words";
import { type Connection, selectRows } from "./database";

/**
 * Search in a site's entries: by words of its language, by beginnings of words, by phrases, and by letters anywhere.
 * Accents count nowhere.
 */

/** What is looked for, when, and which texts whoever asks may read. */
export interface Search {
  readonly query: string;
  /** Of the site: `en`, `de-AT`. */
  readonly language: string;
  readonly at: string;
  readonly readable: readonly Access[];
}

/** Whether an index of three letters narrows what a word is looked for in; words of other scripts are short and whole. */
const isIndexed = (word: string): boolean => [...word].length >= 3;
const isOtherScript = (word: string): boolean => /[^\p{Script=Latin}\p{Script=Common}]/u.test(word);

interface Found {
  readonly id: string;
  readonly title: string;
  readonly inTitle: boolean;
}

/**
 * Ids of published entries that have every word and phrase, in the site's language or as letters anywhere; those with the first word
 * in the title first, whole words before letters. At most 100. Of what the asker may not read only title and summary are
 * looked through: whether a word is found must not tell what a text says.
 */
export const searchEntries = async (
  site: string,
  search: Search,
  connection: Connection,
): Promise<readonly string[]> => {
  const asked = searchTerms(search.query);
  if (asked.length === 0) return [];
  const words = asked.map(({ text }) => text);
  const whole = await findWords(site, asked, search, connection);
  // nothing that is found as letters would come before these
  const isFull = whole.length === MOST_FOUND && whole.every(({ inTitle }) => inTitle);
  const isSlow = !words.some((word) => isIndexed(word) || isOtherScript(word));
  const letters = isFull || isSlow ? [] : await findLetters(site, words, search, connection);
  const known = new Set(whole.map(({ id }) => id));
  const all = [...whole, ...letters.filter(({ id }) => !known.has(id))];
  return [...all.filter(({ inTitle }) => inTitle), ...all.filter(({ inTitle }) => !inTitle)]
    .slice(0, MOST_FOUND)
    .map(({ id }) => id);
};

const PUBLISHED = "site = :site AND (published_on IS NULL OR published_on <= :at)";

/** The language is told, not looked up: only what is the same for all rows can be looked for in an index. */
const CONFIG = "search_language(:language)";
/** Of what is typed only letters and digits are words to it: nothing else has a meaning there. */
const wordsIn = (text: string): readonly string[] => text.match(/[\p{L}\p{N}\p{M}]+/gu) ?? [];

/** What is looked for as words, as a query of PostgreSQL's; null where nothing of it is a word. */
const askedFor = (terms: readonly SearchTerm[]) => {
  const words = terms.flatMap(({ text, isPhrase }) => (isPhrase ? [] : wordsIn(text)));
  const phrases = terms.flatMap(({ text, isPhrase }) => (isPhrase && wordsIn(text).length > 0 ? [text] : []));
  const [first] = terms.flatMap(({ text }) => wordsIn(text));
  if (first === undefined) return null;
  const asWords = `(plainto_tsquery(${CONFIG}, :terms)
    || (plainto_tsquery(${CONFIG}, :before) && to_tsquery('simple', :begins)))`;
  return {
    query: [
      ...(words.length > 0 ? [asWords] : []),
      ...phrases.map((_, place) => `phraseto_tsquery(${CONFIG}, :phrase${place})`),
    ].join(" && "),
    values: {
      terms: words.join(" "),
      before: words.slice(0, -1).join(" "),
      // the last one may be the beginning of one
      begins: `${words.at(-1) ?? first}:*`,
      // of weight A: what the title says
      first: `${first}:A`,
      ...Object.fromEntries(phrases.map((phrase, place) => [`phrase${place}`, phrase])),
    },
  };
};

/** Entries that have the words as words. */
const findWords = async (
  site: string,
  terms: readonly SearchTerm[],
  { at, readable, language }: Search,
  connection: Connection,
): Promise<readonly Found[]> => {
  const found = askedFor(terms);
  if (!found) return [];
  const asked = `(${found.query})`;
  // all words are those of the text and those all may read: one index is looked into for everyone
  return selectRows<Found>(
    `SELECT id, title,
       (open_words @@ to_tsquery(${CONFIG}, :first) OR title_letters LIKE :pattern) AS "inTitle"
     FROM entry
     WHERE ${PUBLISHED} AND all_words @@ ${asked} AND (access IN (:readable) OR open_words @@ ${asked})
     ORDER BY 3 DESC, title, id LIMIT ${MOST_FOUND}`,
    { site, at, readable, language, ...found.values, pattern: patternOf(terms[0]?.text ?? "") },
    connection,
  );
};

const patternOf = (word: string): string => `%${word.replace(/[\\%_]/g, "\\$&")}%`;

/** Entries that have the words as letters, wherever they stand. */
const findLetters = async (
  site: string,
  words: readonly string[],
  { at, readable }: Search,
  connection: Connection,
): Promise<readonly Found[]> => {
  const patterns = words.map(patternOf);
  const ways = patterns.map((_, place) => [
    `open_letters LIKE :p${place}`,
    `(access IN (:readable) AND words LIKE :p${place})`,
  ]);
  // one word is looked for in one index after the other: in both at once each that is found is read twice
  const [only = []] = ways;
  const asked = ways.length === 1 ? only : [ways.map((each) => `(${each.join(" OR ")})`).join(" AND ")];
  const each = asked.map(
    (condition) => `(SELECT id, title, (title_letters LIKE :p0) AS "inTitle" FROM entry
      WHERE ${PUBLISHED} AND ${condition} ORDER BY 3 DESC, title, id LIMIT ${MOST_FOUND})`,
  );
  return selectRows<Found>(
    `SELECT * FROM (${each.join(" UNION ")}) AS found ORDER BY 3 DESC, title, id LIMIT ${MOST_FOUND}`,
    {
      site,
      at,
      readable,
      ...Object.fromEntries(patterns.map((pattern, place) => [`p${place}`, pattern])),
    },
    connection,
  );
};

/** Words and their forms begin alike: of others nobody asks. */
const STEM = 3;

/** Those of some words, without accents, that are forms of a word that is looked for, as the language has them. */
export const formsOf = async (
  terms: readonly SearchTerm[],
  words: ReadonlySet<string>,
  language: string,
  connection: Connection,
): Promise<ReadonlySet<string>> => {
  const single = terms.flatMap(({ text, isPhrase }) => (isPhrase ? [] : [text]));
  const stems = new Set(single.map((text) => text.slice(0, STEM)));
  const alike = [...words].filter((word) => stems.has(word.slice(0, STEM)));
  if (alike.length === 0) return new Set();
  const asked = single.map((_, place) => `plainto_tsquery(${CONFIG}, :t${place})`).join(" || ");
  const rows = await selectRows<{ word: string }>(
    `SELECT word FROM unnest(ARRAY[:alike]) AS word WHERE to_tsvector(${CONFIG}, word) @@ (${asked})`,
    { alike, language, ...Object.fromEntries(single.map((text, place) => [`t${place}`, text])) },
    connection,
  );
  return new Set(rows.map(({ word }) => word));
};
