import { fail, type Issue, issue, type Outcome, succeed } from "../model/issue";

const RESERVED = /^(page|feed|search|robots\.txt|sitemap.*\.xml|_.*)$/;

/**
 * The one spelling of a path: NFC, one slash in front and behind, no empty or dot segments. Issues name what a person
 * must change: a reserved first segment, a character that cannot be in a path.
 */
export const canonicalPath = (input: string): Outcome<string> => {
  let decoded: string;
  try {
    decoded = decodeURIComponent(input);
  } catch {
    return fail(issue("path.encoding", [], { path: input }));
  }
  const segments = decoded
    .normalize("NFC")
    .split("/")
    .filter((segment) => segment !== "");
  if (segments.some((segment) => segment === "." || segment === ".."))
    return fail(issue("path.dots", [], { path: input }));
  // biome-ignore lint/suspicious/noControlCharactersInRegex: control characters are what is refused
  if (/[\u0000-\u001f\u007f?#\\]/.test(decoded)) return fail(issue("path.characters", [], { path: input }));
  return succeed(segments.length === 0 ? "/" : `/${segments.join("/")}/`);
};

/** The issue with an entry's path, if any: reserved first segments belong to the product. */
export const pathIssue = (path: string): Issue | undefined => {
  const first = path.split("/")[1] ?? "";
  return RESERVED.test(first) ? issue("path.reserved", [], { path, segment: first }) : undefined;
};

/** A path without its later-page part, and the page number: `/notes/page/3/` is page 3 of `/notes/`. */
export const splitPage = (path: string): { readonly stem: string; readonly page: number } => {
  const found = /^(.*\/)page\/([1-9]\d{0,5})\/$/.exec(path);
  return found ? { stem: found[1] as string, page: Number(found[2]) } : { stem: path, page: 1 };
};

/** The path of one page of an archive. */
export const pagePath = (stem: string, page: number): string => (page === 1 ? stem : `${stem}page/${page}/`);
