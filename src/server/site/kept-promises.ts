import { LRUCache } from "lru-cache";
import { type Connection, inSnapshot, POOL, type Transaction } from "../../data/database";

/**
 * What is loaded of a site, kept by a name that says exactly what it is: promises, so that a hundred who ask at once
 * wait for one loading; up to so many bytes, the ones longest not asked for going first.
 *
 * Whoever loads has a connection before others begin to wait for the loading: someone who holds the last connection
 * never waits for someone who waits for a connection.
 */
export class KeptPromises<T extends object> {
  readonly #kept: LRUCache<string, Promise<T>>;
  readonly #size: (value: T) => number;

  /** `most` and what `size` gives are bytes, roughly. */
  constructor(most: number, size: (value: T) => number) {
    this.#kept = new LRUCache<string, Promise<T>>({ maxSize: most, sizeCalculation: () => 1 });
    this.#size = size;
  }

  async get(key: string, connection: Connection, load: (transaction: Transaction) => Promise<T>): Promise<T> {
    const known = this.#kept.get(key);
    if (known) return known;
    if (connection === POOL) return inSnapshot((transaction) => this.get(key, transaction, load));
    const loading = load(connection);
    this.#kept.set(key, loading, { size: 1 });
    const settle = (value: T) => {
      if (this.#kept.peek(key) !== loading) return;
      // under the same value a size stays what it was
      this.#kept.delete(key);
      this.#kept.set(key, loading, { size: Math.max(1, this.#size(value)) });
    };
    loading.then(settle, () => {
      if (this.#kept.peek(key) === loading) this.#kept.delete(key);
    });
    return loading;
  }

  /** Forgets all whose key begins so. */
  forget(prefix: string): void {
    for (const key of this.#kept.keys()) if (key.startsWith(prefix)) this.#kept.delete(key);
  }
}
