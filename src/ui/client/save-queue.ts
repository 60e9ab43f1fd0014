import type { Operation } from "../../core/model/operations";

export type Saving = "saved" | "waiting" | "saving" | "failed";

const SAVE_AFTER_MS = 600;

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
  const merged = operations.map((next, place) => {
    const known = last?.[place];
    const isSame = known !== undefined && "value" in next && "was" in known && target(known) === target(next);
    return isSame ? ({ ...next, was: known.was } as Operation) : null;
  });
  const typing = last?.length === operations.length && merged.every((each) => each !== null);
  return typing ? [...waiting.slice(0, -1), merged as Operation[]] : [...waiting, [...operations]];
};

const changesSomething = (operation: Operation): boolean =>
  !("value" in operation) || JSON.stringify(operation.value) !== JSON.stringify(operation.was);

interface Options {
  readonly send: (operations: readonly Operation[]) => Promise<unknown>;
  readonly onState: (saving: Saving, trouble: string | null) => void;
  readonly onSaved: () => void;
}

/** Changes on their way to the server: saved a moment after the last one, each one step of undo, in order. */
export class SaveQueue {
  #timer: ReturnType<typeof setTimeout> | undefined;
  #queue: Operation[][] = [];
  #sending: Promise<void> = Promise.resolve();
  constructor(private readonly options: Options) {}

  get isEmpty(): boolean {
    return this.#queue.length === 0;
  }

  add(operations: readonly Operation[]): void {
    this.#queue = withChange(this.#queue, operations);
    this.options.onState("waiting", null);
    clearTimeout(this.#timer);
    this.#timer = setTimeout(() => void this.flush(), SAVE_AFTER_MS);
  }

  clear(): void {
    this.#queue = [];
  }

  /** Saves what waits. Resolves when nothing is under way. */
  flush(): Promise<void> {
    clearTimeout(this.#timer);
    this.#sending = this.#sending.then(() => this.#sendAll());
    return this.#sending;
  }

  async #sendAll(): Promise<void> {
    const { send, onState, onSaved } = this.options;
    let saved = false;
    try {
      for (let change = this.#queue[0]; change; change = this.#queue[0]) {
        this.#queue = this.#queue.slice(1);
        const operations = change.filter(changesSomething);
        if (operations.length === 0) continue;
        onState("saving", null);
        try {
          await send(operations);
          saved = true;
        } catch (error) {
          // kept here, and tried again with the next edit
          this.#queue = [change, ...this.#queue];
          throw error;
        }
      }
      onState("saved", null);
    } catch (error) {
      onState("failed", error instanceof Error ? error.message : "It could not be saved.");
    }
    if (saved) onSaved();
  }
}
