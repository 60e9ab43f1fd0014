import type { Address } from "../addresses/facts";
import { SLOTS, type Slot } from "../model/slot";
import type { View } from "./match";
import { type CompiledDesign, type PageAnswers, partOf, type SlotAnswer } from "./resolve";
import { resolveAll } from "./resolve-all";

/** One page × slot that a change gives something else. `null` is nothing. */
export interface ImpactPair {
  readonly page: Address;
  readonly slot: Slot;
  readonly before: string | null;
  readonly after: string | null;
}

export interface Impact {
  readonly pairs: readonly ImpactPair[];
  /** Pages that show something else somewhere, parts whose drawing changed included. */
  readonly pages: number;
  /** Pages on which a part stays in its slot but is drawn otherwise. */
  readonly redrawn: readonly { readonly part: string; readonly pages: number }[];
}

const sameOutcome = (a: SlotAnswer | undefined, b: SlotAnswer | undefined): boolean =>
  (a ? partOf(a) : null) === (b ? partOf(b) : null);

/**
 * Which page × slot pairs a change touches, by resolving both designs and comparing, plus the pages on which a part
 * of `changedParts` stays and is drawn otherwise. Pages that only one side has count with nothing on the other.
 */
export const impactOf = (
  before: CompiledDesign,
  after: CompiledDesign,
  view: View,
  changedParts: ReadonlySet<string> = new Set(),
): Impact => {
  const [old, next] = [resolveAll(before, view), resolveAll(after, view)];
  const pages = new Map([...before.index.stems, ...after.index.stems].map((page) => [page.identity, page]));
  const pairs: ImpactPair[] = [];
  const touched = new Set<string>();
  const redrawn = new Map<string, number>();
  for (const [identity, page] of pages) {
    const [from, to] = [old.get(identity), next.get(identity)] as const;
    for (const slot of SLOTS) {
      const [a, b] = [from?.[slot], to?.[slot]];
      const part = b ? partOf(b) : null;
      if (!sameOutcome(a, b)) {
        pairs.push({ page, slot, before: a ? partOf(a) : null, after: part });
        touched.add(identity);
      } else if (part !== null && changedParts.has(part)) {
        redrawn.set(part, (redrawn.get(part) ?? 0) + 1);
        touched.add(identity);
      }
    }
  }
  return {
    pairs,
    pages: touched.size,
    redrawn: [...redrawn].map(([part, count]) => ({ part, pages: count })),
  };
};

/** The pairs in groups a person can read: slot, what was, what will be, and the pages. */
export interface ImpactGroup {
  readonly slot: Slot;
  readonly before: string | null;
  readonly after: string | null;
  readonly pages: readonly Address[];
}

export const groupImpact = (impact: Impact): readonly ImpactGroup[] => {
  const groups = new Map<
    string,
    { slot: Slot; before: string | null; after: string | null; pages: Address[] }
  >();
  for (const { slot, before, after, page } of impact.pairs) {
    const key = `${slot} ${before} ${after}`;
    const group = groups.get(key) ?? { slot, before, after, pages: [] };
    group.pages.push(page);
    groups.set(key, group);
  }
  return [...groups.values()].sort((a, b) => b.pages.length - a.pages.length);
};

/** For one part: the pages it asks for, those it shows on, and who has the others. */
export interface Reach {
  readonly asks: readonly Address[];
  readonly shows: readonly Address[];
  /** Pages it asks for that another part (or nothing, by a page's own choice) keeps. */
  readonly kept: readonly { readonly page: Address; readonly by: string | null }[];
}

export const reachOf = (
  part: string,
  slot: Slot,
  stems: readonly Address[],
  answers: ReadonlyMap<string, PageAnswers>,
  asksFor: (page: Address) => boolean,
): Reach => {
  const asks = stems.filter(asksFor);
  const winner = (page: Address) => {
    const answer = answers.get(page.identity)?.[slot];
    return answer ? partOf(answer) : null;
  };
  return {
    asks,
    shows: stems.filter((page) => winner(page) === part),
    kept: asks.filter((page) => winner(page) !== part).map((page) => ({ page, by: winner(page) })),
  };
};
