/** So long work goes on before others get a turn, ms: shorter than anyone notices. */
const BREATH_MS = 8;

/** Does work that comes in steps, letting in between whoever waits for an answer. */
export const unhurried = async <T>(steps: Generator<unknown, T>): Promise<T> => {
  let until = performance.now() + BREATH_MS;
  for (;;) {
    const step = steps.next();
    if (step.done) return step.value;
    if (performance.now() < until) continue;
    await new Promise((on) => setImmediate(on));
    until = performance.now() + BREATH_MS;
  }
};
