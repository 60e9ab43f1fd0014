import type { Address } from "../addresses/facts";
import { type Audience, type Clause, type Exception, type Facet, isFor } from "../model/placement";
import type { CompiledCondition, CompiledPlacement } from "./compile";
import { FACET_RULES } from "./facets";

/** Who looks, and when. */
export interface View {
  readonly audience: Audience;
  /** ISO instant, UTC. */
  readonly at: string;
}

/** One page is mostly asked about by many clauses in a row: its values are worked out once. */
let lastPage: Address | undefined;
let lastValues: Partial<Record<Facet, readonly string[]>> = {};

const valuesAt = (facet: Facet, page: Address): readonly string[] => {
  if (page !== lastPage) {
    lastPage = page;
    lastValues = {};
  }
  const found = lastValues[facet];
  if (found) return found;
  const made = FACET_RULES[facet].valuesAt(page);
  lastValues[facet] = made;
  return made;
};

export const holds = (clause: Clause, page: Address): boolean => {
  const values = valuesAt(clause.facet, page);
  if (values.length === 0) return false;
  for (const value of clause.values) if (values.includes(value)) return true;
  return false;
};

export const holdsAll = (clauses: readonly Clause[], page: Address): boolean =>
  clauses.every((clause) => holds(clause, page));

/** The exception that keeps a placement off the page, if any. */
export const keepingOff = (placement: CompiledPlacement, page: Address): Exception | undefined =>
  placement.exceptions.find((exception) => holdsAll(exception.clauses, page));

/** A level implies signed in. */
export const audienceFits = (placement: CompiledPlacement, audience: Audience): boolean =>
  isFor(placement.audience, audience);

export const windowOpen = (placement: CompiledPlacement, at: string): boolean =>
  placement.window === null ||
  ((placement.window.from === null || placement.window.from <= at) &&
    (placement.window.until === null || at < placement.window.until));

/** The narrowest condition that holds at the page, exceptions, audience and window considered. */
export const bestMatch = (
  placement: CompiledPlacement,
  page: Address,
  view: View,
): CompiledCondition | undefined => {
  if (!audienceFits(placement, view.audience) || !windowOpen(placement, view.at)) return undefined;
  const found = placement.conditions.find((condition) => holdsAll(condition.clauses, page));
  return found && !keepingOff(placement, page) ? found : undefined;
};
