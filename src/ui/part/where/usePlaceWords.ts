"use client";
import { useMemo } from "react";
import { create } from "zustand";
import type { Vocabulary } from "../../../messages/vocabulary";
import { useSite } from "../../client/hooks";
import type { Place } from "../../fields/PlacePicker";

/** Titles of entries that were picked here and that no saved line names yet, by site. */
interface Learnt {
  readonly titles: Readonly<Record<string, Readonly<Record<string, string>>>>;
  readonly learn: (site: string, entry: string, title: string) => void;
}
const useLearnt = create<Learnt>((set) => ({
  titles: {},
  learn: (site, entry, title) =>
    set(({ titles }) => ({ titles: { ...titles, [site]: { ...titles[site], [entry]: title } } })),
}));

/** Names for saying lines, with those of entries that were just picked. */
export const usePlaceWords = (
  vocabulary: Vocabulary,
): { readonly words: Vocabulary; readonly learn: (place: Place) => void } => {
  const site = useSite();
  const { titles, learn } = useLearnt();
  const words = useMemo(
    () => ({ ...vocabulary, entries: { ...titles[site], ...vocabulary.entries } }),
    [titles, site, vocabulary],
  );
  return {
    words,
    learn: ({ clause, title }) => {
      const [entry] = clause?.values ?? [];
      if (title !== null && entry !== undefined) learn(site, entry, title);
    },
  };
};
