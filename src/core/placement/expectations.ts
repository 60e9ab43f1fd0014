import type { Address } from "../addresses/facts";
import { EXPECTATIONS_ID, type Expectation, findBody } from "../design/design";
import type { Slot } from "../model/slot";
import type { Resolution } from "./resolution";
import type { CompiledDesign } from "./resolve";

/** What a site expects unless it says otherwise: every page has a header, a layout and a footer. */
const USUAL: Readonly<Record<Slot, Expectation>> = {
  header: "always",
  titleBar: "never",
  layout: "always",
  side: "never",
  footer: "always",
};

/** What a slot is expected to be on pages of a kind; null for pages that are no entries. */
export const expectationFor = (compiled: CompiledDesign, slot: Slot, kind: string | null): Expectation => {
  const stated = findBody(compiled.design, "expectations", EXPECTATIONS_ID);
  return (kind === null ? undefined : stated?.kinds[kind]?.[slot]) ?? stated?.slots[slot] ?? USUAL[slot];
};

/** Pages that are alike: entries of a kind, or all of a role. No kind is a role. */
const sortOf = (page: Address): string => page.kind ?? page.role;

/** Where one signs in all that is needed is there without a layout, and most sites want nothing round it. */
const needsNone = ({ role }: Address, slot: Slot): boolean => role === "account" && slot === "layout";

/**
 * Says for page numbers whether the slot is expected to be filled there. "Where used" expects it on pages of a sort
 * of which at least one has it filled.
 */
export const expectedIn = (resolution: Resolution, slot: Slot): ((number: number) => boolean) => {
  const { compiled, columns, weights } = resolution;
  const { pages } = compiled.index;
  const { shown } = columns[slot];
  const bySort = new Map<string, Expectation>();
  const expectation = (page: Address): Expectation => {
    const sort = sortOf(page);
    const found =
      bySort.get(sort) ??
      (needsNone(page, slot) ? "never" : expectationFor(compiled, slot, page.entry ? page.kind : null));
    bySort.set(sort, found);
    return found;
  };
  let used: Set<string> | undefined;
  const isUsed = (sort: string): boolean => {
    used ??= new Set(
      pages.flatMap((page, number) => (shown[number] !== 0 && weights[number] !== 0 ? [sortOf(page)] : [])),
    );
    return used.has(sort);
  };
  return (number) => {
    const page = pages[number] as Address;
    const expected = expectation(page);
    return expected === "always" || (expected === "whereUsed" && isUsed(sortOf(page)));
  };
};
