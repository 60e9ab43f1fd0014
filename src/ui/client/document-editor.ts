"use client";
import { replaceEqualDeep } from "@tanstack/react-query";
import { create, type StateCreator, type StoreApi, type UseBoundStore } from "zustand";
import type { DocumentBodies } from "../../core/model/design";
import { applyOperations, type Operation, valueAt } from "../../core/model/operations";
import { describeIssues } from "../../messages/issues";
import { call } from "./call";
import { SaveQueue, type Saving } from "./save-queue";

type Path = readonly (string | number)[];

/** Editing one document of a design: what is typed shows at once and is saved a moment later. */
export interface DocumentEditor<Body> {
  readonly site: string;
  readonly id: string;
  readonly body: Body | null;
  readonly saving: Saving;
  readonly trouble: string | null;
  readonly open: (site: string, id: string, body: Body) => void;
  /** Applies operations here and now; false, with a sentence, if they do not fit. */
  readonly apply: (operations: readonly Operation[]) => boolean;
  readonly set: (path: Path, value: unknown) => boolean;
  /** Saves what waits. Resolves when nothing is under way. */
  readonly flush: () => Promise<void>;
  /** Takes over what the server has, whatever waits. */
  readonly replace: (body: Body) => void;
  readonly onSaved: (listener: () => void) => void;
}

type EditedKind = "part" | "piece" | "menu" | "style" | "profile" | "picture";

/** The state of such an editor, for a store of its own or one that knows more besides. */
export const documentState =
  <K extends EditedKind>(kind: K | (() => K)): StateCreator<DocumentEditor<DocumentBodies[K]>> =>
  (set, get) => {
    let afterSave: () => void = () => undefined;
    const queue = new SaveQueue({
      send: (operations) => call(get().site, "change", { operations: [...operations] }),
      onState: (saving, trouble) => set({ saving, trouble }),
      onSaved: () => afterSave(),
    });
    return {
      site: "",
      id: "",
      body: null,
      saving: "saved",
      trouble: null,
      open: (site, id, body) => {
        const isSame = get().site === site && get().id === id;
        if (isSame && (!queue.isEmpty || get().saving === "saving")) return;
        set({ site, id, body: replaceEqualDeep(get().body, body), saving: "saved", trouble: null });
      },
      apply: (operations) => {
        const { id, body } = get();
        if (!body) return false;
        const outcome = applyOperations(
          new Map([[id, { id, kind: typeof kind === "function" ? kind() : kind, body } as never]]),
          operations,
        );
        if (!outcome.ok) {
          set({ trouble: describeIssues(outcome.issues) });
          return false;
        }
        // reading it made everything anew: what is the same stays the same, so that only the rest is rendered
        set({ body: replaceEqualDeep(body, outcome.value.get(id)?.body) as DocumentBodies[K] });
        queue.add(operations);
        return true;
      },
      set: (path, value) => {
        const was = valueAt(get().body, path);
        return get().apply([{ op: "set", id: get().id, path: [...path], value, was }]);
      },
      flush: () => queue.flush(),
      replace: (body) => {
        queue.clear();
        set({ body: replaceEqualDeep(get().body, body), saving: "saved", trouble: null });
      },
      onSaved: (listener) => {
        afterSave = listener;
      },
    };
  };

export const createDocumentEditor = <K extends EditedKind>(
  kind: K,
): UseBoundStore<StoreApi<DocumentEditor<DocumentBodies[K]>>> => create(documentState(kind));
