import type { Audience } from "./placement";

/** Where visitors of a site sign in, and see their account. */
export const ACCOUNT_PATH = "/_account/";

/** What the link to it says to who looks. */
export const accountLabel = (
  words: { readonly signIn: string; readonly signedIn: string },
  audience: Audience,
): string => (audience === "signedOut" ? words.signIn : words.signedIn);
