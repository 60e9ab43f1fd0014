import type { Address } from "../addresses/facts";
import type { Audience, Clause, Exception } from "../model/placement";
import type { CompiledCondition, CompiledPlacement } from "./compile";
import { FACET_RULES } from "./facets";

/** Who looks, and when. */
export interface View {
  readonly audience: Audience;
  /** ISO instant, UTC. */
  readonly at: string;
}

export const holds = (clause: Clause, page: Address): boolean => {
  const values = FACET_RULES[clause.facet].valuesAt(page);
  return values.length > 0 && clause.values.some((value) => values.includes(value));
};

export const holdsAll = (clauses: readonly Clause[], page: Address): boolean =>
  clauses.every((clause) => holds(clause, page));

/** The exception that keeps a placement off the page, if any. */
export const keepingOff = (placement: CompiledPlacement, page: Address): Exception | undefined =>
  placement.exceptions.find((exception) => holdsAll(exception.clauses, page));

/** A level implies signed in. */
export const audienceFits = (placement: CompiledPlacement, audience: Audience): boolean =>
  placement.audience === null ||
  placement.audience === audience ||
  (placement.audience === "signedIn" && audience !== "signedOut");

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
