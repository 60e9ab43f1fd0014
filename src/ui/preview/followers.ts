import type { StoreApi } from "zustand";
import { sendNow } from "./render-together";

type Hears<State> = (now: State, before: State) => void;

/**
 * Whoever has something drawn of what is edited. All of them hear of a change at once, and what they have drawn is asked
 * of the worker there and then: before React renders the screen round the frames.
 */
export class Followers<State> {
  readonly #all = new Set<Hears<State>>();
  constructor(store: Pick<StoreApi<State>, "subscribe">) {
    store.subscribe((now, before) => {
      for (const hears of this.#all) hears(now, before);
      sendNow();
    });
  }

  /** One more who hears; gives what ends that. */
  add(hears: Hears<State>): () => void {
    this.#all.add(hears);
    return () => void this.#all.delete(hears);
  }
}
