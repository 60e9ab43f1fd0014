/**
 * A stylesheet in the pieces a frame keeps apart: the font faces it begins with, the values of the house style, and each
 * rule by itself, as written. Together they are the stylesheet.
 */
export interface Sheet {
  readonly faces: string;
  readonly values: string;
  readonly rules: readonly string[];
}

/** What is to be done to a sheet to make another one of it: what is not said stays. */
export interface SheetChange {
  readonly faces?: string;
  readonly values?: string;
  /** All of them anew. */
  readonly rules?: readonly string[];
  /** Some of them, by their places. */
  readonly changed?: readonly (readonly [place: number, rule: string])[];
}

/** Each rule of a stylesheet as written, with the space in front of it; rules inside others are a part of them. */
const rulesOf = (css: string): readonly string[] => {
  const found: string[] = [];
  let [depth, start] = [0, 0];
  for (const { 0: sign, index } of css.matchAll(/"(?:[^"\\]|\\.)*"|[{}]/g)) {
    if (sign === "{") depth += 1;
    if (sign !== "}") continue;
    depth -= 1;
    if (depth > 0) continue;
    found.push(css.slice(start, index + 1));
    start = index + 1;
  }
  const rest = css.slice(start);
  return rest.trim() === "" ? found : [...found, rest];
};

/** Cuts a stylesheet of the renderer: font faces, then the values as rules of `:root`, then all else. */
export const cutSheet = (css: string): Sheet => {
  const start = css.indexOf(":root{");
  if (start < 0) return { faces: "", values: "", rules: rulesOf(css) };
  const end = css.indexOf("}", start) + 1;
  return { faces: css.slice(0, start), values: css.slice(start, end), rules: rulesOf(css.slice(end)) };
};

/** What makes one sheet of another; all of it where there was none. Null where they are the same. */
export const sheetChange = (before: Sheet | null, after: Sheet): SheetChange | null => {
  const isLong = before?.rules.length !== after.rules.length;
  const changed = isLong
    ? []
    : after.rules.flatMap((rule, place) => (rule === before?.rules[place] ? [] : [[place, rule] as const]));
  const change = {
    ...(before?.faces === after.faces ? {} : { faces: after.faces }),
    ...(before?.values === after.values ? {} : { values: after.values }),
    ...(isLong ? { rules: after.rules } : {}),
    ...(changed.length > 0 ? { changed } : {}),
  };
  return Object.keys(change).length > 0 ? change : null;
};
