/**
 * Draws the newest wish, one drawing at a time. A wish that another one took the place of while a drawing was under way
 * is never drawn; the last one always is.
 */
export class DrawLoop<Wish extends object> {
  #wish: Wish;
  #drawn: Wish | null = null;
  #isBusy = false;
  constructor(first: Wish) {
    this.#wish = first;
  }

  get wish(): Wish {
    return this.#wish;
  }

  /** Changes what is wished for. It is drawn by the loop that runs, or by the next one. */
  want(wish: Wish): void {
    this.#wish = wish;
  }

  /** What is wished for is drawn anew: what it is drawn from has changed. */
  again(): void {
    this.#drawn = null;
  }

  /** Draws until the newest wish is drawn, unless that is going on already. A drawing that is null ends it. */
  async run<Drawn>(
    draw: (wish: Wish) => Promise<Drawn | null>,
    show: (drawn: Drawn, wish: Wish) => void,
  ): Promise<void> {
    if (this.#isBusy) return;
    this.#isBusy = true;
    try {
      while (this.#drawn !== this.#wish) {
        const wish = this.#wish;
        this.#drawn = wish;
        const drawn = await draw(wish);
        if (drawn === null) break;
        show(drawn, wish);
      }
    } finally {
      this.#isBusy = false;
    }
  }
}
