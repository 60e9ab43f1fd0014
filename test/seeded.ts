/** mulberry32: a small seeded generator for cases that can be repeated by their seed. */
export interface Seeded {
  readonly real: () => number;
  readonly below: (limit: number) => number;
  readonly chance: (probability: number) => boolean;
  readonly pick: <T>(items: readonly T[]) => T;
  /** Some of the items, at least `least`, each at most once. */
  readonly some: <T>(items: readonly T[], least: number, most: number) => T[];
}

export const seeded = (seed: number): Seeded => {
  let state = seed | 0;
  const real = () => {
    state = (state + 0x6d2b79f5) | 0;
    let t = Math.imul(state ^ (state >>> 15), 1 | state);
    t = (t + Math.imul(t ^ (t >>> 7), 61 | t)) ^ t;
    return ((t ^ (t >>> 14)) >>> 0) / 4294967296;
  };
  const below = (limit: number) => Math.floor(real() * limit);
  const pick = <T>(items: readonly T[]): T => items[below(items.length)] as T;
  return {
    real,
    below,
    pick,
    chance: (probability) => real() < probability,
    some: (items, least, most) => {
      const pool = [...items];
      const count = Math.min(pool.length, least + below(most - least + 1));
      return Array.from(
        { length: count },
        () => pool.splice(below(pool.length), 1)[0] as (typeof pool)[number],
      );
    },
  };
};

/** The seed of this run: `SEED=123 npx vitest …` repeats one. Printed by the tests that use it. */
export const runSeed = (fallback: number): number => Number(process.env["SEED"] ?? fallback);
