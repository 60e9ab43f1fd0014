import type { Address, SiteIndex } from "../addresses/facts";
import { choiceId, type Design, findBody, orderedParts } from "../model/design";
import { isNothing, type Part } from "../model/part";
import { SLOTS, type Slot } from "../model/slot";
import {
  type CompiledCondition,
  type CompiledPlacement,
  compareSpecificity,
  compilePlacement,
} from "./compile";
import { bestMatch, type View } from "./match";

/** What fills one slot of one page, and what made it so. */
export type Resolved =
  | { readonly by: "choice"; readonly part: string }
  | { readonly by: "choiceOfNothing" }
  | {
      readonly by: "rule";
      readonly part: string;
      /** The part has no bands: empty on purpose. */
      readonly nothing: boolean;
      readonly condition: CompiledCondition;
      /** Other parts that ask equally narrowly, in order. */
      readonly tied: readonly string[];
    }
  | { readonly by: "none" };

/** Resolution plus the choice that could not be honoured: its part is paused, in the bin or gone. */
export interface SlotAnswer {
  readonly resolved: Resolved;
  readonly unusedChoice: string | null;
}

/** A design made ready for questions: placements of the parts that are on, in order, per slot. */
export interface CompiledDesign {
  readonly design: Design;
  readonly index: SiteIndex;
  readonly placements: Readonly<Record<Slot, readonly CompiledPlacement[]>>;
}

export const isActive = (part: Part | undefined): part is Part => part?.on === true && part.binnedAt === null;

/** Compiles a design once; a question about one page is then a walk over its slot's placements. */
export const compileDesign = (design: Design, index: SiteIndex): CompiledDesign => {
  const ofSlot = (slot: Slot) =>
    orderedParts(design, slot).flatMap((id) => {
      const part = findBody(design, "part", id);
      return isActive(part) ? [compilePlacement(id, part.placement, index)] : [];
    });
  return {
    design,
    index,
    placements: Object.fromEntries(
      SLOTS.map((slot) => [slot, ofSlot(slot)]),
    ) as unknown as CompiledDesign["placements"],
  };
};

interface Candidate {
  readonly part: string;
  readonly condition: CompiledCondition;
}

/** Every part that asks for the page, narrowest first; equals in the order of the slot. */
export const candidatesFor = (
  compiled: CompiledDesign,
  slot: Slot,
  page: Address,
  view: View,
): readonly Candidate[] =>
  compiled.placements[slot]
    .flatMap((placement) => {
      const condition = bestMatch(placement, page, view);
      return condition ? [{ part: placement.part, condition }] : [];
    })
    .sort((a, b) => compareSpecificity(a.condition.specificity, b.condition.specificity));

/** What fills a slot at (page, audience, instant): the page's own choice, else the narrowest part, else nothing. */
export const resolveSlot = (compiled: CompiledDesign, slot: Slot, page: Address, view: View): SlotAnswer => {
  const choice = findBody(compiled.design, "choice", choiceId(page.identity))?.slots[slot];
  if (choice === "nothing" && slot !== "layout")
    return { resolved: { by: "choiceOfNothing" }, unusedChoice: null };
  if (choice && choice !== "nothing" && isActive(findBody(compiled.design, "part", choice.part)))
    return { resolved: { by: "choice", part: choice.part }, unusedChoice: null };
  const unusedChoice = choice && choice !== "nothing" ? choice.part : null;

  const [best, ...rest] = candidatesFor(compiled, slot, page, view);
  if (!best) return { resolved: { by: "none" }, unusedChoice };
  const tied = rest
    .filter((rival) => compareSpecificity(rival.condition.specificity, best.condition.specificity) === 0)
    .map((rival) => rival.part);
  const part = findBody(compiled.design, "part", best.part);
  const nothing = part !== undefined && isNothing(part);
  return {
    resolved: { by: "rule", part: best.part, nothing, condition: best.condition, tied },
    unusedChoice,
  };
};

export type PageAnswers = Readonly<Record<Slot, SlotAnswer>>;

export const resolvePage = (compiled: CompiledDesign, page: Address, view: View): PageAnswers =>
  Object.fromEntries(SLOTS.map((slot) => [slot, resolveSlot(compiled, slot, page, view)])) as PageAnswers;

/** The id of the part that draws the slot, or null for nothing. */
export const partOf = (answer: SlotAnswer): string | null =>
  answer.resolved.by === "choice" || answer.resolved.by === "rule" ? answer.resolved.part : null;
