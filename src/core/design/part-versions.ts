import type { DesignDocument } from "./design";
import { applyOperations, type Operation } from "./operations";
import type { Part } from "./part";

/** A change as it is kept: what takes it back is all that is needed to look at what was before. */
export interface KeptChange {
  readonly rev: number;
  readonly inverse: readonly Operation[];
}

/**
 * A part as it was before each of the changes, the newest first; as far back as they can be taken back one after another.
 * Null is a part that was not there. Only what they did to this part is taken back.
 */
export const partVersions = (
  id: string,
  now: Part,
  changes: readonly KeptChange[],
): ReadonlyMap<number, Part | null> => {
  const versions = new Map<number, Part | null>();
  let current: Part | null = now;
  for (const { rev, inverse } of changes) {
    const own = inverse.filter((operation) => operation.id === id);
    const before = current ? [[id, { id, kind: "part", body: current } as DesignDocument] as const] : [];
    const applied = applyOperations(new Map(before), own);
    if (!applied.ok) break;
    const document = applied.value.get(id);
    current = document?.kind === "part" ? document.body : null;
    versions.set(rev, current);
  }
  return versions;
};

const RESTORED = ["bands", "choices", "column", "name"] as const;

/** The operations that give a part what it held in another version: its bands, what pages may change, its name. Where it shows stays. */
export const bringBackOperations = (id: string, now: Part, then: Part): readonly Operation[] =>
  RESTORED.flatMap((field): Operation[] =>
    JSON.stringify(now[field]) === JSON.stringify(then[field])
      ? []
      : [{ op: "set", id, path: [field], value: then[field], was: now[field] }],
  );
