import LineBreaker from "linebreak";

/**
 * Where a line may end: Unicode Line Breaking (UAX 14), and what Chromium does otherwise between two ASCII characters,
 * for which it has a table of its own (looked up in Chromium 150 pair by pair; `e2e/lines.spec.ts` does it again).
 */
const LETTERS = "#&*0123456789=>@ABCDEFGHIJKLMNOPQRSTUVWXYZ^_`abcdefghijklmnopqrstuvwxyz~";
const OPENING = "(<[{";

const holds = new Map<string, string>([
  ["!", `${LETTERS}$%+\\`],
  ["/", `${LETTERS}$%+\\(<[{`],
  ["|", `${LETTERS}$%+\\`],
  ["}", LETTERS],
  ["-", "$"],
  ...[..."$%+,.:;\\"].map((before) => [before, "$%+\\"] as const),
]);

const breaks = new Map<string, string>([
  ...[...'"#%&*+=>\\~'].map((before) => [before, OPENING] as const),
  ...[..."),.:;]"].map((before) => [before, "<"] as const),
  ["-", `"'-|`],
  ["?", "-|"],
]);

const isWordlike = (letter: string): boolean => /^[\p{L}#&*<=>@^_`~]$/u.test(letter);
const isDigit = (letter: string): boolean => /^[0-9]$/.test(letter);

/** Whether a line may end between two letters, as Chromium has it; undefined where it asks UAX 14. `earlier` stands before the first. */
const ownRule = (earlier: string, before: string, after: string): boolean | undefined => {
  // a minus belongs to its number, a hyphen between words does not
  if (before === "-" && isDigit(after)) return /^[0-9A-Za-z]$/.test(earlier);
  // a dash that begins a word stays with it (UAX 14, LB20a, newer than the table the library was made of)
  const isFirst = earlier === "" || earlier === " ";
  if (
    isFirst &&
    (before === "–" ? isWordlike(after) : before === "-" && after > "\u007f" && isWordlike(after))
  )
    return false;
  if (holds.get(before)?.includes(after)) return false;
  return breaks.get(before)?.includes(after) ? true : undefined;
};

const lineEnds = (text: string): readonly number[] => {
  const ends = new Set<number>();
  const breaker = new LineBreaker(text);
  for (let next = breaker.nextBreak(); next; next = breaker.nextBreak()) ends.add(next.position);
  for (let at = 1; at < text.length; at += 1) {
    const rule = ownRule(text[at - 2] ?? "", text[at - 1] as string, text[at] as string);
    if (rule === true) ends.add(at);
    if (rule === false) ends.delete(at);
  }
  return [...ends].sort((a, b) => a - b);
};

const MOST_KEPT = 5000;
const cutTexts = new Map<string, readonly string[]>();

/** A text cut where a line may end. */
export const piecesOf = (text: string): readonly string[] => {
  const known = cutTexts.get(text);
  if (known) return known;
  if (cutTexts.size >= MOST_KEPT) cutTexts.clear();
  let from = 0;
  const pieces = lineEnds(text).map((end) => {
    const piece = text.slice(from, end);
    from = end;
    return piece;
  });
  cutTexts.set(text, pieces);
  return pieces;
};
