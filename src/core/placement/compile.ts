import type { SiteIndex } from "../addresses/facts";
import { canonicalJson } from "../model/canonical";
import type { Clause, Condition, Exception, Facet, Placement } from "../model/placement";
import { FACET_RULES } from "./facets";

/**
 * Placements are compiled to plain data that both `resolve` and `explain` read.
 *
 * Specificity of a match is (over, names, traits, classes, depth), compared from the left. It mirrors the ranking of
 * selectors (W3C Selectors Level 4 §17 "Calculating a selector's specificity"; `over` stands for a cascade layer, CSS
 * Cascade 5 §6.4.4) with one more place, depth, that tells values of one facet apart: a sub-topic is narrower than its
 * topic. A clause with several values is as deep as its shallowest value, for it can hold through that one. Identical
 * clauses count once. `role: entry` next to a clause that only holds on entries says nothing and counts nothing.
 * Exceptions add nothing: they say where not, not how much.
 */
export type Specificity = readonly [
  over: number,
  names: number,
  traits: number,
  classes: number,
  depth: number,
];

export interface CompiledCondition {
  /** Place in the placement's own list, for naming it. */
  readonly index: number;
  readonly clauses: readonly Clause[];
  readonly specificity: Specificity;
  /** The specificity as one number: greater is narrower. */
  readonly rank: number;
}

export interface CompiledPlacement {
  readonly part: string;
  readonly conditions: readonly CompiledCondition[];
  readonly exceptions: readonly Exception[];
  readonly audience: Placement["audience"];
  readonly window: Placement["window"];
}

/** Negative if a is narrower than b, positive if less narrow, 0 if equally narrow. */
export const compareSpecificity = (a: Specificity, b: Specificity): number => {
  for (let place = 0; place < a.length; place += 1) {
    const difference = (b[place] as number) - (a[place] as number);
    if (difference !== 0) return difference;
  }
  return 0;
};

/** Room for each place of a specificity in its rank; a condition has at most 20 clauses. */
const PLACES = { names: 32, traits: 32, classes: 32, depth: 2 ** 24 };

/** One number that orders specificities as `compareSpecificity` does, greater for narrower. Zero is below all. */
export const rankOf = ([over, names, traits, classes, depth]: Specificity): number =>
  (((over * PLACES.names + names) * PLACES.traits + traits) * PLACES.classes + classes) * PLACES.depth +
  Math.min(depth, PLACES.depth - 2) +
  1;

const normalised = (clause: Clause): string =>
  canonicalJson({ ...clause, values: [...new Set(clause.values)].sort() });

/** The clauses that count: each once, without a role that another clause implies. */
export const countedClauses = (clauses: readonly Clause[]): readonly Clause[] => {
  const once = [...new Map(clauses.map((clause) => [normalised(clause), clause])).values()];
  const implied = new Set(once.map((clause) => FACET_RULES[clause.facet].implies));
  return once.filter(
    (clause) =>
      // one of several is enough for a role to hold: it says nothing where another clause implies one of them
      clause.facet !== "role" || !clause.values.some((value) => implied.has(value as "entry" | "archive")),
  );
};

export const depthOfClause = (clause: Clause, index: SiteIndex): number =>
  Math.min(...clause.values.map((value) => FACET_RULES[clause.facet].depthOf(value, index)));

/** How narrow one condition of a placement is. */
export const specificityOf = (condition: Condition, placement: Placement, index: SiteIndex): Specificity => {
  const counted = countedClauses(condition.clauses);
  const count = (type: "name" | "trait" | "class") =>
    counted.filter((clause) => FACET_RULES[clause.facet].countsAs(clause.values) === type).length;
  const extraTraits = (placement.audience ? 1 : 0) + (placement.window ? 1 : 0);
  const audienceDepth = placement.audience?.startsWith("level:") ? 1 : 0;
  const depth = counted.reduce((sum, clause) => sum + depthOfClause(clause, index), audienceDepth);
  return [placement.over ? 1 : 0, count("name"), count("trait") + extraTraits, count("class"), depth];
};

/** Compiles one part's placement against a site. Conditions come out narrowest first. */
export const compilePlacement = (
  part: string,
  placement: Placement,
  index: SiteIndex,
): CompiledPlacement => ({
  part,
  conditions: placement.conditions
    .map((condition, position) => {
      const specificity = specificityOf(condition, placement, index);
      return { index: position, clauses: condition.clauses, specificity, rank: rankOf(specificity) };
    })
    .sort((a, b) => b.rank - a.rank || a.index - b.index),
  exceptions: placement.exceptions,
  audience: placement.audience,
  window: placement.window,
});

/** The values a clause names that this site does not have: the clause holds nowhere through them. */
export const missingValues = (clause: Clause, index: SiteIndex): readonly string[] => {
  const known = KNOWN[clause.facet];
  return known ? clause.values.filter((value) => !known(value, index)) : [];
};

const archiveKnown = (value: string, index: SiteIndex): boolean => {
  const [type, ...rest] = value.split(":");
  const id = rest.join(":");
  switch (type) {
    case "kind":
      return index.facts.kinds.some((kind) => kind.id === id);
    case "grouping":
      return index.facts.groupings.some((grouping) => grouping.id === id);
    case "term":
      return index.terms.has(id);
    case "author":
      return index.facts.authors.some((author) => author.id === id);
    default:
      return true;
  }
};

const entryKnown = (value: string, index: SiteIndex) => index.entryIds.has(value);

const kindKnown = (value: string, index: SiteIndex) => index.facts.kinds.some(({ id }) => id === value);

const KNOWN: Partial<Record<Facet, (value: string, index: SiteIndex) => boolean>> = {
  entry: entryKnown,
  childOf: entryKnown,
  under: entryKnown,
  term: (value, index) => index.terms.has(value),
  author: (value, index) => index.facts.authors.some((author) => author.id === value),
  kind: kindKnown,
  ofKind: kindKnown,
  archiveOf: archiveKnown,
  access: (value, index) =>
    !value.startsWith("level:") ||
    index.facts.settings.levels.some((level) => `level:${level.key}` === value),
};
