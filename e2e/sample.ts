/** Whether all there is is looked at (`npm run check:all`), not a fixed sample of it. */
export const isWhole = process.env["EXHAUSTIVE"] === "yes";

/** All of a list, or each so-many-th of it: always the same ones. */
export const sample = <T>(list: readonly T[], each: number): readonly T[] =>
  isWhole ? list : list.filter((_, place) => place % each === 0);
