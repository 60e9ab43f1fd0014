"use client";
import { usePathname, useSearchParams } from "next/navigation";
import { useCallback, useMemo } from "react";
import type { CoverageFilter } from "../../core/placement/coverage";
import type { TableView } from "./useRows";

const STATES = ["missing", "tied", "unused"] as const;

/** What the table shows, kept in the address: it can be linked to, and Back takes a filter back. */
export const useFilter = (): { readonly view: TableView; readonly setView: (view: TableView) => void } => {
  const params = useSearchParams();
  const path = usePathname();
  const text = params.toString();
  const view = useMemo(() => readFilter(new URLSearchParams(text)), [text]);
  const setView = useCallback(
    (next: TableView) => {
      const written = writeFilter(next);
      // the table is all that changes: no new page is asked for
      window.history.replaceState(null, "", written === "" ? path : `${path}?${written}`);
    },
    [path],
  );
  return { view, setView };
};

export const readFilter = (params: URLSearchParams): TableView => {
  const state = STATES.find((each) => each === params.get("state"));
  const text = params.get("text") ?? "";
  const part = params.get("part") ?? "";
  const filter: CoverageFilter = {
    ...(text === "" ? {} : { text }),
    ...(part === "" ? {} : { part }),
    ...(params.get("own") === "yes" ? { own: true } : {}),
    ...(state ? { state } : {}),
  };
  return { by: params.get("by") ?? "kind", filter };
};

export const writeFilter = ({ by, filter }: TableView): string => {
  const params = new URLSearchParams();
  if (by !== "kind") params.set("by", by);
  if (filter.text) params.set("text", filter.text);
  if (filter.part) params.set("part", filter.part);
  if (filter.own) params.set("own", "yes");
  if (filter.state) params.set("state", filter.state);
  return params.toString();
};
