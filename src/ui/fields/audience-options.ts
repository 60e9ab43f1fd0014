import type { Options } from "./ChoiceInput";

/** Who something may be for, everyone first. */
export const audienceOptions = (
  levels: readonly { readonly key: string; readonly name: string }[],
): Options => [
  ["", "anyone"],
  ["signedOut", "people signed out"],
  ["signedIn", "people signed in"],
  ...levels.map((level) => [`level:${level.key}`, level.name] as const),
];
