"use client";
import { create, type StoreApi, type UseBoundStore } from "zustand";
import type { DocumentBodies } from "../../core/model/design";
import { applyOperations, type Operation, valueAt } from "../../core/model/operations";
import { describeIssues } from "../../messages/issues";
import { call } from "./call";
import { SaveQueue, type Saving } from "./save-queue";

type Path = readonly (string | number)[];

/** Editing one of the documents a site has once: what is typed shows at once and is saved a moment later. */
export interface DocumentEditor<Body> {
  readonly site: string;
  readonly body: Body | null;
  readonly saving: Saving;
  readonly trouble: string | null;
  readonly open: (site: string, body: Body) => void;
  /** Applies operations here and now; false, with a sentence, if they do not fit. */
  readonly apply: (operations: readonly Operation[]) => boolean;
  readonly set: (path: Path, value: unknown) => boolean;
  readonly flush: () => Promise<void>;
  readonly onSaved: (listener: () => void) => void;
}

export const createDocumentEditor = <K extends "style" | "profile">(
  kind: K,
): UseBoundStore<StoreApi<DocumentEditor<DocumentBodies[K]>>> =>
  create<DocumentEditor<DocumentBodies[K]>>((set, get) => {
    let afterSave: () => void = () => undefined;
    const queue = new SaveQueue({
      send: (operations) => call(get().site, "change", { operations: [...operations] }),
      onState: (saving, trouble) => set({ saving, trouble }),
      onSaved: () => afterSave(),
    });
    return {
      site: "",
      body: null,
      saving: "saved",
      trouble: null,
      open: (site, body) => {
        if (get().site === site && (!queue.isEmpty || get().saving === "saving")) return;
        set({ site, body, saving: "saved", trouble: null });
      },
      apply: (operations) => {
        const { body } = get();
        if (!body) return false;
        const outcome = applyOperations(new Map([[kind, { id: kind, kind, body } as never]]), operations);
        if (!outcome.ok) {
          set({ trouble: describeIssues(outcome.issues) });
          return false;
        }
        set({ body: outcome.value.get(kind)?.body as DocumentBodies[K] });
        queue.add(operations);
        return true;
      },
      set: (path, value) => {
        const was = valueAt(get().body, path);
        return get().apply([{ op: "set", id: kind, path: [...path], value, was }]);
      },
      flush: () => queue.flush(),
      onSaved: (listener) => {
        afterSave = listener;
      },
    };
  });
