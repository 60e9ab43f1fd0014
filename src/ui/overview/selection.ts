import type { Slot } from "../../core/model/slot";
import type { CoverageGroup } from "../../core/placement/coverage";

/** What is selected in the table: one slot of some pages, and how to call them. */
export interface Selection {
  readonly slot: Slot;
  readonly pages: readonly string[];
  /** "Eclipse weekend", "Sky notes", "all pages", "3 pages". */
  readonly label: string;
}

export const GROUP_NAMES: Readonly<Record<CoverageGroup["type"], string>> = {
  front: "Front page",
  kind: "",
  archives: "Archives",
  search: "Search results",
  notFound: "Not found",
};
export const groupName = (group: CoverageGroup): string => group.name || GROUP_NAMES[group.type];

/** Adds pages to a selection of the same slot, or takes them out if all are in already. */
export const toggled = (
  selection: Selection | null,
  slot: Slot,
  pages: readonly string[],
  label: string,
): Selection | null => {
  if (!selection || selection.slot !== slot) return { slot, pages, label };
  const has = new Set(selection.pages);
  const all = pages.every((page) => has.has(page));
  const next = all
    ? selection.pages.filter((page) => !pages.includes(page))
    : [...new Set([...selection.pages, ...pages])];
  return next.length === 0
    ? null
    : { slot, pages: next, label: next.length === 1 ? label : `${next.length} pages` };
};
