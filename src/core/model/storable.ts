/**
 * Text that cannot be kept: PostgreSQL keeps no NUL (its manual, §8.3), and a lone surrogate is no character at all
 * (Unicode §3.9, D91: it has no UTF-8).
 */
const isStorable = (text: string): boolean => !text.includes("\0") && text.isWellFormed();

/** Where in a value the first text or key stands that cannot be kept; undefined if there is none. It goes no deeper than it is told. */
export const unstorable = (value: unknown, deepest = 120): readonly (string | number)[] | undefined => {
  if (typeof value === "string") return isStorable(value) ? undefined : [];
  if (typeof value !== "object" || value === null || deepest === 0 || ArrayBuffer.isView(value))
    return undefined;
  const entries: Iterable<readonly [string | number, unknown]> = Array.isArray(value)
    ? value.entries()
    : Object.entries(value);
  for (const [key, inner] of entries) {
    if (typeof key === "string" && !isStorable(key)) return [];
    const found = unstorable(inner, deepest - 1);
    if (found) return [key, ...found];
  }
  return undefined;
};
