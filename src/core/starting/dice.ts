/**
 * Chance that is the same everywhere: a 32-bit generator (mulberry32; common practice, no source), seeded by a whole
 * number. Not for secrets.
 */
export class Dice {
  #state: number;
  constructor(seed: number) {
    this.#state = seed >>> 0;
  }
  /** From 0 up to, not including, 1. */
  next(): number {
    this.#state = (this.#state + 0x6d2b79f5) >>> 0;
    let mixed = this.#state;
    mixed = Math.imul(mixed ^ (mixed >>> 15), mixed | 1);
    mixed ^= mixed + Math.imul(mixed ^ (mixed >>> 7), mixed | 61);
    return ((mixed ^ (mixed >>> 14)) >>> 0) / 2 ** 32;
  }
  one<T>(list: readonly T[]): T {
    return list[Math.floor(this.next() * list.length)] as T;
  }
}
