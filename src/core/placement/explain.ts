import type { Address } from "../addresses/facts";
import { findBody, orderedParts } from "../design/design";
import type { Clause, Exception } from "../model/placement";
import type { Slot } from "../model/slot";
import { type CompiledCondition, type CompiledPlacement, compareSpecificity } from "./compile";
import { audienceFits, bestMatch, holds, holdsAll, keepingOff, type View, windowOpen } from "./match";
import { type CompiledDesign, candidatesFor, isActive, resolveSlot, type SlotAnswer } from "./resolve";

/** Why a part does or does not fill the slot of a page. */
export type Verdict =
  | { readonly is: "chosen" }
  | { readonly is: "wins"; readonly condition: CompiledCondition }
  | { readonly is: "chosenInstead"; readonly condition: CompiledCondition }
  | { readonly is: "lessNarrow"; readonly condition: CompiledCondition; readonly than: string }
  /** As narrow or narrower, but the other shows also over narrower parts. */
  | { readonly is: "passedOver"; readonly condition: CompiledCondition; readonly by: string }
  | { readonly is: "tiedLater"; readonly condition: CompiledCondition; readonly with: string }
  | { readonly is: "keptOff"; readonly condition: CompiledCondition; readonly exception: Exception }
  | {
      readonly is: "elsewhere";
      readonly nearest: CompiledCondition | null;
      readonly failing: readonly Clause[];
    }
  | { readonly is: "nowhere" }
  | { readonly is: "otherAudience" }
  | { readonly is: "outsideWindow" }
  | { readonly is: "paused" }
  /** Only the draft has it. */
  | { readonly is: "notPublished" }
  | { readonly is: "inBin" };

export interface Explanation {
  readonly slot: Slot;
  readonly answer: SlotAnswer;
  /** Parts that ask as narrowly or more narrowly than the winner and stand back because it shows also over narrower ones. */
  readonly over: readonly string[];
  /** The winner first, then rivals from the nearest to the farthest. */
  readonly rows: readonly { readonly part: string; readonly verdict: Verdict }[];
}

const RANK: Readonly<Record<Verdict["is"], number>> = {
  chosen: 0,
  wins: 1,
  chosenInstead: 2,
  tiedLater: 3,
  keptOff: 4,
  passedOver: 5,
  lessNarrow: 6,
  outsideWindow: 7,
  otherAudience: 8,
  elsewhere: 9,
  nowhere: 10,
  paused: 11,
  notPublished: 12,
  inBin: 13,
};

/** The condition that misses the page by least: fewest failing clauses, then narrowest, then first. */
const nearest = (placement: CompiledPlacement, page: Address) => {
  const failing = (condition: CompiledCondition) =>
    condition.clauses.filter((clause) => !holds(clause, page));
  const [best] = placement.conditions
    .map((condition) => ({ condition, failing: failing(condition) }))
    .sort(
      (a, b) =>
        a.failing.length - b.failing.length ||
        compareSpecificity(a.condition.specificity, b.condition.specificity) ||
        a.condition.index - b.condition.index,
    );
  return best;
};

/** Whether a condition only stands back because the one that wins is also over narrower ones. */
const isPassedOver = ({ specificity }: CompiledCondition, winner: CompiledCondition): boolean => {
  const [over, ...narrowness] = specificity;
  const [winnerOver, ...winnerNarrowness] = winner.specificity;
  return over < winnerOver && compareSpecificity([0, ...narrowness], [0, ...winnerNarrowness]) <= 0;
};

/**
 * Parts that ask for a page as narrowly or more narrowly than the one that wins there, and stand back because that one
 * shows also over narrower parts.
 */
export const passedOverAt = (
  compiled: CompiledDesign,
  slot: Slot,
  page: Address,
  view: View,
  { resolved }: SlotAnswer,
): readonly string[] =>
  resolved.by !== "rule" || resolved.condition.specificity[0] === 0
    ? []
    : candidatesFor(compiled, slot, page, view)
        .filter(
          ({ part, condition }) => part !== resolved.part && isPassedOver(condition, resolved.condition),
        )
        .map(({ part }) => part);

const verdictOf = (
  part: string,
  slot: Slot,
  page: Address,
  view: View,
  compiled: CompiledDesign,
  answer: SlotAnswer,
): Verdict => {
  const body = findBody(compiled.design, "part", part);
  const { resolved } = answer;
  if (!body || body.binnedAt !== null) return { is: "inBin" };
  if (!isActive(body)) return { is: "paused" };
  if (resolved.by === "choice" && resolved.part === part) return { is: "chosen" };
  const placement = compiled.byPart.get(part) as CompiledPlacement;
  if (placement.conditions.length === 0) return { is: "nowhere" };
  const match = bestMatch(placement, page, view);
  if (match) {
    if (resolved.by === "choice" || resolved.by === "choiceOfNothing")
      return { is: "chosenInstead", condition: match };
    if (resolved.by !== "rule")
      throw new Error(`explain: expected ${slot} to be resolved by rule, got ${resolved.by}`);
    if (resolved.part === part) return { is: "wins", condition: match };
    if (resolved.tied.includes(part)) return { is: "tiedLater", condition: match, with: resolved.part };
    return isPassedOver(match, resolved.condition)
      ? { is: "passedOver", condition: match, by: resolved.part }
      : { is: "lessNarrow", condition: match, than: resolved.part };
  }
  const asking = placement.conditions.find((condition) => holdsAll(condition.clauses, page));
  if (!asking) {
    const miss = nearest(placement, page);
    return { is: "elsewhere", nearest: miss?.condition ?? null, failing: miss?.failing ?? [] };
  }
  const exception = keepingOff(placement, page);
  if (exception) return { is: "keptOff", condition: asking, exception };
  return audienceFits(placement, view.audience) && !windowOpen(placement, view.at)
    ? { is: "outsideWindow" }
    : { is: "otherAudience" };
};

/** Every part of the slot with its verdict at one page. Reads the same compiled data as `resolveSlot`. */
export const explainSlot = (compiled: CompiledDesign, slot: Slot, page: Address, view: View): Explanation => {
  const answer = resolveSlot(compiled, slot, page, view);
  const rows = orderedParts(compiled.design, slot)
    .map((part) => ({ part, verdict: verdictOf(part, slot, page, view, compiled, answer) }))
    .filter((row) => row.verdict.is !== "inBin")
    .sort((a, b) => RANK[a.verdict.is] - RANK[b.verdict.is] || narrower(a.verdict, b.verdict));
  return { slot, answer, over: passedOverAt(compiled, slot, page, view, answer), rows };
};

const narrower = (a: Verdict, b: Verdict): number =>
  "condition" in a && "condition" in b
    ? compareSpecificity(a.condition.specificity, b.condition.specificity)
    : 0;
