import { type NamedSetting, valueOptions } from "../../messages/values";

/** Which field each setting is edited with. Labels come from the words of fields unless one is given. */
export type Control =
  | { readonly type: "text" }
  | {
      readonly type: "number";
      readonly unit?: string;
      readonly max: number;
      readonly min?: number;
      readonly step?: number;
    }
  | { readonly type: "perWidth"; readonly unit?: string; readonly max: number; readonly min?: number }
  | { readonly type: "one"; readonly options: readonly (readonly [string, string])[] }
  | { readonly type: "many"; readonly options: readonly (readonly [string, string])[] }
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
  | { readonly type: "colour" }
  | { readonly type: "target" }
  | { readonly type: "targetOrNone" }
  | { readonly type: "moment" }
  | { readonly type: "audience" }
  | { readonly type: "kinds" }
  | { readonly type: "terms" };

export interface FieldSpec {
  readonly path: readonly string[];
  readonly control: Control;
  readonly label?: string;
  /** Shown only while another setting has a value. */
  readonly when?: readonly [path: readonly string[], value: unknown];
}

/** One of the values a setting has, or of those named. */
export const one = <Setting extends NamedSetting>(
  ...of: Parameters<typeof valueOptions<Setting>>
): Extract<Control, { type: "one" }> => ({ type: "one", options: valueOptions(...of) });

/** How what is in a cell or a list stands. */
export const direction = one("direction", ["row", "column"]);
