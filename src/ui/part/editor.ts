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
/** What waits, a list of changes: each is one step of undo. */
let queue: Operation[][] = [];
let sending: Promise<void> = Promise.resolve();
let afterSave: () => void = () => undefined;

/** Called after each save, to refresh what else shows the site. */
export const onSaved = (listener: () => void): void => {
  afterSave = listener;
};

const target = (operation: Operation): string =>
  JSON.stringify([
    operation.op,
    operation.id,
    "node" in operation ? operation.node : "",
    "path" in operation ? operation.path : "",
  ]);

/** Typing in one field is one change: the newest value, with what was there before all of it. */
const withChange = (waiting: readonly Operation[][], operations: readonly Operation[]): Operation[][] => {
  const last = waiting.at(-1);
  const [next, ...more] = operations;
  const [known] = last ?? [];
  const typing = next !== undefined && "value" in next && more.length === 0 && last?.length === 1;
  if (typing && known && "was" in known && target(known) === target(next))
    return [...waiting.slice(0, -1), [{ ...next, was: known.was } as Operation]];
  return [...waiting, [...operations]];
};

const changesSomething = (operation: Operation): boolean =>
  !("value" in operation) || JSON.stringify(operation.value) !== JSON.stringify(operation.was);

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
    queue = withChange(queue, operations);
    set({ part: outcome.part, saving: "waiting", trouble: null });
    clearTimeout(timer);
    timer = setTimeout(() => void get().flush(), SAVE_AFTER_MS);
    return true;
  },
  flush: () => {
    clearTimeout(timer);
    sending = sending.then(async () => {
      let saved = false;
      try {
        for (let change = queue[0]; change; change = queue[0]) {
          queue = queue.slice(1);
          const operations = change.filter(changesSomething);
          if (operations.length === 0) continue;
          set({ saving: "saving" });
          try {
            await call(get().site, "change", { operations });
            saved = true;
          } catch (error) {
            // kept here, and tried again with the next edit
            queue = [change, ...queue];
            throw error;
          }
        }
        set({ saving: "saved", trouble: null });
      } catch (error) {
        set({ saving: "failed", trouble: error instanceof Error ? error.message : "It could not be saved." });
      }
      if (saved) afterSave();
    });
    return sending;
  },
  replace: (part) => {
    queue = [];
    set({ part, saving: "saved", trouble: null });
  },
}));
