import type { Address, SiteIndex } from "../addresses/facts";
import { SLOTS, type Slot } from "../model/slot";
import { changesSince } from "./columns";
import { type Resolution, shownAt } from "./resolution";

/**
 * Which page × slot pairs a change touches: both designs are resolved, and their columns compared number by number.
 * Designs on different pages (a term is deleted, an archive gets another page size) are compared by identity; what
 * only one side has counts as appearing or vanishing.
 */
export interface ImpactGroup {
  readonly slot: Slot;
  /** Parts before and after; null is nothing. */
  readonly before: string | null;
  readonly after: string | null;
  /** How many pages, later pages of archives included. */
  readonly pages: number;
  /** Page numbers on the side after, ascending. */
  readonly numbers: readonly number[];
}

export interface Impact {
  /** Changed page × slot pairs in groups, the largest first. */
  readonly groups: readonly ImpactGroup[];
  readonly pairs: number;
  /** Pages that show something else somewhere, parts whose drawing changed included; those that come or go too. */
  readonly pages: number;
  /** Pages on which a part stays in its slot but is drawn otherwise. */
  readonly redrawn: readonly { readonly part: string; readonly pages: number }[];
  /** Pages whose own values for parts changed. */
  readonly revalued: number;
  readonly appear: Coming;
  readonly vanish: Coming;
}
export interface Coming {
  readonly pages: number;
  readonly addresses: readonly Address[];
}

/** Which parts may be drawn otherwise after a change, and whether one really is on a page. */
export interface Redrawing {
  readonly parts: ReadonlySet<string>;
  readonly on: (part: string, page: Address) => boolean;
}
export const NOTHING_REDRAWN: Redrawing = { parts: new Set(), on: () => false };

const NOBODY: Coming = { pages: 0, addresses: [] };

/** For each page number after, its number before, or -1; null if both sides are numbered alike. */
const alignment = (before: SiteIndex, after: SiteIndex): Int32Array | null => {
  if (before.numbers === after.numbers) return null;
  const numbers = new Int32Array(after.pages.length).fill(-1);
  for (const [number, page] of after.pages.entries()) {
    const stem = before.numbers.get(page.identity);
    if (stem === undefined) continue;
    numbers[number] = page.pageNumber === 1 ? stem : (before.later.get(stem) ?? -1);
  }
  return numbers;
};

/** Two resolutions side by side: how their numbers and pages correspond. */
interface Sides {
  readonly before: Resolution;
  readonly after: Resolution;
  readonly aligned: Int32Array | null;
  /** How many pages each number after stands for on both sides. */
  readonly weights: Uint16Array;
  readonly touch: (number: number) => void;
}

/**
 * What a change does to every page, compared at one view. `redrawing` tells what is drawn otherwise where it stays;
 * `changedPages` (identities) say something else themselves.
 */
export const impactOf = (
  before: Resolution,
  after: Resolution,
  redrawing: Redrawing = NOTHING_REDRAWN,
  changedPages: readonly string[] = [],
): Impact => {
  const aligned = alignment(before.compiled.index, after.compiled.index);
  const weights = commonWeights(before, after, aligned);
  const touched = new Uint8Array(weights.length);
  let pages = 0;
  const touch = (number: number) => {
    if (touched[number] === 0) pages += weights[number] as number;
    touched[number] = 1;
  };
  const sides: Sides = { before, after, aligned, weights, touch };
  const groups = SLOTS.flatMap((slot) => changedIn(slot, sides));
  const redrawn = new Map<string, number>();
  if (redrawing.parts.size > 0) for (const slot of SLOTS) countRedrawn(slot, sides, redrawing, redrawn);
  const revalued = changedPages.reduce((sum, identity) => sum + countRevalued(identity, sides), 0);
  const same = !aligned && before.weights === after.weights;
  const appear = same ? NOBODY : coming(after, weights);
  const vanish = same ? NOBODY : vanishing(before, after);
  return {
    groups: groups.sort((a, b) => b.pages - a.pages),
    pairs: groups.reduce((sum, group) => sum + group.pages, 0),
    pages: pages + appear.pages + vanish.pages,
    redrawn: [...redrawn].map(([part, count]) => ({ part, pages: count })),
    revalued,
    appear,
    vanish,
  };
};

/** How many pages each number after stands for on both sides. */
const commonWeights = (before: Resolution, after: Resolution, aligned: Int32Array | null): Uint16Array => {
  if (!aligned && before.weights === after.weights) return after.weights;
  const common = after.weights.slice();
  for (let number = 0; number < common.length; number += 1) {
    const old = aligned ? (aligned[number] as number) : number;
    const weight = old < 0 ? 0 : (before.weights[old] as number);
    if (weight < (common[number] as number)) common[number] = weight;
  }
  return common;
};

const changedIn = (slot: Slot, { before, after, aligned, weights, touch }: Sides): readonly ImpactGroup[] => {
  const [old, now] = [before.columns[slot].shown, after.columns[slot].shown];
  if (!aligned && old === now) return [];
  const sameNumbers = before.numbers === after.numbers;
  const groups = new Map<number, { from: number; to: number; pages: number; numbers: number[] }>();
  const compare = (number: number) => {
    const from = old[aligned ? (aligned[number] as number) : number] as number;
    const to = now[number] as number;
    if (sameNumbers && from === to) return;
    const weight = weights[number] as number;
    if (weight === 0 || before.numbers.idOf(from) === after.numbers.idOf(to)) return;
    touch(number);
    const key = from * 2 ** 24 + to;
    const group = groups.get(key);
    if (group) {
      group.pages += weight;
      group.numbers.push(number);
    } else groups.set(key, { from, to, pages: weight, numbers: [number] });
  };
  const known = aligned || !sameNumbers ? undefined : changesSince(old, now);
  if (known) for (const number of inOrder(known)) compare(number);
  else for (let number = 0; number < now.length; number += 1) compare(number);
  return [...groups.values()].map(({ from, to, pages, numbers }) => ({
    slot,
    before: before.numbers.idOf(from),
    after: after.numbers.idOf(to),
    pages,
    numbers,
  }));
};

/** Page numbers, each once, ascending. */
const inOrder = (numbers: readonly number[]): Iterable<number> =>
  numbers.length < 2 ? numbers : new Set(Uint32Array.from(numbers).sort());

const countRedrawn = (
  slot: Slot,
  { before, after, aligned, weights, touch }: Sides,
  redrawing: Redrawing,
  redrawn: Map<string, number>,
): void => {
  for (let number = 0; number < weights.length; number += 1) {
    const part = shownAt(after, slot, number);
    if (part === null || !redrawing.parts.has(part) || weights[number] === 0) continue;
    if (shownAt(before, slot, aligned ? (aligned[number] as number) : number) !== part) continue;
    if (!redrawing.on(part, after.compiled.index.pages[number] as Address)) continue;
    redrawn.set(part, (redrawn.get(part) ?? 0) + (weights[number] as number));
    touch(number);
  }
};

/** The page itself and, of an archive, its later pages. */
const countRevalued = (identity: string, { after, weights, touch }: Sides): number => {
  const { index } = after.compiled;
  const stem = index.numbers.get(identity);
  if (stem === undefined) return 0;
  const numbers = [stem, index.later.get(stem)].filter((number) => number !== undefined);
  for (const number of numbers) touch(number);
  return numbers.reduce((sum, number) => sum + (weights[number] as number), 0);
};

const coming = (resolution: Resolution, common: Uint16Array): Coming => {
  const addresses: Address[] = [];
  let pages = 0;
  const { weights } = resolution;
  for (let number = 0; number < weights.length; number += 1) {
    const more = (weights[number] as number) - (common[number] as number);
    if (more <= 0) continue;
    pages += more;
    addresses.push(resolution.compiled.index.pages[number] as Address);
  }
  return { pages, addresses };
};

const vanishing = (before: Resolution, after: Resolution): Coming =>
  coming(before, commonWeights(after, before, alignment(after.compiled.index, before.compiled.index)));

/** For one part: how many pages it asks for, how many it shows on, and who keeps the others. */
export interface Reach {
  readonly asks: number;
  readonly shows: number;
  readonly shown: readonly number[];
  /** Pages it asks for that another part (or nothing, null) keeps, the largest group first. */
  readonly keepers: readonly {
    readonly by: string | null;
    readonly pages: number;
    readonly numbers: readonly number[];
  }[];
}

/** `asks` are the page numbers a part's placement holds on, ascending. */
export const reachOf = (resolution: Resolution, slot: Slot, part: string, asks: readonly number[]): Reach => {
  const { shown } = resolution.columns[slot];
  const { weights, numbers } = resolution;
  const own = numbers.numberOf(part);
  const weigh = (list: readonly number[]) =>
    list.reduce((sum, number) => sum + (weights[number] as number), 0);
  const isThere = (number: number) => weights[number] !== 0;
  const shows: number[] = [];
  for (let number = 0; number < shown.length; number += 1)
    if (shown[number] === own && isThere(number)) shows.push(number);
  const keepers = new Map<number, number[]>();
  for (const number of asks) {
    const by = shown[number] as number;
    if (by === own || !isThere(number)) continue;
    const list = keepers.get(by);
    if (list) list.push(number);
    else keepers.set(by, [number]);
  }
  return {
    asks: weigh(asks),
    shows: weigh(shows),
    shown: shows,
    keepers: [...keepers]
      .map(([by, list]) => ({ by: numbers.idOf(by), pages: weigh(list), numbers: list }))
      .sort((a, b) => b.pages - a.pages),
  };
};
