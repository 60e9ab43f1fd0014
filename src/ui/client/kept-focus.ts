"use client";
import { type RefObject, useEffect, useLayoutEffect, useRef } from "react";

/** The place the keyboard had among the places of a list: which one, and how many stood before it. */
export interface FocusedPlace {
  readonly id: string;
  readonly index: number;
}

/** Where the keyboard goes on when a list has changed: to the same place wherever it stands now, else to the one that follows what is gone. */
export const nextPlace = (was: FocusedPlace, ids: readonly string[]): string | undefined =>
  ids.includes(was.id) ? was.id : ids[Math.min(was.index, ids.length - 1)];

/**
 * Keeps the keyboard in a list whose places come, go and move: by removing, by undoing, by somebody else. `attribute` marks
 * each place and says its id; `version` is another when the list is. A place the person has left is not gone back to.
 */
export const useKeptFocus = (
  list: RefObject<HTMLElement | null>,
  attribute: string,
  version: unknown,
): void => {
  const was = useRef<FocusedPlace>(undefined);
  const places = () => [...(list.current?.querySelectorAll<HTMLElement>(`[${attribute}]`) ?? [])];
  const idOf = (place: HTMLElement) => place.getAttribute(attribute) ?? "";
  // biome-ignore lint/correctness/useExhaustiveDependencies: the list itself stays
  useEffect(() => {
    const note = ({ target }: FocusEvent) => {
      const found = list.current?.contains(target as Node)
        ? (target as HTMLElement).closest<HTMLElement>(`[${attribute}]`)
        : null;
      if (found) was.current = { id: idOf(found), index: places().indexOf(found) };
      else if (target !== document.body) was.current = undefined;
    };
    document.addEventListener("focusin", note);
    return () => document.removeEventListener("focusin", note);
  }, []);
  // biome-ignore lint/correctness/useExhaustiveDependencies: looked at when the list is another
  useLayoutEffect(() => {
    if (!was.current || document.activeElement !== document.body) return;
    const all = places();
    const next = nextPlace(was.current, all.map(idOf));
    all.find((each) => idOf(each) === next)?.focus();
  }, [version]);
};
