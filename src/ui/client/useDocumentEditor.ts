"use client";
import { useEffect } from "react";
import type { StoreApi, UseBoundStore } from "zustand";
import type { DocumentEditor } from "./document-editor";
import { useRefresh, useSite } from "./hooks";

/** Opens a document in its editor, saves what waits when one leaves, and asks the site again after each save. */
export const useDocumentEditor = <Body>(
  useEditor: UseBoundStore<StoreApi<DocumentEditor<Body>>>,
  id: string,
  body: Body | undefined,
): void => {
  const site = useSite();
  const refresh = useRefresh();
  const open = useEditor((editor) => editor.open);
  const flush = useEditor((editor) => editor.flush);
  const onSaved = useEditor((editor) => editor.onSaved);
  useEffect(() => {
    onSaved(() => void refresh());
    const leave = (event: BeforeUnloadEvent) => {
      if (useEditor.getState().saving !== "saved") event.preventDefault();
      void flush();
    };
    window.addEventListener("beforeunload", leave);
    return () => {
      window.removeEventListener("beforeunload", leave);
      void flush();
    };
  }, [flush, onSaved, refresh, useEditor]);
  useEffect(() => {
    if (body) open(site, id, body);
  }, [body, id, open, site]);
};
