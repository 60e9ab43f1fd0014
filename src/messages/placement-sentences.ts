import type { Clause, Facet, Placement } from "../core/model/placement";
import type { Verdict } from "../core/placement/explain";
import { GONE, type Vocabulary } from "./vocabulary";
import { listed } from "./words";

/** A condition or an exception: what both have. */
interface Line {
  readonly clauses: readonly Clause[];
}

const PAGES_BY_ROLE: Readonly<Record<string, string>> = {
  front: "the front page",
  entry: "all entries",
  archive: "all archives",
  search: "search results",
  notFound: "the not-found page",
  account: "the page where visitors sign in",
};
const MEDIUM_NAMES: Readonly<Record<string, string>> = {
  text: "text",
  video: "video",
  pictures: "pictures",
  sound: "sound",
};

const archiveName = (value: string, words: Vocabulary): string => {
  const [type, ...rest] = value.split(":");
  const id = rest.join(":");
  switch (type) {
    case "any":
      return "any archive";
    case "authors":
      return "all archives of authors";
    case "dates":
      return "all archives of years and months";
    case "years":
      return "all archives of years";
    case "months":
      return "all archives of months";
    case "kind":
      return `the archive of ${words.kinds[id] ?? GONE}`;
    case "grouping":
      return `archives of ${words.groupings[id] ?? GONE}`;
    case "term":
      return `the archive of ${words.terms[id] ?? GONE}`;
    case "author":
      return `the archive of ${words.authors[id] ?? GONE}`;
    default:
      return `archives of ${id}`;
  }
};

/** Who looks, as one person: "someone signed in", "one of Members". */
export const describeAudience = (
  audience: string,
  levels: readonly { readonly key: string; readonly name: string }[],
): string => {
  if (audience === "signedOut") return "someone signed out";
  if (audience === "signedIn") return "someone signed in";
  return `one of ${levels.find(({ key }) => `level:${key}` === audience)?.name ?? GONE}`;
};

const accessName = (value: string, words: Vocabulary): string =>
  value === "public"
    ? "pages anyone can open"
    : value === "signedIn"
      ? "pages for people signed in"
      : `pages only ${words.levels[value.slice(6)] ?? GONE} can open`;

/** One value of a facet as pages: "the front page", "Sky notes", "pages about Eclipses". */
export const describeValue = (facet: Facet, value: string, words: Vocabulary): string => {
  switch (facet) {
    case "entry":
      return words.entries[value] ?? GONE;
    case "address":
      return `the page ${value}`;
    case "role":
      return PAGES_BY_ROLE[value] ?? GONE;
    case "term":
      return `pages about ${words.terms[value] ?? GONE}`;
    case "medium":
      return `entries in ${MEDIUM_NAMES[value] ?? GONE}`;
    case "author":
      return `entries by ${words.authors[value] ?? GONE}`;
    case "access":
      return accessName(value, words);
    case "childOf":
      return `pages right under ${words.entries[value] ?? GONE}`;
    case "under":
      return `pages under ${words.entries[value] ?? GONE}`;
    case "pathUnder":
      return `paths below ${value}`;
    case "archiveOf":
      return archiveName(value, words);
    case "page":
      return value === "first" ? "first pages of archives" : "later pages of archives";
    case "kind":
      return words.kinds[value] ?? GONE;
    case "ofKind":
      return words.kinds[value] ? `${words.kinds[value]} and their archive` : GONE;
  }
};

export const describeClause = (clause: Clause, words: Vocabulary): string => {
  const shown = clause.values.slice(0, 4).map((value) => describeValue(clause.facet, value, words));
  const more = clause.values.length - shown.length;
  return listed(more > 0 ? [...shown, `${more} more`] : shown, "or");
};

/** A condition after "Shows on": "every page", "Sky notes that are also pages about Eclipses". */
export const describeCondition = (condition: Line, words: Vocabulary): string => {
  if (condition.clauses.length === 0) return "every page";
  const others = condition.clauses.filter((clause) => !isAllEntries(clause));
  // beside a line that only holds on entries, "all entries" says no more than that the front page is not meant
  const saysLess = others.length > 0 && others.length < condition.clauses.length && others.some(isOnEntries);
  const said = saysLess ? others : condition.clauses;
  const text = said.map((clause) => describeClause(clause, words)).join(" that are also ");
  return saysLess ? `${text}, the front page aside` : text;
};

const isAllEntries = (clause: Clause): boolean =>
  clause.facet === "role" && clause.values.length === 1 && clause.values[0] === "entry";
const isOnEntries = (clause: Clause): boolean =>
  ["kind", "term", "medium", "author", "access", "childOf", "under", "entry"].includes(clause.facet);

/** What makes one page fit a clause: "it is under Visit". */
const asReason = (clause: Clause, words: Vocabulary): string => {
  const names = (of: (value: string) => string) => listed(clause.values.slice(0, 4).map(of), "or");
  switch (clause.facet) {
    case "entry":
    case "address":
      return "a line names exactly this page";
    case "role":
      return `it is ${names((value) => (value === "entry" ? "an entry" : value === "archive" ? "an archive" : (PAGES_BY_ROLE[value] ?? GONE)))}`;
    case "term":
      return `it is about ${names((value) => words.terms[value] ?? GONE)}`;
    case "medium":
      return `it speaks in ${names((value) => MEDIUM_NAMES[value] ?? GONE)}`;
    case "author":
      return `it is by ${names((value) => words.authors[value] ?? GONE)}`;
    case "access":
      return `it is one of the ${names((value) => accessName(value, words))}`;
    case "childOf":
      return `it is right under ${names((value) => words.entries[value] ?? GONE)}`;
    case "under":
      return `it is under ${names((value) => words.entries[value] ?? GONE)}`;
    case "pathUnder":
      return `its path begins with ${names((value) => value)}`;
    case "archiveOf":
      return `it is ${names((value) => archiveName(value, words))}`;
    case "page":
      return clause.values.includes("first")
        ? "it is the first page of an archive"
        : "it is a later page of an archive";
    case "kind":
      return `it belongs to ${names((value) => words.kinds[value] ?? GONE)}`;
    case "ofKind":
      return `it is one of ${names((value) => words.kinds[value] ?? GONE)} or their archive`;
  }
};

/** Why a condition holds at a page: "it is under Visit and it is about Eclipses"; "it asks for every page". */
export const describeReason = (condition: Line, words: Vocabulary): string =>
  condition.clauses.length === 0
    ? "it asks for every page"
    : listed(condition.clauses.map((clause) => asReason(clause, words)));

/** Where a part shows, on one line of a table. */
export const describePlacement = (placement: Placement, words: Vocabulary): string => {
  if (placement.conditions.length === 0) return "nowhere yet";
  const where = listed(
    placement.conditions.slice(0, 3).map((condition) => describeCondition(condition, words)),
  );
  const more = placement.conditions.length > 3 ? `, and ${placement.conditions.length - 3} more` : "";
  const not =
    placement.exceptions.length > 0
      ? `, not on ${listed(placement.exceptions.slice(0, 2).map((line) => describeCondition(line, words)))}`
      : "";
  return `${where}${more}${not}`;
};

/** What the nearest line asks for, and which part of it the page lacks if it has some of it. */
const describeMiss = (nearest: Line, failing: readonly Clause[], words: Vocabulary): string => {
  const asks = `asks for ${describeCondition(nearest, words)}`;
  if (failing.length === 0 || failing.length === nearest.clauses.length) return asks;
  return `${asks}; this page is not one of ${listed(failing.map((clause) => describeClause(clause, words)))}`;
};

/** What is wrong with a placement that is being edited, in a sentence; null if nothing is. */
export const placementIssue = ({ window, conditions, exceptions }: Placement): string | null => {
  if (window?.from && window.until && window.until <= window.from)
    return "It ends before it starts. Choose a later end.";
  if (conditions.length > 500 || exceptions.length > 500)
    return "More than 500 lines cannot be kept. Say what the pages have in common instead.";
  return null;
};

/** A rival's verdict in two parts: what it is, and the line that says why. */
export const describeVerdict = (
  verdict: Verdict,
  words: Vocabulary,
  badge: (part: string) => string,
): { readonly is: string; readonly because: string } => {
  switch (verdict.is) {
    case "chosen":
      return { is: "is this page's own choice", because: "chosen on this page only" };
    case "wins":
      return { is: "shows here", because: describeReason(verdict.condition, words) };
    case "chosenInstead":
      return {
        is: "would show here",
        because: `asks for ${describeCondition(verdict.condition, words)}, but this page chose for itself`,
      };
    case "lessNarrow":
      return {
        is: `is less narrow than ${badge(verdict.than)}`,
        because: `asks for ${describeCondition(verdict.condition, words)}`,
      };
    case "passedOver":
      return {
        is: `stands back for ${badge(verdict.by)}`,
        because: `asks for ${describeCondition(verdict.condition, words)}, but ${badge(verdict.by)} shows also over narrower parts`,
      };
    case "tiedLater":
      return {
        is: `is tied with ${badge(verdict.with)} and later in order`,
        because: `asks for ${describeCondition(verdict.condition, words)}`,
      };
    case "keptOff":
      return {
        is: "is kept off",
        because: `asks for ${describeCondition(verdict.condition, words)}, but not on ${describeCondition(verdict.exception, words)}`,
      };
    case "elsewhere":
      return {
        is: "is for other pages",
        because: verdict.nearest ? describeMiss(verdict.nearest, verdict.failing, words) : "",
      };
    case "nowhere":
      return { is: "shows nowhere yet", because: "no line says where" };
    case "otherAudience":
      return { is: "is for another audience", because: "" };
    case "outsideWindow":
      return { is: "is outside its dates", because: "" };
    case "paused":
      return { is: "is paused", because: "" };
    case "notPublished":
      return { is: "is not published yet", because: "only the draft has it" };
    case "inBin":
      return { is: "is in the bin", because: "" };
  }
};
