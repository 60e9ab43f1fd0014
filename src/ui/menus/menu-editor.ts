"use client";
import type { MenuItem } from "../../core/model/menu";
import { createDocumentEditor } from "../client/document-editor";

export const useMenuEditor = createDocumentEditor("menu");

/** Changes the tree; nothing is sent where nothing changed. False if it did not fit. */
export const changeItems = (change: (items: readonly MenuItem[]) => readonly MenuItem[]): boolean => {
  const { body, set } = useMenuEditor.getState();
  if (!body) return false;
  const next = change(body.items);
  return next === body.items || set(["items"], next);
};
