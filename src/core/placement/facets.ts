import type { Address, SiteIndex } from "../addresses/facts";
import { isStanding, STANDING } from "../model/identity";
import type { Facet } from "../model/placement";

/**
 * The registry of facets: what values a page carries for each, how a clause on it counts, and how deep a value lies.
 * A facet is added by adding a key.
 */
export interface FacetRule {
  /** The values that hold at the page; matching is membership. */
  readonly valuesAt: (page: Address) => readonly string[];
  readonly countsAs: (values: readonly string[]) => "name" | "trait" | "class";
  readonly depthOf: (value: string, index: SiteIndex) => number;
  /** A clause on it holds on entries only, or on archives only, so that the matching role adds nothing. */
  readonly implies?: "entry" | "archive";
}

const NAMED_ROLES = new Set<string>(["front", ...STANDING]);
const none: readonly string[] = [];
const onEntries = (page: Address, values: readonly string[]): readonly string[] =>
  page.entry ? values : none;
const one = (value: string | null): readonly string[] => (value === null ? none : [value]);

/** Every leading run of whole segments of a path, itself included, `/` first. */
const leadingPaths = (path: string): readonly string[] => {
  const segments = path.split("/").filter((segment) => segment !== "");
  return ["/", ...segments.map((_, index) => `/${segments.slice(0, index + 1).join("/")}/`)];
};

const archiveValues = (page: Address): readonly string[] => {
  const archive = page.archiveOf;
  if (!archive) return none;
  switch (archive.of) {
    case "kind":
      return ["any", `kind:${archive.id}`];
    case "term":
      return ["any", `grouping:${archive.grouping}`, `term:${archive.id}`];
    case "author":
      return ["any", "authors", `author:${archive.id}`];
    case "date":
      return archive.period.length === 4
        ? ["any", "dates", "years", `year:${archive.period}`]
        : ["any", "dates", "months", `month:${archive.period}`];
  }
};

const archiveDepth = (value: string, index: SiteIndex): number => {
  const [type, ...rest] = value.split(":");
  switch (type) {
    case "any":
    case "grouping":
    case "authors":
    case "dates":
      return 0;
    case "term":
      return 1 + (index.termDepth.get(rest.join(":")) ?? 0);
    // narrower than all years, or all months
    case "year":
    case "month":
      return 2;
    default:
      return 1;
  }
};

export const FACET_RULES: Readonly<Record<Facet, FacetRule>> = {
  entry: {
    valuesAt: (page) => one(page.entry?.id ?? null),
    countsAs: () => "name",
    depthOf: () => 0,
    implies: "entry",
  },
  address: { valuesAt: (page) => [page.path], countsAs: () => "name", depthOf: () => 0 },
  role: {
    valuesAt: (page) => [page.role],
    // a mixed clause is as narrow as its widest value
    countsAs: (values) => (values.every((value) => NAMED_ROLES.has(value)) ? "name" : "class"),
    depthOf: () => 0,
  },
  term: {
    valuesAt: (page) => onEntries(page, page.terms),
    countsAs: () => "trait",
    depthOf: (value, index) => 1 + (index.termDepth.get(value) ?? 0),
    implies: "entry",
  },
  medium: {
    valuesAt: (page) => onEntries(page, one(page.medium)),
    countsAs: () => "trait",
    depthOf: () => 0,
    implies: "entry",
  },
  author: {
    valuesAt: (page) => onEntries(page, one(page.author)),
    countsAs: () => "trait",
    depthOf: () => 0,
    implies: "entry",
  },
  access: {
    valuesAt: (page) => onEntries(page, [page.access]),
    countsAs: () => "trait",
    depthOf: () => 0,
    implies: "entry",
  },
  childOf: {
    valuesAt: (page) => onEntries(page, page.ancestors.slice(0, 1)),
    countsAs: () => "trait",
    depthOf: (value, index) => 2 * (1 + (index.entryDepth.get(value) ?? 0)) + 1,
    implies: "entry",
  },
  under: {
    valuesAt: (page) => onEntries(page, page.ancestors),
    countsAs: () => "trait",
    depthOf: (value, index) => 2 * (1 + (index.entryDepth.get(value) ?? 0)),
    implies: "entry",
  },
  pathUnder: {
    valuesAt: (page) => (isStanding(page.role) ? none : leadingPaths(page.path)),
    countsAs: () => "trait",
    depthOf: (value) => value.split("/").filter((segment) => segment !== "").length,
  },
  archiveOf: {
    valuesAt: archiveValues,
    countsAs: () => "trait",
    depthOf: archiveDepth,
    implies: "archive",
  },
  page: {
    valuesAt: (page) => (page.archiveOf ? [page.pageNumber === 1 ? "first" : "later"] : none),
    countsAs: () => "trait",
    depthOf: () => 0,
    implies: "archive",
  },
  kind: {
    valuesAt: (page) => onEntries(page, one(page.kind)),
    countsAs: () => "class",
    depthOf: () => 1,
    implies: "entry",
  },
  // the entries of a kind and its archive: narrower than all entries (0), less narrow than the kind's alone (1)
  ofKind: {
    valuesAt: ({ entry, kind, archiveOf }) =>
      one(entry ? kind : archiveOf?.of === "kind" ? archiveOf.id : null),
    countsAs: () => "class",
    depthOf: () => 0.5,
  },
};
