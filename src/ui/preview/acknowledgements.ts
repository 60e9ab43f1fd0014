/** When a drawing was on the screen, by the clock, ms. */
export interface Seen {
  readonly id: number;
  /** In the last of the frames, for two of its frames. */
  readonly frames: number;
  /** What is said beside the frames: painted. 0 where it stays as it was. */
  readonly painted: number;
  /** All of it, for two frames. */
  readonly at: number;
}

interface Known {
  readonly frames: readonly number[];
  readonly said: { readonly painted: number; readonly at: number } | null;
}
const NOTHING: Known = { frames: [], said: null };

/** Counts who has a drawing on the screen, and tells when all have. Of a drawing that another one overtakes nothing is told. */
export class Acknowledgements {
  readonly #known = new Map<number, Known>();
  #told = 0;
  constructor(
    private readonly frames: number,
    private readonly onSeen: (seen: Seen) => void,
  ) {}

  /** One more frame has it. */
  frame(id: number, at: number): void {
    const known = this.#known.get(id) ?? NOTHING;
    this.#note(id, { ...known, frames: [...known.frames, at] });
  }

  /** What is said beside the frames is there. */
  said(id: number, painted: number, at: number): void {
    this.#note(id, { ...(this.#known.get(id) ?? NOTHING), said: { painted, at } });
  }

  #note(id: number, known: Known): void {
    if (id <= this.#told) return;
    this.#known.set(id, known);
    if (!known.said || known.frames.length < this.frames) return;
    this.#told = id;
    for (const each of this.#known.keys()) if (each <= id) this.#known.delete(each);
    const frames = Math.max(...known.frames);
    this.onSeen({ id, frames, painted: known.said.painted, at: Math.max(frames, known.said.at) });
  }
}
