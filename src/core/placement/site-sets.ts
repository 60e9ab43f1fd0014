import type { Address, SiteIndex } from "../addresses/facts";
import { entryIdentity, isStanding } from "../model/identity";
import { type Clause, FACETS, type Facet } from "../model/placement";
import { FACET_RULES } from "./facets";
import { type PageSet, rangeSet, setOfNumbers, unionOf, withPage } from "./page-sets";

/**
 * The pages on which each value holds, for one site. Names are look-ups; what lies under an entry comes from the tree,
 * what lies below a path from one list of pages sorted by path; every other facet is read once over all pages when a
 * clause first asks for it. Only values that clauses name are kept as sets.
 */
export class SiteSets {
  /** By facet, then by the values that a clause names. */
  private readonly sets = new Map<Facet, Map<string, PageSet>>();
  private readonly carried = new Map<Facet, ReadonlyMap<string, PageSet>>();
  /** Children of entries, by id, published or not. */
  private tree: ReadonlyMap<string, readonly string[]> | undefined;
  private byPath: Uint32Array | undefined;
  readonly total: number;
  readonly everything: PageSet;

  constructor(readonly index: SiteIndex) {
    this.total = index.pages.length;
    this.everything = rangeSet(0, this.total);
  }

  /** The pages on which a clause holds. */
  of(clause: Clause): PageSet {
    const sets = this.sets.get(clause.facet) ?? new Map<string, PageSet>();
    this.sets.set(clause.facet, sets);
    const key = JSON.stringify(clause.values);
    const found = sets.get(key);
    if (found) return found;
    const made = unionOf(
      clause.values.map((value) => this.ofValue(clause.facet, value)),
      this.total,
    );
    sets.set(key, made);
    return made;
  }

  /** The sets of another index of the same site in which only one page's facts changed. */
  forChanged(index: SiteIndex, number: number): SiteSets {
    const next = new SiteSets(index);
    next.tree = this.tree;
    next.byPath = this.byPath;
    const [before, after] = [this.index.pages[number] as Address, index.pages[number] as Address];
    for (const facet of FACETS) {
      const values = changedValues(facet, before, after);
      const carried = this.carried.get(facet);
      if (carried)
        next.carried.set(facet, values.size === 0 ? carried : moved(carried, values, number, this.total));
      const sets = this.sets.get(facet);
      if (sets) next.sets.set(facet, values.size === 0 ? sets : without(sets, values));
    }
    return next;
  }

  private ofValue(facet: Facet, value: string): PageSet {
    switch (facet) {
      case "entry":
        return this.single(this.index.numbers.get(entryIdentity(value)));
      case "address":
        return this.atPath(value);
      case "under":
        return this.entries(this.descendants(value));
      case "childOf":
        return this.entries(this.children().get(value) ?? []);
      case "pathUnder":
        return this.belowPath(value);
      default:
        return this.carriers(facet).get(value) ?? rangeSet(0, 0);
    }
  }

  private single(number: number | undefined): PageSet {
    return number === undefined ? rangeSet(0, 0) : rangeSet(number, number + 1);
  }

  private numbers(unsorted: readonly number[]): PageSet {
    return setOfNumbers(Uint32Array.from(unsorted).sort(), this.total);
  }

  private atPath(path: string): PageSet {
    const { paths, numbers, stems, later } = this.index;
    const notFound = numbers.get("notFound");
    const number =
      paths.get(path) ?? (notFound !== undefined && stems[notFound]?.path === path ? notFound : undefined);
    if (number === undefined) return rangeSet(0, 0);
    const more = later.get(number);
    return this.numbers(more === undefined ? [number] : [number, more]);
  }

  private children(): ReadonlyMap<string, readonly string[]> {
    if (this.tree) return this.tree;
    const tree = new Map<string, string[]>();
    for (const { id, parent } of this.index.facts.entries) {
      if (parent === null || !this.index.entryIds.has(parent)) continue;
      const siblings = tree.get(parent);
      if (siblings) siblings.push(id);
      else tree.set(parent, [id]);
    }
    this.tree = tree;
    return tree;
  }

  private descendants(entry: string): readonly string[] {
    const found: string[] = [];
    const open = [entry];
    const seen = new Set(open);
    for (let id = open.pop(); id !== undefined; id = open.pop())
      for (const child of this.children().get(id) ?? []) {
        // parents of different kinds can form a loop
        if (seen.has(child)) continue;
        seen.add(child);
        found.push(child);
        open.push(child);
      }
    return found;
  }

  private entries(ids: readonly string[]): PageSet {
    return this.numbers(ids.flatMap((id) => this.index.numbers.get(entryIdentity(id)) ?? []));
  }

  /** Pages sorted by path are neighbours when they share their first segments. */
  private belowPath(path: string): PageSet {
    const { pages } = this.index;
    this.byPath ??= Uint32Array.from(
      [...pages.keys()]
        .filter((number) => !isStanding((pages[number] as Address).role))
        .sort((a, b) => compareText((pages[a] as Address).path, (pages[b] as Address).path) || a - b),
    );
    const sorted = this.byPath;
    let [low, high] = [0, sorted.length];
    while (low < high) {
      const middle = (low + high) >>> 1;
      if ((pages[sorted[middle] as number] as Address).path < path) low = middle + 1;
      else high = middle;
    }
    const found: number[] = [];
    for (let at = low; at < sorted.length; at += 1) {
      const number = sorted[at] as number;
      if (!(pages[number] as Address).path.startsWith(path)) break;
      found.push(number);
    }
    return this.numbers(found);
  }

  private carriers(facet: Facet): ReadonlyMap<string, PageSet> {
    const found = this.carried.get(facet);
    if (found) return found;
    const numbers = new Map<string, number[]>();
    for (const [number, page] of this.index.pages.entries())
      for (const value of FACET_RULES[facet].valuesAt(page)) {
        const list = numbers.get(value);
        if (list) list.push(number);
        else numbers.set(value, [number]);
      }
    const made = new Map([...numbers].map(([value, list]) => [value, setOfNumbers(list, this.total)]));
    this.carried.set(facet, made);
    return made;
  }
}

const compareText = (a: string, b: string): number => (a < b ? -1 : a > b ? 1 : 0);

/** The values of a facet that only one of two states of a page carries, and whether it is the later one. */
const changedValues = (facet: Facet, before: Address, after: Address): ReadonlyMap<string, boolean> => {
  const { valuesAt } = FACET_RULES[facet];
  const [old, now] = [valuesAt(before), valuesAt(after)];
  return new Map([
    ...old.filter((value) => !now.includes(value)).map((value) => [value, false] as const),
    ...now.filter((value) => !old.includes(value)).map((value) => [value, true] as const),
  ]);
};

/** The pages of each value after one page got some values of the facet and lost others. */
const moved = (
  sets: ReadonlyMap<string, PageSet>,
  values: ReadonlyMap<string, boolean>,
  number: number,
  total: number,
): ReadonlyMap<string, PageSet> => {
  const next = new Map(sets);
  for (const [value, isCarried] of values)
    next.set(value, withPage(next.get(value) ?? rangeSet(0, 0), number, isCarried, total));
  return next;
};

/** The sets of clauses that name none of the values. */
const without = (
  sets: ReadonlyMap<string, PageSet>,
  values: ReadonlyMap<string, boolean>,
): Map<string, PageSet> =>
  new Map([...sets].filter(([key]) => !(JSON.parse(key) as string[]).some((value) => values.has(value))));

const known = new WeakMap<SiteIndex, SiteSets>();

/** The sets of an index: made once, kept while the index is. */
export const setsOf = (index: SiteIndex): SiteSets => {
  const found = known.get(index) ?? new SiteSets(index);
  known.set(index, found);
  return found;
};

/** Takes over the sets of an index for one in which a single entry's facts changed. */
export const carrySets = (from: SiteIndex, to: SiteIndex, number: number): void => {
  known.set(to, setsOf(from).forChanged(to, number));
};
