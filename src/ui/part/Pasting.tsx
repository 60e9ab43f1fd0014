"use client";
import { Box } from "@mui/material";
import { useSnackbar } from "notistack";
import { memo, useCallback, useEffect, useRef, useState } from "react";
import type { Block } from "../../core/design/part";
import { findPlace } from "../../core/design/tree";
import type { Menu } from "../../core/model/menu";
import { count } from "../../messages/words";
import { useAboutSite } from "../client/about-site";
import { call } from "../client/call";
import { useAct, useSite } from "../client/hooks";
import { newNodeId } from "../client/new-id";
import { useUndoNotice } from "../client/useUndoNotice";
import { useUploads } from "../client/useUploads";
import { UploadList } from "../pictures/UploadList";
import { isTyping } from "../shell/useKeys";
import { pasteNode } from "./clipboard";
import { useEditor } from "./editor";
import { addBlock } from "./node-actions";
import { picturesIn, readPasted } from "./pasted";

/** What is pasted while nobody types goes into the part: what was copied, pictures, an address, lines, text; pictures also where they are dropped. */
export const Pasting = memo(() => {
  const { about } = useAboutSite();
  const pictures = usePastedPictures();
  const addItems = useAddItems();
  const say = useSnackbar().enqueueSnackbar;
  const { add } = pictures;
  const { origin } = about.site;
  useEffect(() => {
    const paste = (event: ClipboardEvent) => {
      const { body: part, selected } = useEditor.getState();
      if (isTyping(event.target) || !part || !event.clipboardData) return;
      const place = selected === null ? undefined : findPlace(part, selected);
      const menu = menuOf(place?.node as Block | undefined);
      const pasted = readPasted(event.clipboardData, { isMenu: menu !== "", origin });
      if (!pasted) return;
      event.preventDefault();
      switch (pasted.as) {
        case "copied":
          pasteNode(about, place);
          break;
        case "pictures":
          add(pasted.files);
          break;
        case "button":
          addBlock("button", { label: pasted.label, target: pasted.target });
          break;
        case "items":
          void addItems(menu, pasted.labels);
          break;
        case "text":
          addBlock("richText", { text: [...pasted.text] });
      }
      focusSelected();
    };
    const over = (event: DragEvent) => {
      if (event.dataTransfer?.types.includes("Files")) event.preventDefault();
    };
    const drop = (event: DragEvent) => {
      if (!event.dataTransfer?.types.includes("Files")) return;
      // the browser would leave the studio for the file
      event.preventDefault();
      const files = picturesIn(event.dataTransfer);
      if (files.length === 0)
        return void say("That is not a picture. Nothing was added.", { variant: "error" });
      const node = (event.target as HTMLElement).closest<HTMLElement>("[data-list-node]");
      add(files, node?.dataset["listNode"]);
    };
    document.addEventListener("paste", paste);
    document.addEventListener("dragover", over);
    document.addEventListener("drop", drop);
    return () => {
      document.removeEventListener("paste", paste);
      document.removeEventListener("dragover", over);
      document.removeEventListener("drop", drop);
    };
  }, [about, add, addItems, origin, say]);
  return pictures.list;
});

/** The menu a block shows; empty if it shows none. */
const menuOf = (node: Block | undefined): string => (node?.kind === "menu" ? node.settings.menu : "");

/** Where the list had the focus, what came in has it next. */
const focusSelected = () => {
  if (!document.activeElement?.closest("[data-list-node]")) return;
  requestAnimationFrame(() =>
    document.querySelector<HTMLElement>(`[data-list-node="${useEditor.getState().selected}"]`)?.focus(),
  );
};

/** Lines become items at the end of a menu: a change of the menu, which every part that shows it follows. */
const useAddItems = () => {
  const site = useSite();
  const { mutate } = useAct("change");
  const say = useSnackbar().enqueueSnackbar;
  const undoNotice = useUndoNotice();
  return async (menu: string, labels: readonly string[]) => {
    const data = await call(site, "menu", { menu }).catch((error: Error) => {
      say(error.message, { variant: "error" });
    });
    if (!data) return;
    const { name, items } = data.body as Menu;
    const added = labels.map((label) => ({ id: newNodeId(), label, target: { url: "/" }, items: [] }));
    const label = `${count(labels.length, "item")} into menu “${name}”`;
    mutate(
      {
        operations: [{ op: "set", id: menu, path: ["items"], value: [...items, ...added], was: items }],
        label,
      },
      {
        onSuccess: () => undoNotice(`${label}. They lead to the front page until you choose their pages.`),
      },
    );
  };
};

/** Pictures on their way into the part: each is a block, where it was pasted or dropped, as soon as it is ready. */
const usePastedPictures = () => {
  const uploads = useUploads();
  const [mine, setMine] = useState<ReadonlySet<string>>(new Set());
  const places = useRef(new Map<string, { readonly part: string; readonly at: string | null }>());
  const { add: send, jobs } = uploads;
  const add = useCallback(
    (files: readonly File[], at = useEditor.getState().selected) => {
      const { id } = useEditor.getState();
      send(files, {
        onSent: (upload) => {
          places.current.set(upload, { part: id, at });
          setMine((all) => new Set([...all, upload]));
        },
      });
    },
    [send],
  );
  useEffect(() => {
    for (const { id, state, picture } of jobs) {
      const place = places.current.get(id);
      if (!place || state !== "done" || !picture) continue;
      places.current.delete(id);
      // who opened another part meanwhile finds it among the pictures
      if (useEditor.getState().id === place.part) addBlock("picture", { picture }, place.at);
    }
  }, [jobs]);
  const shown = jobs.filter(({ id, state }) => mine.has(id) && state !== "done");
  const list =
    uploads.sending.length + shown.length > 0 ? (
      <Box sx={{ px: 2 }}>
        <UploadList {...uploads} jobs={shown} />
      </Box>
    ) : null;
  return { add, list };
};
