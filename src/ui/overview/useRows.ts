"use client";
import { useQueries } from "@tanstack/react-query";
import { useRef } from "react";
import type { CoverageFilter, CoverageRow } from "../../core/placement/coverage";
import type { Asked } from "../client/about-site";
import { call } from "../client/call";
import { useSite } from "../client/hooks";

/** Which pages the table shows and how they are grouped. */
export interface TableView {
  readonly by: string;
  readonly filter: CoverageFilter;
}

const WINDOW = 100;

/** A place in the rows of a group; `null` stands for all pages without groups. */
export interface RowPlace {
  readonly group: string | null;
  readonly at: number;
  /** How many rows there are. */
  readonly of: number;
}

/** Rows by window, of what is asked for and of what was before. */
interface Kept {
  readonly asked: string;
  readonly rows: Map<string, readonly CoverageRow[]>;
  readonly before: ReadonlyMap<string, readonly CoverageRow[]>;
}

/**
 * The rows of the table that are in view, fetched in windows as they come up. While a window is asked again after a
 * change, its old rows stay.
 */
export const useRows = (
  seen: Asked,
  view: TableView,
  inView: readonly RowPlace[],
): ((place: Pick<RowPlace, "group" | "at">) => CoverageRow | undefined) => {
  const site = useSite();
  const windows = new Map<string, { group: string | null; window: number }>();
  for (const { group, at, of } of inView) {
    const window = Math.floor(at / WINDOW);
    // the window that comes next is there before its rows are
    const next = window + (at % WINDOW < WINDOW / 2 ? -1 : 1);
    for (const each of [window, next])
      if (each >= 0 && each * WINDOW < of) windows.set(`${group} ${each}`, { group, window: each });
  }
  const asked = JSON.stringify([seen, view]);
  const kept = useRef<Kept>({ asked, rows: new Map(), before: new Map() });
  // until others are there the rows stay: a press that asks for others, by leaving the field, is one on what it was on
  if (kept.current.asked !== asked) kept.current = { asked, rows: new Map(), before: kept.current.rows };
  const keys = [...windows.keys()];
  const found = useQueries({
    queries: keys.map((key) => {
      const { group, window } = windows.get(key) as { group: string | null; window: number };
      const input = {
        ...seen,
        by: view.by,
        filter: view.filter,
        group,
        from: window * WINDOW,
        count: WINDOW,
      };
      return {
        queryKey: [site, "rows", input],
        queryFn: ({ signal }: { readonly signal: AbortSignal }) => call(site, "rows", input, signal),
        retry: false,
      };
    }),
  });
  keys.forEach((key, place) => {
    const rows = found[place]?.data?.rows;
    if (rows) kept.current.rows.set(key, rows);
  });
  return ({ group, at }) => {
    const { rows, before } = kept.current;
    // not one of each: beside new rows an old one would be taken for one of them
    const told = rows.size > 0 ? rows : before;
    return told.get(`${group} ${Math.floor(at / WINDOW)}`)?.[at % WINDOW];
  };
};
