/** Stands for Node's `module` where HarfBuzz is bundled for browsers: it is asked for on Node alone. */
export const createRequire = (): never => {
  throw new Error("fonts: expected a browser, got Node");
};
