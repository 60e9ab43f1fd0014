/** Lists and objects within each other, in any document: far more than anyone makes, far less than any walk of it minds. */
export const MOST_DEPTH = 64;

/** Whether a value nests deeper than is kept. It walks without recursion, so that no depth is too much for itself. */
export const isTooDeep = (value: unknown, most: number = MOST_DEPTH): boolean => {
  let level: unknown[] = [value];
  for (let depth = 0; level.length > 0; depth += 1) {
    if (depth > most) return true;
    level = level.flatMap((each) =>
      typeof each === "object" && each !== null && !ArrayBuffer.isView(each)
        ? Object.values(each).filter((inner) => typeof inner === "object" && inner !== null)
        : [],
    );
  }
  return false;
};
