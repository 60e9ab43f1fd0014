"use client";
import { usePathname } from "next/navigation";
import { useEffect } from "react";
import type { StoreApi, UseBoundStore } from "zustand";
import { useAboutSite, useMay } from "./about-site";
import type { DocumentEditor } from "./document-editor";
import { useRefresh, useSite } from "./hooks";

/**
 * Opens a document in its editor, saves what waits when one leaves or the connection is back, and asks the site again
 * after each save. What is kept of it is gone on with on the screen at `path`; on this one if none is named.
 */
export const useDocumentEditor = <Body>(
  useEditor: UseBoundStore<StoreApi<DocumentEditor<Body>>>,
  id: string,
  body: Body | undefined,
  path?: string,
): void => {
  const site = useSite();
  const refresh = useRefresh();
  const here = usePathname();
  const account = useAboutSite().about.account.id;
  const mayChange = useMay("design");
  const open = useEditor((editor) => editor.open);
  useEffect(() => {
    const { flush, keepNow, onSaved, onSignedOut } = useEditor.getState();
    onSaved((answers) => void refresh(answers));
    onSignedOut(() => void refresh());
    const leave = (event: BeforeUnloadEvent) => {
      // what is kept on this computer is there when one comes back
      if (!keepNow()) event.preventDefault();
      void flush();
    };
    const saveNow = () => void flush();
    window.addEventListener("beforeunload", leave);
    window.addEventListener("online", saveNow);
    return () => {
      window.removeEventListener("beforeunload", leave);
      window.removeEventListener("online", saveNow);
      saveNow();
    };
  }, [refresh, useEditor]);
  useEffect(() => {
    if (body) open(site, id, body, { account, path: path ?? here, mayChange });
  }, [account, body, here, id, mayChange, open, path, site]);
};
