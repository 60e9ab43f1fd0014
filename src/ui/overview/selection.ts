import type { Slot } from "../../core/model/slot";

/**
 * What is selected in the table. Pages are picks as the server reads them: keys of single pages, `group:<id>`, or
 * `every` for all that is shown.
 */
export type Selection =
  /** One slot of some pages. */
  | {
      readonly is: "cells";
      readonly slot: Slot;
      readonly pages: readonly string[];
      /** How to call them: "Eclipse weekend", "Sky notes", "3 places". */
      readonly label: string;
    }
  /** All slots of one page. */
  | { readonly is: "row"; readonly page: string; readonly identity: string; readonly label: string }
  /** One slot of all pages shown. */
  | { readonly is: "column"; readonly slot: Slot };

/** Whether picks stand for a single page: then there is a why to be told. */
export const isOnePage = (pages: readonly string[]): boolean =>
  pages.length === 1 && !/^(group:|missing:|every$)/.test(pages[0] ?? "");

type Cells = Extract<Selection, { is: "cells" }>;

export const cellsOf = (slot: Slot, pages: readonly string[], label: string): Cells => ({
  is: "cells",
  slot,
  pages,
  label,
});

/** Adds pages to a selection of the same slot, or takes them out if all are in already. */
export const toggled = (
  selection: Selection | null,
  slot: Slot,
  pages: readonly string[],
  label: string,
): Selection | null => {
  if (selection?.is !== "cells" || selection.slot !== slot) return cellsOf(slot, pages, label);
  const has = new Set(selection.pages);
  const all = pages.every((page) => has.has(page));
  const next = all
    ? selection.pages.filter((page) => !pages.includes(page))
    : [...new Set([...selection.pages, ...pages])];
  if (next.length === 0) return null;
  return cellsOf(slot, next, next.length === 1 ? label : `${next.length} places`);
};

/** Adds pages without taking any out. */
export const extended = (
  selection: Selection | null,
  slot: Slot,
  pages: readonly string[],
  label: string,
): Selection => {
  if (selection?.is !== "cells" || selection.slot !== slot) return cellsOf(slot, pages, label);
  const next = [...new Set([...selection.pages, ...pages])];
  return cellsOf(slot, next, next.length === 1 ? label : `${next.length} places`);
};
