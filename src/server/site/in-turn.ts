/**
 * Asks once for all who ask while an answer is under way, without giving anyone an answer that is older than the
 * question: those who come while one is under way wait for the next, which begins when that one is done.
 */
export class InTurn<T> {
  readonly #running = new Map<string, Promise<T>>();
  readonly #next = new Map<string, Promise<T>>();
  constructor(private readonly ask: (key: string) => Promise<T>) {}

  get(key: string): Promise<T> {
    const running = this.#running.get(key);
    if (!running) return this.#run(key);
    const known = this.#next.get(key);
    if (known) return known;
    const start = () => {
      this.#next.delete(key);
      return this.#run(key);
    };
    const next = running.then(start, start);
    this.#next.set(key, next);
    return next;
  }

  #run(key: string): Promise<T> {
    const answer = this.ask(key);
    this.#running.set(key, answer);
    const done = () => {
      if (this.#running.get(key) === answer) this.#running.delete(key);
    };
    answer.then(done, done);
    return answer;
  }
}
