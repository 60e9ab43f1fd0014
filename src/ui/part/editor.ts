"use client";
import { create } from "zustand";
import type { HeadingLines } from "../../core/layout/heading-lines";
import type { Part } from "../../core/model/part";
import { type DocumentEditor, documentState } from "../client/document-editor";

/** Editing one part: a document like others, and which of its nodes is selected. */
interface Editor extends DocumentEditor<Part> {
  readonly selected: string | null;
  readonly select: (node: string | null) => void;
  /** How many lines its headings take on the page looked at. */
  readonly headings: readonly HeadingLines[];
  readonly setHeadings: (headings: readonly HeadingLines[]) => void;
}

export const useEditor = create<Editor>((set, get, store) => {
  const state = documentState("part")(set, get, store);
  return {
    ...state,
    selected: null,
    select: (selected) => set({ selected }),
    headings: [],
    setHeadings: (headings) => set({ headings }),
    open: (site, id, part) => {
      if (get().site !== site || get().id !== id) set({ selected: null });
      state.open(site, id, part);
    },
  };
});
