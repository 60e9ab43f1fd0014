import { Busy } from "../../data/database";
import { readEnvironment } from "../../data/environment";

/**
 * Places for work that needs the database: so many at a time, the others wait in line, and none longer than is said. So
 * strangers who ask much wait for each other, and never for all connections there are.
 */
export class Places {
  #free: number;
  readonly #line: (() => void)[] = [];
  constructor(
    places: number,
    private readonly waitMs: number,
  ) {
    this.#free = places;
  }

  /** Does the work in a place. Throws `Busy` if none comes free in time. */
  async take<T>(work: () => Promise<T>): Promise<T> {
    if (this.#free > 0) this.#free -= 1;
    else await this.#wait();
    try {
      return await work();
    } finally {
      const next = this.#line.shift();
      if (next) next();
      else this.#free += 1;
    }
  }

  #wait(): Promise<void> {
    return new Promise((enter, refuse) => {
      const called = () => {
        clearTimeout(timer);
        enter();
      };
      const timer = setTimeout(() => {
        this.#line.splice(this.#line.indexOf(called), 1);
        refuse(new Busy());
      }, this.waitMs);
      this.#line.push(called);
    });
  }
}

const holder = globalThis as typeof globalThis & { grayLatchPlaces?: Places };

/** Strangers have places of their own, fewer than there are connections: the studio never waits for them. */
export const inPlace = <T>(work: () => Promise<T>): Promise<T> => {
  const { PGPOOL, PGWAIT_MS } = readEnvironment();
  holder.grayLatchPlaces ??= new Places(Math.max(1, PGPOOL - 2), PGWAIT_MS);
  return holder.grayLatchPlaces.take(work);
};
