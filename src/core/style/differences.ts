import { STYLE_ID } from "../design/design";
import type { Operation } from "../design/operations";
import { sameValue } from "../model/canonical";
import type { OwnTextStyle, StyleValues } from "../model/house-style";

/** One value in which two styles differ: `palette brass`, `type h1 size`, `buttons filled ground` … */
export interface StyleDifference {
  readonly path: readonly string[];
  readonly before: unknown;
  readonly after: unknown;
}

const isPlain = (value: unknown): value is Record<string, unknown> =>
  value !== null && typeof value === "object" && !Array.isArray(value);

const compare = (before: unknown, after: unknown, path: readonly string[]): readonly StyleDifference[] => {
  if (sameValue(before, after)) return [];
  if (!isPlain(before) || !isPlain(after)) return [{ path, before, after }];
  const keys = [...new Set([...Object.keys(before), ...Object.keys(after)])];
  return keys.flatMap((key) => compare(before[key], after[key], [...path, key]));
};

/** Palettes are compared colour by colour, by id; their order counts for nothing. */
const byId = ({ palette }: StyleValues): Record<string, unknown> =>
  Object.fromEntries(palette.map((colour) => [colour.id, colour]));

/** What differs, value by value, in the order the screen shows them. A colour that is only in one is one difference; text styles the other lacks stay. */
export const styleDifferences = (before: StyleValues, after: StyleValues): readonly StyleDifference[] => [
  ...compareColours(byId(before), byId(after)),
  ...compare(
    { ...before, palette: null, textStyles: null },
    { ...after, palette: null, textStyles: null },
    [],
  ),
  ...after.textStyles.flatMap((own) => {
    const mine = before.textStyles.find(({ id }) => id === own.id);
    return sameValue(mine, own) ? [] : [{ path: ["textStyles", own.id], before: mine, after: own }];
  }),
];

const compareColours = (
  before: Record<string, unknown>,
  after: Record<string, unknown>,
): readonly StyleDifference[] =>
  [...new Set([...Object.keys(before), ...Object.keys(after)])].flatMap((id) =>
    sameValue(before[id], after[id]) ? [] : [{ path: ["palette", id], before: before[id], after: after[id] }],
  );

/** `values` with one difference taken over from the other style. */
export const withDifference = (values: StyleValues, { path, after }: StyleDifference): StyleValues => {
  if (path[0] === "textStyles")
    return { ...values, textStyles: withStyles(values.textStyles, [after as OwnTextStyle]) };
  if (path[0] === "palette") {
    const id = path[1];
    const others = values.palette.filter((colour) => colour.id !== id);
    const at = values.palette.findIndex((colour) => colour.id === id);
    const taken = after as StyleValues["palette"][number] | undefined;
    const place = at === -1 ? others.length : at;
    return { ...values, palette: taken ? others.toSpliced(place, 0, taken) : others };
  }
  const set = (value: unknown, steps: readonly string[]): unknown => {
    const [step, ...rest] = steps;
    if (step === undefined) return after;
    return { ...(value as object), [step]: set((value as Record<string, unknown>)[step], rest) };
  };
  return set(values, path) as StyleValues;
};

/** Text styles with others beside or instead of those of the same id: none is taken away, for blocks may wear it. */
const withStyles = (mine: readonly OwnTextStyle[], others: readonly OwnTextStyle[]): OwnTextStyle[] => [
  ...mine.map((own) => others.find(({ id }) => id === own.id) ?? own),
  ...others.filter(({ id }) => !mine.some((own) => own.id === id)),
];

/** The operations that make a style's values those of another; nothing for what is the same. */
export const takeOver = (before: StyleValues, after: StyleValues): readonly Operation[] =>
  (Object.keys(after) as (keyof StyleValues)[]).flatMap((key) => {
    const value =
      key === "textStyles" ? withStyles(before.textStyles, after.textStyles) : (after[key] as unknown);
    return sameValue(before[key], value)
      ? []
      : [{ op: "set", id: STYLE_ID, path: [key], value, was: before[key] }];
  });
