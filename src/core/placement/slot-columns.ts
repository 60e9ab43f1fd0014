import { type Address, findEntry, type SiteIndex } from "../addresses/facts";
import { carryGlances } from "../addresses/nearest";
import { withChangedEntry } from "../addresses/stems";
import { carryLists } from "../archives/lists";
import type { EntryFacts } from "../model/content";
import { entryIdentity } from "../model/identity";
import type { Slot } from "../model/slot";
import {
  type Asking,
  type Column,
  changesSince,
  noteChanges,
  type Rule,
  rulesOf,
  settleAll,
  sortRules,
  updateColumn,
  updatePage,
} from "./columns";
import type { CompiledPlacement } from "./compile";
import { audienceFits, bestMatch, type View, windowOpen } from "./match";
import { carryNumbers, partNumbersOf } from "./part-numbers";
import { type Choice, type CompiledDesign, choiceAt, compileDesign } from "./resolve";
import { carrySets, type SiteSets, setsOf } from "./site-sets";

/**
 * Slots settled for all pages and kept: by the design, and by which parts ask at a view. A design that follows another
 * is settled by what differs. Questions about pages are asked in `resolution`.
 */

/** A page's own choice for a slot, as far as it differs from what rules give. */
export type ChoiceMark =
  | { readonly is: "choice" }
  | { readonly is: "nothing" }
  | { readonly is: "unused"; readonly choice: Choice };

/** What fills one slot of every page: by page number the number of the part, 0 for nothing. */
export interface SlotColumn {
  readonly ruled: Column;
  readonly shown: Uint32Array;
  readonly marks: ReadonlyMap<number, ChoiceMark>;
}

interface Engine {
  /** An earlier state of the design whose columns spare settling everything again. */
  earlier: CompiledDesign | undefined;
  readonly columns: Map<string, Column>;
  readonly rules: Map<string, readonly Rule[]>;
  readonly overlays: Map<Column, SlotColumn>;
}
const engines = new WeakMap<CompiledDesign, Engine>();
const ruleCaches = new WeakMap<SiteSets, WeakMap<CompiledPlacement, readonly Rule[]>>();

const engineOf = (compiled: CompiledDesign): Engine => {
  const found = engines.get(compiled);
  if (found) return found;
  const made: Engine = {
    earlier: undefined,
    columns: new Map(),
    rules: new Map(),
    overlays: new Map(),
  };
  engines.set(compiled, made);
  return made;
};

/**
 * Lets a design be resolved by what differs from an earlier state that is resolved already. The answers are the same
 * without; only the work is less.
 */
export const follow = (compiled: CompiledDesign, earlier: CompiledDesign): CompiledDesign => {
  const before = engineOf(earlier);
  // one step back at most, so that no chain of old states is kept
  if (before.columns.size > 0) before.earlier = undefined;
  engineOf(compiled).earlier = before.columns.size > 0 ? earlier : before.earlier;
  return compiled;
};

export const isAsking = (placement: CompiledPlacement, view: View): boolean =>
  audienceFits(placement, view.audience) && windowOpen(placement, view.at);

/** Views that leave out the same parts see the same; most sites have one key per slot. */
const columnKey = (compiled: CompiledDesign, slot: Slot, view: View): string =>
  `${slot} ${choosy(compiled.placements[slot])
    .filter((placement) => !isAsking(placement, view))
    .map(({ part }) => part)
    .join(" ")}`;

const knownChoosy = new WeakMap<readonly CompiledPlacement[], readonly CompiledPlacement[]>();

/** The few placements that do not ask at every view. */
const choosy = (placements: readonly CompiledPlacement[]): readonly CompiledPlacement[] => {
  const found =
    knownChoosy.get(placements) ??
    placements.filter(({ audience, window }) => audience !== null || window !== null);
  knownChoosy.set(placements, found);
  return found;
};

export const rulesFor = (compiled: CompiledDesign, placement: CompiledPlacement): readonly Rule[] => {
  const sets = setsOf(compiled.index);
  const cache = ruleCaches.get(sets) ?? new WeakMap<CompiledPlacement, readonly Rule[]>();
  ruleCaches.set(sets, cache);
  const found = cache.get(placement);
  if (found) return found;
  const made = rulesOf(placement, partNumbersOf(compiled.index).numberOf(placement.part), sets);
  cache.set(placement, made);
  return made;
};

const askingAt = (compiled: CompiledDesign, slot: Slot, view: View): readonly CompiledPlacement[] =>
  compiled.placements[slot].filter((placement) => isAsking(placement, view));

const orderOf = (compiled: CompiledDesign, slot: Slot): ReadonlyMap<number, number> => {
  const numbers = partNumbersOf(compiled.index);
  return new Map(compiled.placements[slot].map(({ part }, place) => [numbers.numberOf(part), place]));
};

const sortedRules = (compiled: CompiledDesign, slot: Slot, view: View, key: string): readonly Rule[] => {
  const { rules } = engineOf(compiled);
  const found = rules.get(key);
  if (found) return found;
  const all = askingAt(compiled, slot, view).flatMap((placement) => rulesFor(compiled, placement));
  const made = sortRules(all, orderOf(compiled, slot));
  rules.set(key, made);
  return made;
};

/** What the rules of a slot give every page at a view. */
export const ruledColumn = (compiled: CompiledDesign, slot: Slot, view: View): Column => {
  const engine = engineOf(compiled);
  const key = columnKey(compiled, slot, view);
  const found = engine.columns.get(key);
  if (found) return found;
  const made = followed(compiled, slot, view, key, engine.earlier) ?? settled(compiled, slot, view, key);
  engine.columns.set(key, made);
  return made;
};

const settled = (compiled: CompiledDesign, slot: Slot, view: View, key: string): Column =>
  settleAll(
    sortedRules(compiled, slot, view, key),
    compiled.index.pages.length,
    partNumbersOf(compiled.index),
  );

/** The column of the earlier state, brought up to date; undefined if there is none to begin with. */
const followed = (
  compiled: CompiledDesign,
  slot: Slot,
  view: View,
  key: string,
  earlier: CompiledDesign | undefined,
): Column | undefined => {
  const old = earlier && engineOf(earlier).columns.get(columnKey(earlier, slot, view));
  if (!old || earlier.index.numbers !== compiled.index.numbers) return undefined;
  const numbers = partNumbersOf(compiled.index);
  const rules = () => sortedRules(compiled, slot, view, key);
  const column =
    earlier.index === compiled.index
      ? old
      : changedPages(earlier, compiled).reduce(
          (sum, number) => updatePage(sum, number, askingFor(compiled, slot, view, number), numbers),
          old,
        );
  if (compiled.placements[slot] === earlier.placements[slot]) return column;
  const before = new Map(askingAt(earlier, slot, view).map((placement) => [placement.part, placement]));
  const after = askingAt(compiled, slot, view);
  const changes = after.flatMap((placement) => {
    const was = before.get(placement.part);
    before.delete(placement.part);
    if (was === placement) return [];
    return [
      {
        part: numbers.numberOf(placement.part),
        before: was ? rulesFor(compiled, was) : [],
        after: rulesFor(compiled, placement),
      },
    ];
  });
  for (const [part, was] of before)
    changes.push({ part: numbers.numberOf(part), before: rulesFor(compiled, was), after: [] });
  const orderChanged = !keepsOrder(compiled.placements[slot], earlier.placements[slot]);
  if (changes.length === 0 && !orderChanged) return column;
  // so much is new that settling everything is less work
  if (changes.length > 8 && changes.length * 4 > after.length) return undefined;
  return updateColumn(column, changes, {
    rules,
    orderOf: new Map([...orderOf(earlier, slot), ...orderOf(compiled, slot)]),
    orderChanged,
    numbers,
  });
};

/** For an index made of another by changing one page: which, so that nobody needs to look. */
const changedFrom = new WeakMap<
  CompiledDesign["index"],
  { readonly from: CompiledDesign["index"]; readonly number: number }
>();

const changedPages = (earlier: CompiledDesign, compiled: CompiledDesign): readonly number[] => {
  const noted = changedFrom.get(compiled.index);
  if (noted?.from === earlier.index) return [noted.number];
  const [old, now] = [earlier.index.pages, compiled.index.pages];
  const changed: number[] = [];
  for (let number = 0; number < now.length; number += 1)
    if (now[number] !== old[number]) changed.push(number);
  return changed;
};

/** The parts that ask for one page, in the order of the slot. */
const askingFor = (compiled: CompiledDesign, slot: Slot, view: View, number: number): readonly Asking[] => {
  const page = compiled.index.pages[number] as Address;
  const numbers = partNumbersOf(compiled.index);
  return compiled.placements[slot].flatMap((placement): Asking[] => {
    const found = bestMatch(placement, page, view);
    return found ? [{ part: numbers.numberOf(placement.part), rank: found.rank }] : [];
  });
};

const keepsOrder = (after: readonly CompiledPlacement[], before: readonly CompiledPlacement[]): boolean => {
  const place = new Map(before.map(({ part }, position) => [part, position]));
  let last = -1;
  for (const { part } of after) {
    const position = place.get(part);
    if (position === undefined) continue;
    if (position < last) return false;
    last = position;
  }
  return true;
};

/** One slot of all pages at a view, with what pages choose for themselves. */
export const slotColumn = (compiled: CompiledDesign, slot: Slot, view: View): SlotColumn => {
  const engine = engineOf(compiled);
  const ruled = ruledColumn(compiled, slot, view);
  const found = engine.overlays.get(ruled);
  if (found) return found;
  const made = earlierOverlay(compiled, slot, ruled) ?? withChoices(compiled, slot, ruled);
  engine.overlays.set(ruled, made);
  return made;
};

/** Where neither parts nor choices of a slot changed, the same lies over what rules give. */
const earlierOverlay = (compiled: CompiledDesign, slot: Slot, ruled: Column): SlotColumn | undefined => {
  const { earlier } = engineOf(compiled);
  if (
    !earlier ||
    earlier.index.numbers !== compiled.index.numbers ||
    earlier.choices[slot] !== compiled.choices[slot] ||
    earlier.placements[slot] !== compiled.placements[slot]
  )
    return undefined;
  const { overlays } = engineOf(earlier);
  const same = overlays.get(ruled);
  if (same) return same;
  for (const overlay of overlays.values()) {
    const numbers = changesSince(overlay.ruled.part, ruled.part);
    if (numbers) return overlayOn(ruled, overlay, numbers);
  }
  return undefined;
};

/** An overlay on what rules give now, which is another on some pages only. */
const overlayOn = (
  ruled: Column,
  { shown: old, marks }: SlotColumn,
  numbers: readonly number[],
): SlotColumn => {
  if (marks.size === 0) return { ruled, shown: ruled.part, marks };
  if (numbers.length === 0) return { ruled, shown: old, marks };
  const shown = old.slice();
  for (const number of numbers) {
    const mark = marks.get(number);
    if (!mark || mark.is === "unused") shown[number] = ruled.part[number] as number;
  }
  noteChanges(shown, old, numbers);
  return { ruled, shown, marks };
};

const withChoices = (compiled: CompiledDesign, slot: Slot, ruled: Column): SlotColumn => {
  const { index } = compiled;
  const marks = new Map<number, ChoiceMark>();
  const shown = compiled.choices[slot].size === 0 ? ruled.part : ruled.part.slice();
  for (const identity of compiled.choices[slot].keys()) {
    const number = index.numbers.get(identity);
    if (number === undefined) continue;
    const { resolved, unused } = choiceAt(compiled, slot, identity);
    const later = index.later.get(number);
    for (const page of later === undefined ? [number] : [number, later]) {
      if (resolved?.by === "choice") {
        shown[page] = partNumbersOf(index).numberOf(resolved.part);
        marks.set(page, { is: "choice" });
      } else if (resolved) {
        shown[page] = 0;
        marks.set(page, { is: "nothing" });
      } else if (unused !== null) marks.set(page, { is: "unused", choice: unused });
    }
  }
  return { ruled, shown, marks };
};

/**
 * The pages of a site after one entry's facts changed, with everything known of them carried over. Undefined where the
 * change adds, takes away or moves pages: then the site is worked out anew.
 */
export const changedIndex = (from: SiteIndex, entry: EntryFacts): SiteIndex | undefined => {
  const index = withChangedEntry(from, entry);
  if (!index) return undefined;
  const before = findEntry(from, entry.id) as EntryFacts;
  carryLists(from, index, before, entry);
  carryGlances(from, index, before, entry);
  const number = index.numbers.get(entryIdentity(entry.id)) as number;
  changedFrom.set(index, { from, number });
  carrySets(from, index, number);
  carryNumbers(from, index);
  return index;
};

/** A design on pages of which one is another than before; only that page is settled again. */
export const onChangedIndex = (compiled: CompiledDesign, index: SiteIndex): CompiledDesign =>
  follow(compileDesign(compiled.design, index, compiled), compiled);

/** Both: the design on a site in which one entry's facts changed, or undefined likewise. */
export const withEntry = (compiled: CompiledDesign, entry: EntryFacts): CompiledDesign | undefined => {
  const index = changedIndex(compiled.index, entry);
  return index && onChangedIndex(compiled, index);
};
