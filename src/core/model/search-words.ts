/** What one searches for, as it is typed, and as it is looked for. */

/** Words that stand anywhere, or that stand beside one another as they are written. */
export interface SearchTerm {
  readonly text: string;
  readonly isPhrase: boolean;
}

/** A search looks for so many entries; what there may be beyond them it does not tell. */
export const MOST_FOUND = 100;

/** More of them narrow nothing that anybody reads. */
const MOST_TERMS = 8;
const ACCENTS = /[\u0300-\u036f]/g;

/** Small letters without accents: combining marks of what is taken apart (Unicode Standard Annex #15, NFD). */
export const lettersOf = (text: string): string =>
  text.toLowerCase().normalize("NFD").replace(ACCENTS, "").normalize("NFC");

/**
 * The words and phrases of what is typed, without accents, at most eight: what stands in quotation marks is a phrase.
 * A mark without its second one is none; what is in quotes twice is looked for once.
 */
export const searchTerms = (query: string): readonly SearchTerm[] => {
  const terms: SearchTerm[] = [];
  const put = (text: string, isPhrase: boolean) => {
    if (text !== "" && !terms.some((each) => each.text === text && each.isPhrase === isPhrase))
      terms.push({ text, isPhrase });
  };
  const asTyped = lettersOf(query).replace(/[“”„«»]/g, '"');
  for (const [, phrase, words = ""] of asTyped.matchAll(/"([^"]*)"|([^"]+|")/g))
    if (phrase === undefined)
      for (const word of words.split(/\s+/)) put(word === '"' ? "" : word.replaceAll('"', ""), false);
    else put(phrase.trim().replace(/\s+/g, " "), /\s/.test(phrase.trim()));
  return terms.slice(0, MOST_TERMS);
};
