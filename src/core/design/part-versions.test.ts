import { describe, expect, it } from "vitest";
import { block, partWith } from "../../../test/page-data";
import { applyOperations, invertAll, type Operation, setNodeOperation } from "./operations";
import type { Part } from "./part";
import { bringBackOperations, type KeptChange, partVersions } from "./part-versions";

const first = partWith("header", [{ ...block("heading", { text: "one" }), id: "h" }]);
const ID = "p";

/** Applies changes one after another, and keeps what takes each back. */
const history = (changes: readonly ((part: Part) => readonly Operation[])[]) => {
  let now = first;
  const kept: KeptChange[] = [];
  for (const [at, change] of changes.entries()) {
    const operations = change(now);
    const next = applyOperations(new Map([[ID, { id: ID, kind: "part", body: now }]]), operations);
    if (!next.ok) throw new Error(JSON.stringify(next.issues));
    now = next.value.get(ID)?.body as Part;
    kept.unshift({ rev: at + 1, inverse: invertAll(operations) });
  }
  return { now, kept };
};
const text = (value: string) => (part: Part) => [
  setNodeOperation(part, ID, "h", ["settings", "text"], value),
];
const textOf = (part: Part | null | undefined) => JSON.stringify(part?.bands).match(/"text":"(\w+)"/)?.[1];

describe("versions of a part", () => {
  const { now, kept } = history([
    text("two"),
    (part) => [{ op: "set", id: ID, path: ["name"], value: "Renamed", was: part.name }],
    text("three"),
  ]);
  it("are what it was before each change", () => {
    const versions = partVersions(ID, now, kept);
    expect([3, 2, 1].map((rev) => textOf(versions.get(rev)))).toEqual(["two", "two", "one"]);
    expect(versions.get(2)?.name).toBe(first.name);
    expect(versions.get(1)).toEqual(first);
  });
  it("end where a change cannot be taken back", () => {
    const broken = kept.map((change) =>
      change.rev === 2
        ? {
            ...change,
            inverse: [{ op: "set", id: ID, path: ["name"], value: "x", was: "other" } as Operation],
          }
        : change,
    );
    expect([...partVersions(ID, now, broken).keys()]).toEqual([3]);
  });
  it("are null where the part was not there yet", () => {
    const made: KeptChange = { rev: 0, inverse: [{ op: "remove", id: ID, kind: "part", was: first }] };
    expect(partVersions(ID, now, [...kept, made]).get(0)).toBeNull();
  });
  it("are brought back with bands, what pages may change and name; where it shows stays", () => {
    const moved = { ...now, placement: { ...now.placement, over: true } };
    const operations = bringBackOperations(ID, moved, first);
    const next = applyOperations(new Map([[ID, { id: ID, kind: "part", body: moved }]]), operations);
    const body = next.ok ? (next.value.get(ID)?.body as Part) : null;
    expect(body).toEqual({ ...first, placement: moved.placement });
    expect(bringBackOperations(ID, first, first)).toEqual([]);
  });
});
