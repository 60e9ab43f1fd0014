import bidiFactory from "bidi-js";

/**
 * A text cut as a browser cuts it before it is shaped: where the direction changes (Unicode Bidirectional Algorithm,
 * UAX 9, by bidi-js) and where the script does (UAX 24: what belongs to no script goes with what stands before it).
 */
export interface Stretch {
  readonly text: string;
  readonly isRightToLeft: boolean;
}

const bidi = bidiFactory();
/** Letters that are written from right to left, and marks that turn the direction. */
const TURNS = /[\u0590-\u08ff\u200f\u202b\u202e\u2067\ufb1d-\ufdff\ufe70-\ufefc]/;

const SCRIPTS = [
  /\p{Script=Latin}/u,
  /\p{Script=Greek}/u,
  /\p{Script=Cyrillic}/u,
  /\p{Script=Hebrew}/u,
  /\p{Script=Arabic}/u,
  /\p{Script=Armenian}/u,
];
/** A number for the script of a letter; -1 for what belongs to none, or to any. */
const scriptOf = (letter: string): number => {
  // ASCII letters are by far the most
  if (letter < "\u0080") return /[A-Za-z]/.test(letter) ? 0 : -1;
  if (/[\p{Script=Common}\p{Script=Inherited}]/u.test(letter)) return -1;
  const found = SCRIPTS.findIndex((script) => script.test(letter));
  return found === -1 ? SCRIPTS.length : found;
};

/** The stretches of a text in the order it is read, each in one script and one direction. */
export const stretchesOf = (text: string): readonly Stretch[] => {
  const levels = TURNS.test(text) ? bidi.getEmbeddingLevels(text, "ltr").levels : null;
  const found: { text: string; isRightToLeft: boolean }[] = [];
  let script = -1;
  let at = 0;
  for (const letter of text) {
    const isRightToLeft = levels !== null && ((levels[at] as number) & 1) === 1;
    const own = scriptOf(letter);
    const last = found.at(-1);
    const isSame = own === -1 || script === -1 || own === script;
    if (last && isSame && last.isRightToLeft === isRightToLeft) last.text += letter;
    else {
      found.push({ text: letter, isRightToLeft });
      script = -1;
    }
    if (own !== -1) script = own;
    at += letter.length;
  }
  return found;
};
