/** Reads "28", "20+4", "84/2" as a whole number; undefined for anything else. */
export const readNumber = (text: string): number | undefined => {
  const found = /^\s*(-?\d+(?:\.\d+)?)\s*(?:([+\-*/])\s*(\d+(?:\.\d+)?))?\s*$/.exec(text);
  if (!found) return undefined;
  const [, first, sign, second] = found;
  const [a, b] = [Number(first), Number(second)];
  const value = { "+": a + b, "-": a - b, "*": a * b, "/": a / b }[sign ?? ""] ?? a;
  return Number.isFinite(value) ? Math.round(value) : undefined;
};
