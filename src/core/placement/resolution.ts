import type { Address } from "../addresses/facts";
import { pagedListOf, pagesUnder } from "../archives/page-size";
import { findBody } from "../design/design";
import { wholeDesign } from "../design/pieces";
import { SLOTS, type Slot } from "../model/slot";
import { matchesOf } from "./columns";
import type { CompiledPlacement } from "./compile";
import { bestMatch, type View } from "./match";
import { collect, putBit } from "./page-sets";
import { type PartNumbers, partNumbersOf } from "./part-numbers";
import {
  type CompiledDesign,
  isEmptyOnPurpose,
  type PageAnswers,
  type Resolved,
  type SlotAnswer,
} from "./resolve";
import { type ChoiceMark, isAsking, rulesFor, type SlotColumn, slotColumn } from "./slot-columns";

/**
 * Every slot of every page of a design at one view. Pages are numbered as in the index; the page that stands for an
 * archive's later pages counts as many pages as there are, which may be none.
 */
export interface Resolution {
  readonly compiled: CompiledDesign;
  readonly view: View;
  readonly numbers: PartNumbers;
  readonly columns: Readonly<Record<Slot, SlotColumn>>;
  /** How many pages each page number stands for. */
  readonly weights: Uint16Array;
  /** All pages, later ones included. */
  readonly pageTotal: number;
}

type PagedLists = ReadonlyMap<number, ReturnType<typeof pagedListOf>>;
interface Weighed {
  readonly index: CompiledDesign["index"];
  readonly lists: PagedLists;
  readonly weights: Uint16Array;
  readonly pageTotal: number;
}
/** By what layouts show; later states of a design with the same layouts find it again. */
const weighed = new WeakMap<Uint32Array, Weighed>();

/** How many pages each page number stands for: page sizes are those of the layouts that win signed out. */
const weightsOf = (compiled: CompiledDesign, at: string): Weighed => {
  const { index } = compiled;
  const numbers = partNumbersOf(index);
  const { shown } = slotColumn(compiled, "layout", { audience: "signedOut", at });
  const found = weighed.get(shown);
  // a list may stand in a shared piece
  const whole = wholeDesign(compiled.design);
  const lists: PagedLists = new Map(
    [...new Set([...index.later.keys()].map((stem) => shown[stem] as number))].map((layout) => [
      layout,
      pagedListOf(findBody(whole, "part", numbers.idOf(layout) ?? "") ?? null),
    ]),
  );
  const isTimed = [...lists.values()].some((list) => list?.settings.upcoming || list?.settings.past);
  if (found && found.index === index && !isTimed && sameLists(found.lists, lists)) return found;
  const counts = [...index.later].map(([stem, later]): readonly [number, number] => {
    const list = lists.get(shown[stem] as number);
    return [later, Math.min(65535, pagesUnder(index, index.stems[stem] as Address, list?.settings, at) - 1)];
  });
  const pageTotal = counts.reduce((sum, [, more]) => sum + more, index.stems.length);
  const made = { index, lists, weights: weightsWith(index, counts), pageTotal };
  weighed.set(shown, made);
  return made;
};

/** The newest weights of pages that are numbered so. */
const newestWeights = new WeakMap<CompiledDesign["index"]["numbers"], Uint16Array>();

/** Each page counts once, but for the later pages that are told. Where they are as before, they are the same. */
const weightsWith = (
  { numbers, pages }: CompiledDesign["index"],
  later: readonly (readonly [number: number, more: number])[],
): Uint16Array => {
  const before = newestWeights.get(numbers);
  if (before && later.every(([number, more]) => before[number] === more)) return before;
  const weights = new Uint16Array(pages.length).fill(1);
  for (const [number, more] of later) weights[number] = more;
  newestWeights.set(numbers, weights);
  return weights;
};

const sameLists = (a: PagedLists, b: PagedLists): boolean =>
  a.size === b.size && [...b].every(([layout, list]) => a.has(layout) && a.get(layout) === list);

/** Resolves every slot of every page at a view; what an earlier question answered already is kept. */
export const resolveAll = (compiled: CompiledDesign, view: View): Resolution => {
  const columns = Object.fromEntries(
    SLOTS.map((slot) => [slot, slotColumn(compiled, slot, view)]),
  ) as unknown as Resolution["columns"];
  const { weights, pageTotal } = weightsOf(compiled, view.at);
  return {
    compiled,
    view,
    numbers: partNumbersOf(compiled.index),
    columns,
    weights,
    pageTotal,
  };
};

/** How many pages a part asks for at a view, whoever wins there. */
export const countAsked = (resolution: Resolution, part: string): number => {
  const { compiled, view, weights } = resolution;
  const placement = compiled.byPart.get(part);
  if (!placement || !isAsking(placement, view)) return 0;
  const rules = rulesFor(compiled, placement);
  const seen = rules.length > 1 ? new Uint8Array(weights.length) : null;
  let pages = 0;
  for (const rule of rules) {
    const matches = matchesOf(rule);
    for (let at = 0; at < matches.length; at += 1) {
      const number = matches[at] as number;
      if (seen) {
        if (seen[number] === 1) continue;
        seen[number] = 1;
      }
      pages += weights[number] as number;
    }
  }
  return pages;
};

/** The page numbers a part asks for at a view, ascending: where its placement holds, whoever wins there. */
export const askedBy = (
  compiled: CompiledDesign,
  placement: CompiledPlacement,
  view: View,
): readonly number[] => {
  if (!isAsking(placement, view)) return [];
  const [only, ...more] = rulesFor(compiled, placement);
  if (!only) return [];
  if (more.length === 0) return [...matchesOf(only)];
  const total = compiled.index.pages.length;
  const all = new Uint32Array((total + 31) >>> 5);
  for (const rule of [only, ...more]) for (const number of matchesOf(rule)) putBit(all, number);
  const pages = new Uint32Array(total);
  return [...pages.subarray(0, collect({ is: "bits", words: all, size: total }, pages))];
};

/** The part that shows in the slot of a page, or null. */
export const shownAt = (resolution: Resolution, slot: Slot, number: number): string | null =>
  resolution.numbers.idOf(resolution.columns[slot].shown[number] as number);

/** Other parts that ask as narrowly as the one that wins by rule, in order; none where the page chooses. */
export const tiedAt = (resolution: Resolution, slot: Slot, number: number): readonly string[] => {
  const { ruled, marks } = resolution.columns[slot];
  const mark = marks.get(number);
  if (mark && mark.is !== "unused") return [];
  return resolution.numbers
    .tied(ruled.tie[number] as number)
    .map((part) => resolution.numbers.idOf(part) as string);
};

/** The full answer for one slot of one page, the same as `resolveSlot` gives. */
export const answerAt = (resolution: Resolution, slot: Slot, number: number): SlotAnswer => {
  const { compiled, view, columns } = resolution;
  const mark = columns[slot].marks.get(number);
  const unusedChoice = mark?.is === "unused" ? mark.choice : null;
  return { resolved: resolvedAt(resolution, slot, number, mark, compiled, view), unusedChoice };
};

const resolvedAt = (
  resolution: Resolution,
  slot: Slot,
  number: number,
  mark: ChoiceMark | undefined,
  compiled: CompiledDesign,
  view: View,
): Resolved => {
  const part = shownAt(resolution, slot, number);
  if (mark?.is === "nothing") return { by: "choiceOfNothing" };
  if (part === null) return { by: "none" };
  if (mark?.is === "choice") return { by: "choice", part };
  const placement = compiled.byPart.get(part);
  const condition = placement && bestMatch(placement, compiled.index.pages[number] as Address, view);
  if (!condition) throw new Error(`resolution: expected ${part} to hold at page ${number}, got no condition`);
  const nothing = isEmptyOnPurpose(compiled, part);
  return { by: "rule", part, nothing, condition, tied: tiedAt(resolution, slot, number) };
};

/** All slots of one page. */
export const answersAt = (resolution: Resolution, number: number): PageAnswers =>
  Object.fromEntries(SLOTS.map((slot) => [slot, answerAt(resolution, slot, number)])) as PageAnswers;
