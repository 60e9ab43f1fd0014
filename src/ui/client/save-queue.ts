import { z } from "zod";
import { Operation } from "../../core/design/operations";
import { newNodeId } from "./new-id";

/** `kept`: the server does not take it now, and it is tried again by itself. `failed`: it says no. */
export type Saving = "saved" | "waiting" | "saving" | "kept" | "failed";

/** One step of undo on its way. The server knows it by its key, should it be sent a second time. */
export const Change = z.object({ key: z.string().min(8).max(64), operations: z.array(Operation).min(1) });
export type Change = z.infer<typeof Change>;

/** The document a change is of: editors change one at a time. */
export const changedDocument = ({ operations }: Change): string => operations[0]?.id ?? "";

const SAVE_AFTER_MS = 600;
/** How long to wait before the first try again, the second, … */
const TRY_AGAIN_MS = [2000, 4000, 8000, 15_000, 30_000];

const target = (operation: Operation): string =>
  JSON.stringify([
    operation.op,
    operation.id,
    "node" in operation ? operation.node : "",
    "path" in operation ? operation.path : "",
  ]);

/** Typing in one field is one change: the newest value, with what was there before all of it. Null if it is another. */
const typedInto = (last: Change, operations: readonly Operation[]): Change | null => {
  const merged = operations.flatMap((next, place) => {
    const known = last.operations[place];
    const isSame = known !== undefined && "value" in next && "was" in known && target(known) === target(next);
    return isSame ? [{ ...next, was: known.was } as Operation] : [];
  });
  const isSame = merged.length === operations.length && merged.length === last.operations.length;
  return isSame ? { key: last.key, operations: merged } : null;
};

const changesSomething = (operation: Operation): boolean =>
  !("value" in operation) || JSON.stringify(operation.value) !== JSON.stringify(operation.was);

interface Options {
  readonly send: (change: Change) => Promise<unknown>;
  /** Whether what could not be sent may go later just as it is. */
  readonly maySucceedLater: (error: unknown) => boolean;
  readonly onState: (saving: Saving, trouble: string | null) => void;
  /** What is to be kept until the server has it, told whenever it is otherwise; nothing once all is saved. */
  readonly onKept: (changes: readonly Change[]) => void;
  readonly onSaved: () => void;
}

/** Changes on their way to the server: saved a moment after the last one, each one step of undo, in order. */
export class SaveQueue {
  #timer: ReturnType<typeof setTimeout> | undefined;
  #queue: readonly Change[] = [];
  #sending: Promise<void> = Promise.resolve();
  /** How often in a row the server did not take the oldest. */
  #tries = 0;
  #isKept = false;
  /** What stands in the way of the oldest: it holds until something is saved. */
  #stuck: { readonly saving: Saving; readonly trouble: string | null } | null = null;
  /** Those the server may have although no answer came: they stay what they are. */
  readonly #sealed = new Set<string>();
  constructor(private readonly options: Options) {}

  /** What is not saved yet, oldest first. */
  get changes(): readonly Change[] {
    return this.#queue;
  }

  add(operations: readonly Operation[]): void {
    const last = this.#queue.at(-1);
    const typed = last && !this.#sealed.has(last.key) ? typedInto(last, operations) : null;
    this.#queue = typed
      ? [...this.#queue.slice(0, -1), typed]
      : [...this.#queue, { key: newNodeId(), operations: [...operations] }];
    if (this.#isKept) this.options.onKept(this.#queue);
    this.#say("waiting");
    this.#flushAfter(SAVE_AFTER_MS);
  }

  /** Puts other changes in the place of those that wait. */
  replace(changes: readonly Change[]): void {
    this.#queue = changes;
    for (const { key } of changes) this.#sealed.add(key);
    this.#isThrough();
    this.keep();
    this.#say(changes.length === 0 ? "saved" : "waiting");
    if (changes.length > 0) this.#flushAfter(0);
  }

  /** Has what waits kept from now on, until the server has it. */
  keep(): void {
    this.#isKept = this.#queue.length > 0;
    this.options.onKept(this.#queue);
  }

  #say(saving: Saving): void {
    const { saving: instead, trouble = null } = this.#stuck ?? {};
    this.options.onState(instead ?? saving, trouble);
  }

  #isThrough(): void {
    this.#tries = 0;
    this.#stuck = null;
  }

  #flushAfter(ms: number): void {
    clearTimeout(this.#timer);
    this.#timer = setTimeout(() => void this.flush(), ms);
  }

  /** Saves what waits. Resolves when nothing is under way. */
  flush(): Promise<void> {
    clearTimeout(this.#timer);
    this.#sending = this.#sending.then(() => this.#sendAll());
    return this.#sending;
  }

  async #sendAll(): Promise<void> {
    let saved = false;
    try {
      for (let change = this.#queue[0]; change; change = this.#queue[0]) {
        const operations = change.operations.filter(changesSomething);
        if (operations.length > 0) {
          this.#say("saving");
          this.#sealed.add(change.key);
          await this.options.send({ ...change, operations });
          saved = true;
        }
        this.#queue = this.#queue.filter(({ key }) => key !== change.key);
        this.#isThrough();
        if (this.#isKept) this.keep();
      }
      this.#sealed.clear();
      this.#say("saved");
    } catch (error) {
      this.keep();
      this.#later(error);
    }
    if (saved) this.options.onSaved();
  }

  /** What could not be sent goes again by itself if it may; if not, with the next edit. */
  #later(error: unknown): void {
    if (this.#queue.length === 0) return;
    const mayLater = this.options.maySucceedLater(error);
    const trouble = error instanceof Error ? error.message : "It could not be saved.";
    this.#stuck = mayLater ? { saving: "kept", trouble: null } : { saving: "failed", trouble };
    if (mayLater) {
      this.#flushAfter(TRY_AGAIN_MS[Math.min(this.#tries, TRY_AGAIN_MS.length - 1)] as number);
      this.#tries += 1;
    }
    this.#say("kept");
  }
}
