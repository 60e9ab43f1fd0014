"use client";
import { create } from "zustand";
import { applyOperations, type Operation } from "../../core/model/operations";
import type { Part } from "../../core/model/part";
import { describeIssues } from "../../messages/issues";
import { call } from "../client/call";

/** Editing one part: changes show at once and are saved a moment after the last one. */
interface EditorState {
  readonly site: string;
  readonly id: string;
  readonly part: Part | null;
  readonly selected: string | null;
  readonly saving: "saved" | "waiting" | "saving" | "failed";
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

const SAVE_AFTER_MS = 600;
let timer: ReturnType<typeof setTimeout> | undefined;
let queue: Operation[] = [];
let sending: Promise<void> = Promise.resolve();
let afterSave: () => void = () => undefined;

/** Called after each save, to refresh what else shows the site. */
export const onSaved = (listener: () => void): void => {
  afterSave = listener;
};

/** Typing in one field is one change: the newest value, with what was there before all of it. */
const merged = (waiting: readonly Operation[], next: Operation): Operation[] => {
  const last = waiting.at(-1);
  const same =
    last &&
    next.op === "setNode" &&
    last.op === "setNode" &&
    last.node === next.node &&
    JSON.stringify(last.path) === JSON.stringify(next.path);
  const sameField =
    last &&
    next.op === "set" &&
    last.op === "set" &&
    last.id === next.id &&
    JSON.stringify(last.path) === JSON.stringify(next.path);
  if ((same || sameField) && "value" in next && "was" in last)
    return [...waiting.slice(0, -1), { ...next, was: last.was } as Operation];
  return [...waiting, next];
};

const applied = (id: string, part: Part, operations: readonly Operation[]) => {
  const outcome = applyOperations(new Map([[id, { id, kind: "part" as const, body: part }]]), operations);
  if (!outcome.ok) return { ok: false as const, trouble: describeIssues(outcome.issues) };
  const document = outcome.value.get(id);
  return { ok: true as const, part: document?.kind === "part" ? document.body : part };
};

export const useEditor = create<Editor>((set, get) => ({
  site: "",
  id: "",
  part: null,
  selected: null,
  saving: "saved",
  trouble: null,
  open: (site, id, part) => {
    if (get().site === site && get().id === id && queue.length > 0) return;
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
    for (const operation of operations) queue = merged(queue, operation);
    set({ part: outcome.part, saving: "waiting", trouble: null });
    clearTimeout(timer);
    timer = setTimeout(() => void get().flush(), SAVE_AFTER_MS);
    return true;
  },
  flush: () => {
    clearTimeout(timer);
    sending = sending.then(async () => {
      const operations = queue.filter(
        (operation) =>
          !("value" in operation) || JSON.stringify(operation.value) !== JSON.stringify(operation.was),
      );
      if (operations.length === 0) {
        queue = [];
        if (get().saving === "waiting") set({ saving: "saved" });
        return;
      }
      queue = [];
      set({ saving: "saving" });
      try {
        await call(get().site, "change", { operations });
        set({ saving: queue.length > 0 ? "waiting" : "saved", trouble: null });
        afterSave();
      } catch (error) {
        // kept here, and tried again with the next edit
        queue = [...operations, ...queue];
        set({ saving: "failed", trouble: error instanceof Error ? error.message : "It could not be saved." });
      }
    });
    return sending;
  },
  replace: (part) => {
    queue = [];
    set({ part, saving: "saved", trouble: null });
  },
}));
