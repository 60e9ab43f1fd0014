import type { Address, SiteIndex } from "../addresses/facts";
import { isStanding } from "../model/identity";
import type { Clause, Condition } from "../model/placement";
import { eachPage, hasPage } from "./page-sets";
import { setsOf } from "./site-sets";

/**
 * Lines for pages: what could be said so that it holds on exactly these, now and where it can for those that come. What
 * pages have in common ("notes", "pages under Visit") is said before their names.
 */

/** More names than this no line holds. */
const MOST_VALUES = 500;

interface Asked {
  /** Page numbers. */
  readonly numbers: readonly number[];
  readonly index: SiteIndex;
  /** How many pages each number stands for; those that stand for none are nobody's concern. Each for one, if it is not told. */
  readonly weights?: Uint16Array | undefined;
}

/**
 * The ways to say exactly these pages, the most telling first: in one line or two by what they have in common (entries
 * and archives need a line each), then by their names.
 */
export const linesFor = (asked: Asked): readonly (readonly Condition[])[] => {
  const { numbers, index } = asked;
  const chosen = new Set(numbers);
  if (numbers.length === 0) return [];
  if (numbers.length >= index.stems.length && index.stems.every((_, number) => chosen.has(number)))
    return [[{ clauses: [] }]];
  const named = namingLine(asked);
  const names = named ? [[named]] : [];
  if (numbers.length === 1) return names;
  const common = commonLine(asked);
  if (common) return [[common], ...names];
  const sorts = [true, false].map((isEntry) =>
    numbers.filter((number) => ((index.pages[number] as Address).entry !== null) === isEntry),
  );
  if (sorts.some((sort) => sort.length === 0)) return names;
  const each = sorts.map((sort) => commonLine({ ...asked, numbers: sort }));
  if (each.every((line) => line !== null)) return [each as readonly Condition[], ...names];
  if (named) return names;
  const mixed = sorts.map((sort, at) => each[at] ?? namingLine({ ...asked, numbers: sort }));
  return mixed.every((line) => line !== null) ? [mixed as readonly Condition[]] : [];
};

/** A line by what all the pages have in common and no others have. */
const commonLine = ({ numbers, index, weights }: Asked): Condition | null => {
  const sets = setsOf(index);
  const chosen = new Set(numbers);
  const isNobody = (number: number) => weights?.[number] === 0;
  const wanted = numbers.filter((number) => !isNobody(number)).length;
  const holdsOnJust = (clauses: readonly Clause[]): boolean => {
    const [first, second] = clauses.map((clause) => sets.of(clause));
    if (!first || first.size < wanted) return false;
    let held = 0;
    let others = false;
    eachPage(first, (number) => {
      if ((second && !hasPage(second, number)) || isNobody(number)) return;
      if (chosen.has(number)) held += 1;
      else others = true;
    });
    return !others && held === wanted;
  };
  const first = index.pages[numbers[0] ?? -1];
  const clauses = first && commonClauses(first).find(holdsOnJust);
  return clauses ? { clauses: [...clauses] } : null;
};

/** What lines could say of a page and its like, the usual first. */
const commonClauses = (page: Address): readonly (readonly Clause[])[] => {
  const one = (facet: Clause["facet"], value: string): readonly Clause[] => [{ facet, values: [value] }];
  // a kind holds on the front page too if that is one of its entries; the role keeps it out and counts nothing
  const kind = page.kind === null ? [] : [one("kind", page.kind)];
  const whole = page.entry ? page.kind : page.archiveOf?.of === "kind" ? page.archiveOf.id : null;
  return [
    ...kind,
    ...kind.map((clauses) => [...clauses, ...one("role", "entry")]),
    ...page.terms.map((term) => one("term", term)),
    ...page.ancestors.slice(0, 1).map((parent) => one("childOf", parent)),
    ...page.ancestors.map((ancestor) => one("under", ancestor)),
    ...(page.entry ? [one("access", page.access)] : []),
    ...(page.author === null ? [] : [one("author", page.author)]),
    ...(page.medium === null ? [] : [one("medium", page.medium)]),
    ...(page.role === "entry" ? [one("role", "entry")] : []),
    ...ownArchive(page).map((value) => one("archiveOf", value)),
    ...(page.archiveOf ? [one("role", "archive"), one("archiveOf", "any"), one("page", "later")] : []),
    ...(whole === null ? [] : [one("ofKind", whole)]),
  ];
};

/** What an archive is of, the narrowest first. */
const ownArchive = ({ archiveOf }: Address): readonly string[] => {
  switch (archiveOf?.of) {
    case "kind":
      return [`kind:${archiveOf.id}`];
    case "term":
      return [`term:${archiveOf.id}`, `grouping:${archiveOf.grouping}`];
    case "author":
      return [`author:${archiveOf.id}`, "authors"];
    case "date":
      return archiveOf.period.length === 4
        ? [`year:${archiveOf.period}`, "years", "dates"]
        : [`month:${archiveOf.period}`, "months", "dates"];
    default:
      return [];
  }
};

/** A line that names the pages. Naming an archive names its later pages too, unless it says which. */
const namingLine = ({ numbers, index, weights }: Asked): Condition | null => {
  if (numbers.length === 0 || numbers.length > MOST_VALUES) return null;
  const chosen = new Set(numbers);
  const pages = numbers.map((number) => index.pages[number] as Address);
  const paths = [...new Set(pages.map((page) => page.path))];
  const stems = pages.filter((page) => page.pageNumber === 1);
  if (stems.length === 0) return { clauses: [{ facet: "address", values: paths }, later] };
  if (pages.every((page) => page.role === "entry"))
    return { clauses: [{ facet: "entry", values: pages.map((page) => page.entry?.id as string) }] };
  if (pages.every((page) => page.role === "front" || isStanding(page.role)))
    return { clauses: [{ facet: "role", values: [...new Set(pages.map((page) => page.role))] }] };
  const identities = new Set(stems.map((page) => page.identity));
  if (pages.some((page) => page.pageNumber > 1 && !identities.has(page.identity))) return null;
  const laterOf = (page: Address) => index.later.get(index.numbers.get(page.identity) as number);
  const open = stems.filter((page) => {
    const number = laterOf(page);
    return number !== undefined && !chosen.has(number) && weights?.[number] !== 0;
  });
  if (open.length === 0) return { clauses: [{ facet: "address", values: paths }] };
  // "first page" holds on archives alone, and on all of them or none
  const isPlain = stems.length === pages.length && stems.every((page) => page.archiveOf !== null);
  return isPlain ? { clauses: [{ facet: "address", values: paths }, firstPage] } : null;
};

const later: Clause = { facet: "page", values: ["later"] };
const firstPage: Clause = { facet: "page", values: ["first"] };
