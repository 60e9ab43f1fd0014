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

/** A field of its own: what every object has, such as `valueOf`, is none. */
const fieldOf = (value: object, key: string): unknown =>
  Object.hasOwn(value, key) ? (value as Readonly<Record<string, unknown>>)[key] : undefined;

/** Whether two stored values are the same, whatever the order of their keys. `undefined` fields are not there. */
export const sameValue = (a: unknown, b: unknown): boolean => {
  if (a === b) return true;
  if (a === null || b === null || typeof a !== "object" || typeof b !== "object") return false;
  if (Array.isArray(a) || Array.isArray(b))
    return (
      Array.isArray(a) &&
      Array.isArray(b) &&
      a.length === b.length &&
      a.every((item, place) => sameValue(item, b[place]))
    );
  for (const key in a) if (!sameValue(fieldOf(a, key), fieldOf(b, key))) return false;
  for (const key in b) if (fieldOf(b, key) !== undefined && fieldOf(a, key) === undefined) return false;
  return true;
};
