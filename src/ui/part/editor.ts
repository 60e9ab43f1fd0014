"use client";
import { create } from "zustand";
import type { Part } from "../../core/model/part";
import { type DocumentEditor, documentState } from "../client/document-editor";

/** Editing one part: a document like others, and which of its nodes is selected. */
interface Editor extends DocumentEditor<Part> {
  readonly selected: string | null;
  readonly select: (node: string | null) => void;
}

export const useEditor = create<Editor>((set, get, store) => {
  const state = documentState("part")(set, get, store);
  return {
    ...state,
    selected: null,
    select: (selected) => set({ selected }),
    open: (site, id, part) => {
      if (get().site !== site || get().id !== id) set({ selected: null });
      state.open(site, id, part);
    },
  };
});
