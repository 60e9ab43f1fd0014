"use client";
import { create } from "zustand";
import type { Part } from "../../core/design/part";
import { findPlace } from "../../core/design/tree";
import type { HeadingLines } from "../../core/layout/heading-lines";
import { type DocumentEditor, documentState } from "../client/document-editor";

/** Editing one part: a document like others, and which of its nodes is selected. */
interface Editor extends DocumentEditor<Part> {
  /** Whether it is a part, or a shared piece: a piece is edited as a part of one cell. */
  readonly editedKind: "part" | "piece";
  readonly selected: string | null;
  /** Selected beside it; of the same type. */
  readonly also: readonly string[];
  /** The node whose settings are all unfolded, because one of them was looked for. */
  readonly sought: string | null;
  readonly select: (node: string | null) => void;
  /** Adds a node to what is selected, or takes it out. One of another type is selected alone. */
  readonly selectAlso: (node: string) => void;
  /** How many lines its headings take on the page looked at. */
  readonly headings: readonly HeadingLines[];
  /** The page looked at, and the lists that find nothing there. */
  readonly page: string | null;
  readonly empty: readonly string[];
  readonly setNoticed: (noticed: Pick<Editor, "headings" | "page" | "empty">) => void;
}

export const useEditor = create<Editor>((set, get, store) => {
  const kind = () => get().editedKind as "part";
  const state = documentState(kind)(set, get, store);
  return {
    ...state,
    editedKind: "part",
    selected: null,
    also: [],
    sought: null,
    select: (selected) => set({ selected, also: [] }),
    selectAlso: (node) => {
      const { selected, also, body } = get();
      const typeOf = (id: string) => body && findPlace(body, id)?.type;
      if (selected === null || typeOf(selected) !== typeOf(node)) return set({ selected: node, also: [] });
      const all = [selected, ...also];
      const [next = null, ...rest] = all.includes(node)
        ? all.filter((each) => each !== node)
        : [...all, node];
      set({ selected: next, also: rest });
    },
    headings: [],
    page: null,
    empty: [],
    setNoticed: (noticed) => set(noticed),
    open: (site, id, part, editing) => {
      if (get().site !== site || get().id !== id) set({ selected: null, also: [] });
      state.open(site, id, part, editing);
    },
  };
});
