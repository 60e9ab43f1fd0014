import type { Address, SiteIndex } from "../addresses/facts";
import { type Design, type DesignDocument, findBody, orderId, type PageChoice } from "../design/design";
import { isNothing, type Part } from "../design/part";
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

/** What a page chose for a slot: a part, or nothing. */
export type Choice = NonNullable<PageChoice["slots"][Slot]>;

/**
 * Resolution plus the choice that could not be honoured: its part is paused, in the bin, gone or made for another slot; or
 * it is to have no layout, which no page is without.
 */
export interface SlotAnswer {
  readonly resolved: Resolved;
  readonly unusedChoice: Choice | null;
}

/** A design made ready for questions: placements of the parts that are on, in order, per slot; what pages choose. */
export interface CompiledDesign {
  readonly design: Design;
  readonly index: SiteIndex;
  readonly placements: Readonly<Record<Slot, readonly CompiledPlacement[]>>;
  /** Placements of parts that are on, by part. */
  readonly byPart: ReadonlyMap<string, CompiledPlacement>;
  /** What pages choose for themselves, by identity. */
  readonly choices: Readonly<Record<Slot, ReadonlyMap<string, Choice>>>;
}

export const isActive = (part: Part | undefined): part is Part => part?.on === true && part.binnedAt === null;

const perSlot = <T>(make: (slot: Slot) => T): Readonly<Record<Slot, T>> =>
  Object.fromEntries(SLOTS.map((slot) => [slot, make(slot)])) as Record<Slot, T>;

/**
 * Compiles a design once; every question then reads the same data. With the compilation of an earlier state of the
 * design on the same pages, only what changed is compiled.
 */
export const compileDesign = (design: Design, index: SiteIndex, earlier?: CompiledDesign): CompiledDesign => {
  const changed = changedSlots(design, earlier);
  const parts = perSlot((): PartDocument[] => []);
  const choices = perSlot(() => new Map<string, Choice>());
  for (const document of design.values()) {
    if (document.kind === "part") {
      if (changed.has(document.body.slot)) parts[document.body.slot].push(document);
    } else if (document.kind === "choice")
      for (const slot of changed) {
        const value = document.body.slots[slot];
        if (value) choices[slot].set(document.body.identity, value);
      }
  }
  const keeps = (slot: Slot) =>
    earlier && !changed.has(slot) && hasSameDepths(earlier.index, index) ? earlier : undefined;
  const placements = perSlot(
    (slot) =>
      keeps(slot)?.placements[slot] ??
      inSlotOrder(design, slot, changed.has(slot) ? parts[slot] : partsOf(design, slot)).flatMap(
        ({ id, body }) => {
          if (!isActive(body)) return [];
          return [
            (earlier && earlierPlacement(earlier, id, body, index)) ??
              compilePlacement(id, body.placement, index),
          ];
        },
      ),
  );
  return {
    design,
    index,
    placements,
    byPart: new Map(SLOTS.flatMap((slot) => placements[slot].map((each) => [each.part, each] as const))),
    choices: perSlot((slot) => (changed.has(slot) || !earlier ? choices[slot] : earlier.choices[slot])),
  };
};

interface PartDocument {
  readonly id: string;
  readonly body: Part;
}

const partsOf = (design: Design, slot: Slot): readonly PartDocument[] =>
  [...design.values()].flatMap((document) =>
    document.kind === "part" && document.body.slot === slot ? [document] : [],
  );

/** The slots whose parts, order or choices differ from the earlier design; all without one. */
const changedSlots = (design: Design, earlier: CompiledDesign | undefined): ReadonlySet<Slot> => {
  if (!earlier) return new Set(SLOTS);
  const changed = new Set<Slot>();
  const note = (document: DesignDocument | undefined) => {
    if (document?.kind === "part" || document?.kind === "order") changed.add(document.body.slot);
    else if (document?.kind === "choice")
      for (const slot of SLOTS) if (document.body.slots[slot]) changed.add(slot);
  };
  for (const [id, document] of design) {
    const before = earlier.design.get(id);
    if (before === document) continue;
    note(before);
    note(document);
  }
  for (const [id, document] of earlier.design) if (!design.has(id)) note(document);
  return changed;
};

const hasSameDepths = (a: SiteIndex, b: SiteIndex): boolean =>
  a.termDepth === b.termDepth && a.entryDepth === b.entryDepth;

/** Depths do not change while terms and the tree of entries stay, so placements outlive changes of facts. */
const earlierPlacement = (earlier: CompiledDesign, id: string, body: Part, index: SiteIndex) => {
  const known = earlier.byPart.get(id);
  return known &&
    hasSameDepths(earlier.index, index) &&
    findBody(earlier.design, "part", id)?.placement === body.placement
    ? known
    : undefined;
};

/** What the order document says first, then parts it does not know, by number. */
const inSlotOrder = (design: Design, slot: Slot, parts: readonly PartDocument[]) => {
  const place = new Map(
    (findBody(design, "order", orderId(slot))?.parts ?? []).map((id, position) => [id, position]),
  );
  const after = place.size;
  return [...parts].sort(
    (a, b) =>
      (place.get(a.id) ?? after) - (place.get(b.id) ?? after) ||
      a.body.number - b.body.number ||
      (a.id < b.id ? -1 : 1),
  );
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

/** What a page chose for a slot, unless rules must decide: then which choice could not be honoured, if any. */
export const choiceAt = (
  compiled: CompiledDesign,
  slot: Slot,
  identity: string,
): { readonly resolved: Resolved | null; readonly unused: Choice | null } => {
  const choice = compiled.choices[slot].get(identity);
  if (choice === undefined) return { resolved: null, unused: null };
  if (choice === "nothing")
    return slot === "layout"
      ? { resolved: null, unused: choice }
      : { resolved: { by: "choiceOfNothing" }, unused: null };
  const part = findBody(compiled.design, "part", choice.part);
  return isActive(part) && part.slot === slot
    ? { resolved: { by: "choice", part: choice.part }, unused: null }
    : { resolved: null, unused: choice };
};

/** What fills a slot at (page, audience, instant): the page's own choice, else the narrowest part, else nothing. */
export const resolveSlot = (compiled: CompiledDesign, slot: Slot, page: Address, view: View): SlotAnswer => {
  const choice = choiceAt(compiled, slot, page.identity);
  if (choice.resolved) return { resolved: choice.resolved, unusedChoice: null };
  const [best, ...rest] = candidatesFor(compiled, slot, page, view);
  if (!best) return { resolved: { by: "none" }, unusedChoice: choice.unused };
  const tied = rest
    .filter((rival) => rival.condition.rank === best.condition.rank)
    .map((rival) => rival.part);
  return {
    resolved: {
      by: "rule",
      part: best.part,
      nothing: isEmptyOnPurpose(compiled, best.part),
      condition: best.condition,
      tied,
    },
    unusedChoice: choice.unused,
  };
};

export const isEmptyOnPurpose = (compiled: CompiledDesign, id: string): boolean => {
  const part = findBody(compiled.design, "part", id);
  return part !== undefined && isNothing(part);
};

export type PageAnswers = Readonly<Record<Slot, SlotAnswer>>;

export const resolvePage = (compiled: CompiledDesign, page: Address, view: View): PageAnswers =>
  perSlot((slot) => resolveSlot(compiled, slot, page, view));

/** The id of the part that draws the slot, or null for nothing. */
export const partOf = (answer: SlotAnswer): string | null =>
  answer.resolved.by === "choice" || answer.resolved.by === "rule" ? answer.resolved.part : null;
