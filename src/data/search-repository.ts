import type { Access } from "../core/model/content";
import { type Connection, selectRows } from "./database";

/** Search in a site's entries: by words of its language, by beginnings of words, and by letters anywhere. */

/** What is looked for, when, and which texts whoever asks may read. */
export interface Search {
  readonly query: string;
  /** Of the site: `en`, `de-AT`. */
  readonly language: string;
  readonly at: string;
  readonly readable: readonly Access[];
}

const MOST_FOUND = 100;
const MOST_WORDS = 8;

/** What is looked through of an entry as letters: as the index has it. */
const HEADING = `lower((title || ' ' || summary) COLLATE "und-x-icu")`;

/** Whether an index of three letters narrows what a word is looked for in; words of other scripts are short and whole. */
const isIndexed = (word: string): boolean => [...word].length >= 3;
const isOtherScript = (word: string): boolean => /[^\p{Script=Latin}\p{Script=Common}]/u.test(word);

interface Found {
  readonly id: string;
  readonly title: string;
  readonly inTitle: boolean;
}

/**
 * Ids of published entries that have every word, in the site's language or as letters anywhere; those with the first word
 * in the title first, whole words before letters. At most 100. Of what the asker may not read only title and summary are
 * looked through: whether a word is found must not tell what a text says.
 */
export const searchEntries = async (
  site: string,
  search: Search,
  connection: Connection,
): Promise<readonly string[]> => {
  const words = search.query
    .toLowerCase()
    .split(/\s+/)
    .filter((word) => word !== "")
    .slice(0, MOST_WORDS);
  if (words.length === 0) return [];
  const whole = await findWords(site, words, search, connection);
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

/** Entries that have the words as words; the last one may be the beginning of one. */
const findWords = async (
  site: string,
  words: readonly string[],
  { at, readable, language }: Search,
  connection: Connection,
): Promise<readonly Found[]> => {
  // of what is typed only letters and digits are words to it: nothing else has a meaning there
  const terms = words.flatMap((word) => word.match(/[\p{L}\p{N}\p{M}]+/gu) ?? []);
  const last = terms.at(-1);
  if (last === undefined) return [];
  // the language is told, not looked up: only what is the same for all rows can be looked for in an index
  const config = "search_language(:language)";
  const asked = `(plainto_tsquery(${config}, :terms)
    || (plainto_tsquery(${config}, :before) && to_tsquery('simple', :begins)))`;
  // all words are those of the text and those all may read: one index is looked into for everyone
  return selectRows<Found>(
    `SELECT id, title,
       (open_words @@ to_tsquery(${config}, :first) OR ${HEADING_TITLE} LIKE :pattern) AS "inTitle"
     FROM entry
     WHERE ${PUBLISHED} AND all_words @@ ${asked} AND (access IN (:readable) OR open_words @@ ${asked})
     ORDER BY 3 DESC, title, id LIMIT ${MOST_FOUND}`,
    {
      site,
      at,
      readable,
      language,
      terms: terms.join(" "),
      before: terms.slice(0, -1).join(" "),
      begins: `${last}:*`,
      // of weight A: what the title says
      first: `${terms[0]}:A`,
      pattern: patternOf(words[0] as string),
    },
    connection,
  );
};
const HEADING_TITLE = `lower(title COLLATE "und-x-icu")`;

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
    `${HEADING} LIKE :p${place}`,
    `(access IN (:readable) AND words LIKE :p${place})`,
  ]);
  // one word is looked for in one index after the other: in both at once each that is found is read twice
  const [only = []] = ways;
  const asked = ways.length === 1 ? only : [ways.map((each) => `(${each.join(" OR ")})`).join(" AND ")];
  const each = asked.map(
    (condition) => `(SELECT id, title, (${HEADING_TITLE} LIKE :p0) AS "inTitle" FROM entry
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
