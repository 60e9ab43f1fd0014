import type { Audience } from "./placement";

/** Where visitors of a site sign in, and see their account. */
export const ACCOUNT_PATH = "/_account/";

/** The setting that says what the link to it says to who looks. */
export const accountWords = (audience: Audience): "signIn" | "signedIn" =>
  audience === "signedOut" ? "signIn" : "signedIn";

/** What the link to it says to who looks. */
export const accountLabel = (
  words: { readonly signIn: string; readonly signedIn: string },
  audience: Audience,
): string => words[accountWords(audience)];

/** What the page says where visitors sign in, and where they see who they are. */
export type AccountState = {
  /** The path they came from, to lead back to. */
  readonly back: string;
} & (
  | { readonly is: "signedOut"; readonly problem: "wrong" | "tooMany" | null; readonly email: string }
  | { readonly is: "signedIn"; readonly name: string; readonly email: string; readonly level: string }
);
