import type { CompiledPlacement } from "./compile";
import { collect, collectAmong, dropBit, hasBit, hasPage, type PageSet, putBit } from "./page-sets";
import type { PartNumbers } from "./part-numbers";
import type { SiteSets } from "./site-sets";

/**
 * What the rules of one slot give every page, by page number.
 *
 * Settling goes through the conditions of all parts from the narrowest on: a page takes the first that holds and is
 * left alone afterwards, so nothing is compared per page and broad conditions, which come last, only look at what is
 * left. Conditions that are equally narrow are gone through together, in the order of the slot: the first wins, the
 * others are tied there.
 *
 * After an edit only two kinds of pages can change. Where an edited part won or was tied before, the page is settled
 * again among all parts. Where its new conditions hold otherwise, they only need to be compared with what won: a
 * narrower one takes the page, an equal one is tied.
 */
export interface Column {
  /** Number of the part that wins, 0 for none. */
  readonly part: Uint32Array;
  /** Number of the rank it asks with; 0 for none. */
  readonly rank: Uint16Array;
  /** Number of the list of other parts that ask equally narrowly, 0 for none. */
  readonly tie: Uint32Array;
}

/** One condition of one part as the pages on which it holds. */
export interface Rule {
  readonly part: number;
  readonly rank: number;
  /** The smallest of its sets, then the others; a page is in all. */
  readonly driver: PageSet;
  readonly others: readonly PageSet[];
  /** A page is kept off if it is in all sets of one of these. */
  readonly except: readonly (readonly PageSet[])[];
}

/** The rules of one part, narrowest first. Conditions that hold nowhere are left out. */
export const rulesOf = (placement: CompiledPlacement, part: number, sets: SiteSets): readonly Rule[] => {
  const except = placement.exceptions.map((exception) => exception.clauses.map((clause) => sets.of(clause)));
  return placement.conditions.flatMap((condition): Rule[] => {
    const held = condition.clauses.map((clause) => sets.of(clause)).sort((a, b) => a.size - b.size);
    const [driver = sets.everything, ...others] = held;
    return driver.size === 0 ? [] : [{ part, rank: condition.rank, driver, others, except }];
  });
};

/** Narrowest first; equals in the order of the slot. */
export const sortRules = (rules: Rule[], orderOf: ReadonlyMap<number, number>): Rule[] =>
  rules.sort((a, b) => b.rank - a.rank || (orderOf.get(a.part) as number) - (orderOf.get(b.part) as number));

const inAll = (sets: readonly PageSet[], number: number): boolean => {
  for (const set of sets) if (!hasPage(set, number)) return false;
  return true;
};

const holdsAt = (rule: Rule, number: number): boolean => {
  if (!inAll(rule.others, number)) return false;
  for (const sets of rule.except) if (inAll(sets, number)) return false;
  return true;
};

/** Keeps, of the first `count` pages in `pages`, those on which the rule holds beyond its driver. Returns how many. */
const keepHolding = (rule: Rule, pages: Uint32Array, count: number): number => {
  if (rule.others.length === 0 && rule.except.length === 0) return count;
  let kept = 0;
  for (let at = 0; at < count; at += 1) {
    const number = pages[at] as number;
    if (!holdsAt(rule, number)) continue;
    pages[kept] = number;
    kept += 1;
  }
  return kept;
};

/** The pages on which the rule holds, ascending. */
export const matchesOf = (rule: Rule): Uint32Array => {
  const pages = new Uint32Array(rule.driver.size);
  return pages.subarray(0, keepHolding(rule, pages, collect(rule.driver, pages)));
};

/** Settles all pages. `rules` are sorted. */
export const settleAll = (rules: readonly Rule[], total: number, numbers: PartNumbers): Column => {
  const column: Column = {
    part: new Uint32Array(total),
    rank: new Uint16Array(total),
    tie: new Uint32Array(total),
  };
  const open = new Uint32Array((total + 31) >>> 5).fill(0xffffffff);
  if ((total & 31) !== 0) open[open.length - 1] = (1 << (total & 31)) - 1;
  settle(column, rules, { open, left: total }, numbers);
  return column;
};

interface Open {
  readonly open: Uint32Array;
  left: number;
}

/** Settles the pages in `among`, whose part must be 0. */
const settle = (column: Column, rules: readonly Rule[], among: Open, numbers: PartNumbers): void => {
  const { part, rank, tie } = column;
  const pages = new Uint32Array(among.left);
  const taken = new Uint32Array(among.left);
  for (let at = 0; at < rules.length && among.left > 0; ) {
    const narrowness = (rules[at] as Rule).rank;
    const rankNumber = numbers.rankNumber(narrowness);
    let takenCount = 0;
    for (; at < rules.length && (rules[at] as Rule).rank === narrowness; at += 1) {
      const rule = rules[at] as Rule;
      const count = keepHolding(rule, pages, collectAmong(rule.driver, among.open, pages));
      for (let place = 0; place < count; place += 1) {
        const number = pages[place] as number;
        const winner = part[number] as number;
        if (winner === 0) {
          part[number] = rule.part;
          rank[number] = rankNumber;
          taken[takenCount] = number;
          takenCount += 1;
        } else if (winner !== rule.part) tie[number] = numbers.tieWith(tie[number] as number, rule.part);
      }
    }
    for (let place = 0; place < takenCount; place += 1) dropBit(among.open, taken[place] as number);
    among.left -= takenCount;
  }
};

/** Winners that were made of others: of which, and on which pages they may differ. */
interface Changes {
  readonly of: Uint32Array;
  readonly numbers: readonly number[];
}
const changes = new WeakMap<Uint32Array, Changes>();

/** The pages on which winners may differ from others they were made of; undefined if they were made anew. */
export const changesSince = (before: Uint32Array, after: Uint32Array): readonly number[] | undefined => {
  if (after === before) return [];
  const known = changes.get(after);
  return known?.of === before ? known.numbers : undefined;
};

/** Notes of winners on which pages they may differ from those they were made of. */
export const noteChanges = (after: Uint32Array, of: Uint32Array, numbers: readonly number[]): void => {
  changes.set(after, { of, numbers });
};

/** An edit of one part: its rules as they were and as they are. */
export interface RuleChange {
  readonly part: number;
  readonly before: readonly Rule[];
  readonly after: readonly Rule[];
}

export interface Resettling {
  /** All rules after the edit, sorted; asked for only if pages must be settled again. */
  readonly rules: () => readonly Rule[];
  readonly orderOf: ReadonlyMap<number, number>;
  readonly orderChanged: boolean;
  readonly numbers: PartNumbers;
}

/** The column after edits of parts and of their order. The old one is left as it is. */
export const updateColumn = (
  old: Column,
  edits: readonly RuleChange[],
  { rules, orderOf, orderChanged, numbers }: Resettling,
): Column => {
  const column: Column = { part: old.part.slice(), rank: old.rank.slice(), tie: old.tie.slice() };
  const total = old.part.length;
  const open = new Uint32Array((total + 31) >>> 5);
  const touched: number[] = [];
  let left = 0;
  for (const { part, before } of edits)
    for (const rule of before)
      for (const number of matchesOf(rule)) {
        if (column.part[number] !== part && !numbers.tieHas(column.tie[number] as number, part)) continue;
        putBit(open, number);
        column.part[number] = 0;
        column.rank[number] = 0;
        column.tie[number] = 0;
        left += 1;
        touched.push(number);
      }
  for (const edit of edits)
    for (const rule of edit.after) insert(column, rule, { open, orderOf, numbers, touched });
  if (left > 0) settle(column, rules(), { open, left }, numbers);
  if (orderChanged) reorderTies(column, orderOf, numbers);
  else noteChanges(column.part, old.part, touched);
  return column;
};

interface Inserting {
  /** Pages that are settled anew afterwards. */
  readonly open: Uint32Array;
  readonly orderOf: ReadonlyMap<number, number>;
  readonly numbers: PartNumbers;
  /** Collects the pages whose winner is another. */
  readonly touched: number[];
}

const insert = (column: Column, rule: Rule, { open, orderOf, numbers, touched }: Inserting): void => {
  const { part, rank } = rule;
  const rankNumber = numbers.rankNumber(rank);
  const tied = new Map<number, readonly [part: number, tie: number]>();
  for (const number of matchesOf(rule)) {
    const found = numbers.rankOf(column.rank[number] as number);
    if (rank < found || hasBit(open, number)) continue;
    if (rank > found) {
      column.part[number] = part;
      column.rank[number] = rankNumber;
      column.tie[number] = 0;
      touched.push(number);
      continue;
    }
    const tie = column.tie[number] as number;
    const winner = column.part[number] as number;
    if (winner === part || numbers.tieHas(tie, part)) continue;
    const key = tie * 2 ** 24 + winner;
    let joined = tied.get(key);
    if (!joined) {
      const [first, ...rest] = inOrder([winner, ...numbers.tied(tie), part], orderOf);
      joined = [first as number, numbers.tieOf(rest)];
      tied.set(key, joined);
    }
    column.part[number] = joined[0];
    column.tie[number] = joined[1];
    touched.push(number);
  }
};

const inOrder = (parts: number[], orderOf: ReadonlyMap<number, number>): number[] =>
  parts.sort((a, b) => (orderOf.get(a) as number) - (orderOf.get(b) as number));

const reorderTies = (column: Column, orderOf: ReadonlyMap<number, number>, numbers: PartNumbers): void => {
  const ordered = new Map<number, readonly [part: number, tie: number]>();
  for (let number = 0; number < column.tie.length; number += 1) {
    const tie = column.tie[number] as number;
    if (tie === 0) continue;
    const winner = column.part[number] as number;
    // ties are numbered per list, and a list can follow different winners
    const key = tie * 2 ** 24 + winner;
    let found = ordered.get(key);
    if (!found) {
      const [first, ...rest] = inOrder([winner, ...numbers.tied(tie)], orderOf);
      found = [first as number, numbers.tieOf(rest)];
      ordered.set(key, found);
    }
    column.part[number] = found[0];
    column.tie[number] = found[1];
  }
};

/** A part that asks for a page, and how narrowly. */
export interface Asking {
  readonly part: number;
  readonly rank: number;
}

/** The column after the facts of one page changed. `asking` are the parts that ask for it now, in the order of the slot. */
export const updatePage = (
  old: Column,
  number: number,
  asking: readonly Asking[],
  numbers: PartNumbers,
): Column => {
  const rank = asking.reduce((most, each) => Math.max(most, each.rank), 0);
  const [winner, ...tied] = asking.filter((each) => each.rank === rank);
  const tie = tied.reduce((known, { part }) => numbers.tieWith(known, part), 0);
  const rankNumber = winner ? numbers.rankNumber(rank) : 0;
  const part = winner?.part ?? 0;
  if (old.part[number] === part && old.rank[number] === rankNumber && old.tie[number] === tie) return old;
  const column: Column = {
    part: withValue(old.part, number, part),
    rank: withValue(old.rank, number, rankNumber),
    tie: withValue(old.tie, number, tie),
  };
  if (column.part !== old.part) noteChanges(column.part, old.part, [number]);
  return column;
};

/** The list with another value at one place; the same list where it holds that value already. */
const withValue = <T extends Uint16Array | Uint32Array>(list: T, number: number, value: number): T => {
  if (list[number] === value) return list;
  const copy = list.slice() as T;
  copy[number] = value;
  return copy;
};
