import type { Address, SiteIndex } from "../addresses/facts";
import { choiceId, documentsOf, findBody } from "../model/design";
import { isNothing } from "../model/part";
import type { Clause } from "../model/placement";
import { SLOTS, type Slot } from "../model/slot";
import { type CompiledCondition, type CompiledPlacement, compareSpecificity } from "./compile";
import { FACET_RULES } from "./facets";
import { audienceFits, type View, windowOpen } from "./match";
import { type CompiledDesign, type PageAnswers, resolveSlot, type SlotAnswer } from "./resolve";

/**
 * Every slot of every page at once. Pages are numbered in tree order; each value that a clause names becomes a set of
 * page numbers, made once for a site and kept. A condition is then an intersection of sets, and a slot is settled by
 * going through all conditions of all its parts from the narrowest on: a page takes the first that holds and is left
 * alone afterwards, so nothing is sorted per page. Conditions that are equally narrow are gone through together: the
 * first in the order of the slot wins, the others are tied there. Pages that choose for themselves are asked singly.
 */
type PageSet = Uint32Array;

interface ValueSets {
  readonly pages: readonly Address[];
  /** Page numbers by facet and value, as bits; only for values that were asked for. */
  readonly sets: Map<string, PageSet>;
  /** Values carried by pages, by facet: filled per facet when it is first asked for. */
  readonly carried: Map<Clause["facet"], Map<string, number[]>>;
}

const known = new WeakMap<SiteIndex, ValueSets>();

const valueSets = (index: SiteIndex): ValueSets => {
  const found = known.get(index) ?? { pages: index.stems, sets: new Map(), carried: new Map() };
  known.set(index, found);
  return found;
};

const carriers = (
  { pages, carried }: ValueSets,
  facet: Clause["facet"],
): ReadonlyMap<string, readonly number[]> => {
  const found = carried.get(facet);
  if (found) return found;
  const made = new Map<string, number[]>();
  for (const [number, page] of pages.entries())
    for (const value of FACET_RULES[facet].valuesAt(page)) {
      const numbers = made.get(value);
      if (numbers) numbers.push(number);
      else made.set(value, [number]);
    }
  carried.set(facet, made);
  return made;
};

const setOf = (sets: ValueSets, clause: Clause): PageSet => {
  const key = `${clause.facet} ${clause.values.join(" ")}`;
  const found = sets.sets.get(key);
  if (found) return found;
  const made = new Uint32Array((sets.pages.length + 31) >>> 5);
  const numbers = carriers(sets, clause.facet);
  for (const value of clause.values) for (const number of numbers.get(value) ?? []) put(made, number);
  sets.sets.set(key, made);
  return made;
};

const put = (set: PageSet, number: number): void => {
  set[number >>> 5] = (set[number >>> 5] as number) | (1 << (number & 31));
};

/** The pages on which all clauses hold; all pages for none. */
const holding = (sets: ValueSets, clauses: readonly Clause[]): PageSet => {
  const result = new Uint32Array((sets.pages.length + 31) >>> 5).fill(0xffffffff);
  for (const clause of clauses) {
    const set = setOf(sets, clause);
    for (let word = 0; word < result.length; word += 1)
      result[word] = (result[word] as number) & (set[word] as number);
  }
  return result;
};

const without = (set: PageSet, other: PageSet): PageSet =>
  set.map((word, at) => word & ~(other[at] as number));

function* numbersIn(set: PageSet, limit: number): Generator<number> {
  for (let at = 0; at < set.length; at += 1) {
    let word = set[at] as number;
    while (word !== 0) {
      const bit = 31 - Math.clz32(word & -word);
      word &= word - 1;
      const number = at * 32 + bit;
      if (number < limit) yield number;
    }
  }
}

interface Rule {
  readonly part: string;
  readonly order: number;
  readonly condition: CompiledCondition;
  readonly exceptions: PageSet | null;
}

const rulesOf = (placements: readonly CompiledPlacement[], sets: ValueSets, view: View): readonly Rule[] =>
  placements
    .flatMap((placement, order) => {
      if (!audienceFits(placement, view.audience) || !windowOpen(placement, view.at)) return [];
      const kept = placement.exceptions.map((exception) => holding(sets, exception.clauses));
      const exceptions =
        kept.length === 0
          ? null
          : kept.reduce((all, set) => all.map((word, at) => word | (set[at] as number)));
      return placement.conditions.map(
        (condition): Rule => ({ part: placement.part, order, condition, exceptions }),
      );
    })
    .sort(
      (a, b) => compareSpecificity(a.condition.specificity, b.condition.specificity) || a.order - b.order,
    );

interface Settled {
  readonly rule: Rule;
  readonly tied: string[];
}

const NONE: SlotAnswer = { resolved: { by: "none" }, unusedChoice: null };

/** What the rules alone give each page of a slot, by page number. */
const settle = (
  compiled: CompiledDesign,
  slot: Slot,
  sets: ValueSets,
  view: View,
): readonly (Settled | undefined)[] => {
  const settled: (Settled | undefined)[] = new Array(sets.pages.length);
  for (const rule of rulesOf(compiled.placements[slot], sets, view)) {
    const matching = holding(sets, rule.condition.clauses);
    const pages = rule.exceptions ? without(matching, rule.exceptions) : matching;
    for (const number of numbersIn(pages, sets.pages.length)) {
      const before = settled[number];
      if (!before) settled[number] = { rule, tied: [] };
      else if (isTie(before, rule)) before.tied.push(rule.part);
    }
  }
  return settled;
};

const isTie = ({ rule, tied }: Settled, other: Rule): boolean =>
  other.part !== rule.part &&
  compareSpecificity(rule.condition.specificity, other.condition.specificity) === 0 &&
  !tied.includes(other.part);

/** Every slot of every page, by identity: the same answers as `resolvePage` gives one by one. */
export const resolveAll = (compiled: CompiledDesign, view: View): ReadonlyMap<string, PageAnswers> => {
  const sets = valueSets(compiled.index);
  const choosing = new Set(documentsOf(compiled.design, "choice").map(({ body }) => body.identity));
  const columns = SLOTS.map((slot) => settle(compiled, slot, sets, view));
  const nothing = new Map(documentsOf(compiled.design, "part").map(({ id, body }) => [id, isNothing(body)]));
  const answerAt = (slot: Slot, column: number, number: number): SlotAnswer => {
    const page = sets.pages[number] as Address;
    if (
      choosing.has(page.identity) &&
      findBody(compiled.design, "choice", choiceId(page.identity))?.slots[slot]
    )
      return resolveSlot(compiled, slot, page, view);
    const found = columns[column]?.[number];
    if (!found) return NONE;
    const { part, condition } = found.rule;
    return {
      resolved: { by: "rule", part, nothing: nothing.get(part) ?? false, condition, tied: found.tied },
      unusedChoice: null,
    };
  };
  return new Map(
    sets.pages.map((page, number) => [
      page.identity,
      Object.fromEntries(SLOTS.map((slot, column) => [slot, answerAt(slot, column, number)])) as PageAnswers,
    ]),
  );
};
