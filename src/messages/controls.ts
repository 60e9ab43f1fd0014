import { valueAt } from "../core/design/operations";
import type { BandPlace } from "../core/design/part";
import { sameValue } from "../core/model/canonical";
import { type NamedSetting, valueOptions } from "./values";

/** Which field each setting is edited with. Labels come from the words of fields unless one is given. */
export type Control =
  /** `empty`: what no words mean there. */
  | { readonly type: "text"; readonly empty?: string }
  | ({ readonly type: "number"; readonly step?: number } & NumberRange)
  | ({ readonly type: "perWidth" } & NumberRange)
  | { readonly type: "one"; readonly options: readonly (readonly [string, string])[] }
  /** `empty`: what none means there, where it is not none. */
  | {
      readonly type: "many";
      readonly options: readonly (readonly [string, string])[];
      readonly empty?: string;
    }
  /** One that every site has, among `options`, or one of the site's own. */
  | { readonly type: "textStyle"; readonly options: readonly (readonly [string, string])[] }
  | { readonly type: "sides" }
  | { readonly type: "switch" }
  | { readonly type: "count"; readonly options: readonly (readonly [number, string])[] }
  | { readonly type: "markdown" }
  | { readonly type: "menu" }
  | { readonly type: "piece" }
  | { readonly type: "menuButton" }
  | { readonly type: "picture" }
  | { readonly type: "pictures" }
  | { readonly type: "video" }
  /** The same few values, each once: which order they are in is what is set. */
  | { readonly type: "order"; readonly options: readonly (readonly [string, string])[] }
  /** `empty`: what no colour of its own means there, where it is not the house style's. */
  | { readonly type: "colour"; readonly empty?: string }
  | { readonly type: "target" }
  | { readonly type: "targetOrNone" }
  | { readonly type: "entry" }
  | { readonly type: "moment" }
  | { readonly type: "place" }
  | { readonly type: "audience" }
  | { readonly type: "kinds" }
  /** `empty`: what none means there, where it is not anything. */
  | { readonly type: "terms"; readonly empty?: string }
  | { readonly type: "authors" }
  | { readonly type: "grouping" }
  /** Entries one after the other, in the order they are put in. */
  | { readonly type: "entries" }
  | { readonly type: "ownField" };

interface NumberRange {
  readonly unit?: string;
  readonly max: number;
  readonly min?: number;
  /** A number that stands for none, and what that means. */
  readonly none?: readonly [number: number, means: string];
}

export interface FieldSpec {
  readonly path: readonly string[];
  readonly control: Control;
  readonly label?: string;
  /** Shown only while another setting has a value. */
  readonly when?: readonly [path: readonly string[], value: unknown];
  /** Not shown while another setting has a value: there is nothing for it to change. */
  readonly unless?: readonly [path: readonly string[], value: unknown];
  /** Not shown while all of one of these groups have these values. */
  readonly unlessAll?: readonly (readonly (readonly [path: readonly string[], value: unknown])[])[];
  /** Of a band: where it changes anything. */
  readonly where?: (place: BandPlace) => boolean;
  /** What it stands under among settings that are not the most used. */
  readonly group?: string;
}

/** What a setting is edited with, wherever it stands. */
export type Field = Omit<FieldSpec, "path">;

/** Whether a setting of a node has anything to change as the node is now, and where it stands. */
export const isOffered = (
  { when, unless, unlessAll, where }: FieldSpec,
  node: unknown,
  place?: BandPlace,
): boolean => {
  const has = ([path, value]: readonly [readonly string[], unknown]) => sameValue(valueAt(node, path), value);
  return (
    (!when || has(when)) &&
    (!unless || !has(unless)) &&
    !unlessAll?.some((all) => all.every(has)) &&
    (!where || !place || where(place))
  );
};

/** Settings that stand together under a name. */
export const grouped = (group: string, specs: readonly FieldSpec[]): readonly FieldSpec[] =>
  specs.map((spec) => ({ ...spec, group }));

/** One of the values a setting has, or of those named. */
export const one = <Setting extends NamedSetting>(
  ...of: Parameters<typeof valueOptions<Setting>>
): Extract<Control, { type: "one" }> => ({ type: "one", options: valueOptions(...of) });

/** A text style; `setting` says what none of its own is called. */
export const textStyleOf = (setting: "textStyle" | "type" | "nameStyle"): Control => ({
  type: "textStyle",
  options: valueOptions(setting),
});

/** How what is in a cell or a list stands. */
export const direction = one("direction", ["row", "column"]);
