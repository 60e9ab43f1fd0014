import type { Address } from "../../core/addresses/facts";
import { applyOperations, type Operation } from "../../core/design/operations";
import { type Outcome, succeed } from "../../core/model/issue";
import {
  type Coming,
  type ImpactGroup,
  impactOf,
  NOTHING_REDRAWN,
  type Redrawing,
} from "../../core/placement/impact";
import type { View } from "../../core/placement/match";
import { resolveAll } from "../../core/placement/resolution";
import { type CompiledDesign, compileDesign } from "../../core/placement/resolve";
import { follow } from "../../core/placement/slot-columns";
import { badgeOf } from "./view-input";

const MOST_GROUPS = 60;
const MOST_TITLES = 50;

export const named = (page: Address) => ({
  identity: page.identity,
  title: page.title,
  path: page.path,
  isLater: page.pageNumber > 1,
});

const coming = ({ pages, addresses }: Coming) => ({
  pages,
  titles: addresses.slice(0, MOST_TITLES).map(named),
});

/** What would change at a view, in groups, with the titles of some of the pages. */
export const impactInWords = (
  before: CompiledDesign,
  after: CompiledDesign,
  view: View,
  redrawing: Redrawing = NOTHING_REDRAWN,
  revalued: readonly string[] = [],
  because: (part: string) => string = () => "",
) => {
  const impact = impactOf(resolveAll(before, view), resolveAll(after, view), redrawing, revalued);
  const badge = (id: string | null) =>
    id === null ? null : (badgeOf(after.design, id) ?? badgeOf(before.design, id));
  const group = ({ slot, before: from, after: to, pages, numbers }: ImpactGroup) => ({
    slot,
    before: badge(from),
    after: badge(to),
    pages,
    titles: numbers.slice(0, MOST_TITLES).map((number) => named(after.index.pages[number] as Address)),
  });
  return {
    pages: impact.pages,
    pairs: impact.pairs,
    groups: impact.groups.slice(0, MOST_GROUPS).map(group),
    moreGroups: Math.max(0, impact.groups.length - MOST_GROUPS),
    redrawn: impact.redrawn
      .slice(0, MOST_GROUPS)
      .map(({ part, pages }) => ({ part: badge(part), pages, because: because(part) })),
    moreRedrawn: Math.max(0, impact.redrawn.length - MOST_GROUPS),
    revalued: impact.revalued,
    appear: coming(impact.appear),
    vanish: coming(impact.vanish),
  };
};
export type ImpactInWords = ReturnType<typeof impactInWords>;

/** The impact of operations on the draft, before anything happens. */
export const impactOfOperations = (
  draft: CompiledDesign,
  operations: readonly Operation[],
  view: View,
): Outcome<ImpactInWords> => {
  const after = applyOperations(draft.design, operations);
  if (!after.ok) return after;
  const next = follow(compileDesign(after.value, draft.index, draft), draft);
  return succeed(impactInWords(draft, next, view));
};
