/** JSON with sorted keys and no white space: same value, same text. `undefined` fields are left out. */
export const canonicalJson = (value: unknown): string => {
  if (value === null || typeof value !== "object") return JSON.stringify(value) ?? "null";
  if (Array.isArray(value)) return `[${value.map(canonicalJson).join(",")}]`;
  const fields = Object.entries(value)
    .filter(([, field]) => field !== undefined)
    .sort(([a], [b]) => (a < b ? -1 : 1))
    .map(([key, field]) => `${JSON.stringify(key)}:${canonicalJson(field)}`);
  return `{${fields.join(",")}}`;
};

/** Whether two stored values are the same, whatever the order of their keys. */
export const sameValue = (a: unknown, b: unknown): boolean =>
  a === b || canonicalJson(a) === canonicalJson(b);
