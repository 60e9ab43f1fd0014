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
