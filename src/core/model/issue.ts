import type { IssueCode } from "./issue-codes";

/** Something wrong with a person's data: a code, where it is, and what the sentence needs. Sentences live in `messages`. */
export interface Issue {
  readonly code: IssueCode;
  readonly path: readonly (string | number)[];
  readonly params?: Readonly<Record<string, string | number>>;
}

/** The answer of an operation that may fail on a person's data. */
export type Outcome<T> =
  | { readonly ok: true; readonly value: T }
  | { readonly ok: false; readonly issues: readonly Issue[] };

export const succeed = <T>(value: T): Outcome<T> => ({ ok: true, value });
export const fail = (
  ...issues: readonly Issue[]
): { readonly ok: false; readonly issues: readonly Issue[] } => ({
  ok: false,
  issues,
});
export const issue = (
  code: IssueCode,
  path: readonly (string | number)[] = [],
  params?: Readonly<Record<string, string | number>>,
): Issue => (params ? { code, path, params } : { code, path });
