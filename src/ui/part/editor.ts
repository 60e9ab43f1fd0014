"use client";
import { create } from "zustand";
import { applyOperations, type Operation } from "../../core/model/operations";
import type { Part } from "../../core/model/part";
import { describeIssues } from "../../messages/issues";
import { call } from "../client/call";
import { SaveQueue, type Saving } from "../client/save-queue";

/** Editing one part: changes show at once and are saved a moment after the last one. */
interface EditorState {
  readonly site: string;
  readonly id: string;
  readonly part: Part | null;
  readonly selected: string | null;
  readonly saving: Saving;
  readonly trouble: string | null;
}
interface Editor extends EditorState {
  readonly open: (site: string, id: string, part: Part) => void;
  readonly select: (node: string | null) => void;
  /** Applies operations here and now; false, with a sentence, if they do not fit. */
  readonly apply: (operations: readonly Operation[]) => boolean;
  /** Saves what waits. Resolves when nothing is under way. */
  readonly flush: () => Promise<void>;
  /** Takes over what the server has. */
  readonly replace: (part: Part) => void;
}

let afterSave: () => void = () => undefined;
/** Called after each save, to refresh what else shows the site. */
export const onSaved = (listener: () => void): void => {
  afterSave = listener;
};

const applied = (id: string, part: Part, operations: readonly Operation[]) => {
  const outcome = applyOperations(new Map([[id, { id, kind: "part" as const, body: part }]]), operations);
  if (!outcome.ok) return { ok: false as const, trouble: describeIssues(outcome.issues) };
  const document = outcome.value.get(id);
  return { ok: true as const, part: document?.kind === "part" ? document.body : part };
};

export const useEditor = create<Editor>((set, get) => {
  const queue = new SaveQueue({
    send: (operations) => call(get().site, "change", { operations: [...operations] }),
    onState: (saving, trouble) => set({ saving, trouble }),
    onSaved: () => afterSave(),
  });
  return {
    site: "",
    id: "",
    part: null,
    selected: null,
    saving: "saved",
    trouble: null,
    open: (site, id, part) => {
      if (get().site === site && get().id === id && !queue.isEmpty) return;
      const keep = get().site === site && get().id === id;
      set({ site, id, part, ...(keep ? {} : { selected: null }), saving: "saved", trouble: null });
    },
    select: (selected) => set({ selected }),
    apply: (operations) => {
      const { id, part } = get();
      if (!part) return false;
      const outcome = applied(id, part, operations);
      if (!outcome.ok) {
        set({ trouble: outcome.trouble });
        return false;
      }
      set({ part: outcome.part });
      queue.add(operations);
      return true;
    },
    flush: () => queue.flush(),
    replace: (part) => {
      queue.clear();
      set({ part, saving: "saved", trouble: null });
    },
  };
});
