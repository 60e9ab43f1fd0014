import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { defaultSettings } from "../blocks";
import { Look } from "../model/look";
import { EVERYWHERE } from "../model/placement";
import { type DesignDocument, designOf } from "./design";
import { applyOperations, invertAll, type Operation, setNodeOperation, setOperation } from "./operations";
import { Band, type Block, type Part } from "./part";
import { blocksOf, findPlace, insertNode, removeNode, updateNode, walk, withFreshIds } from "./tree";

const block = (id: string, kind: "space" | "heading" | "group" = "heading", blocks?: Block[]): Block =>
  ({
    id,
    kind,
    settings: defaultSettings(kind),
    look: Look.parse({}),
    ...(kind === "group" ? { blocks: blocks ?? [] } : {}),
  }) as Block;
const band = (id: string, ...blocks: Block[]) =>
  Band.parse({ id, cells: [{ id: `${id}-c1`, blocks }, { id: `${id}-c2` }] });
const part: Part = {
  schema: 1,
  slot: "header",
  number: 1,
  name: "Day",
  on: true,
  binnedAt: null,
  origin: "00000000-0000-4000-8000-000000000000",
  placement: EVERYWHERE,
  bands: [
    band("b1", block("x"), block("g", "group", [block("in1"), block("in2")])),
    band("b2", block("y")),
  ] as Part["bands"],
};
const document: DesignDocument = { id: "p", kind: "part", body: part };
const design = designOf([document]);
const bodyAfter = (operations: readonly Operation[]): Part => {
  const outcome = applyOperations(design, operations);
  if (!outcome.ok) throw new Error(JSON.stringify(outcome.issues));
  return outcome.value.get("p")?.body as Part;
};

const nodeIds = [...walk(part)].map((place) => place.node.id);
const blockParents = ["b1-c1", "b1-c2", "b2-c1", "b2-c2", "g"];

/** Operations that fit the state they are made for: each is built from the part as it is then. */
const anyOperation = (now: Part): fc.Arbitrary<Operation | null> => {
  const blocks = blocksOf(now).filter((each) => each.kind !== "group");
  const target = blocks[0];
  return fc.oneof(
    fc
      .record({ to: fc.integer({ min: 0, max: 60 }) })
      .map(({ to }) =>
        target ? setNodeOperation(now, "p", target.id, ["settings", "text"], `text ${to}`) : null,
      ),
    fc
      .record({ text: fc.string({ minLength: 1, maxLength: 40 }) })
      .map(({ text }) => setOperation(designOf([{ id: "p", kind: "part", body: now }]), "p", ["name"], text)),
    fc
      .record({ parent: fc.constantFrom(...blockParents), at: fc.nat(3), id: fc.uuid() })
      .map(({ parent, at, id }): Operation | null => {
        const place = findPlace(now, parent);
        const count = place && "blocks" in place.node ? (place.node.blocks?.length ?? 0) : 0;
        return place
          ? { op: "insertNode", id: "p", parent, index: Math.min(at, count), node: block(id) }
          : null;
      }),
    fc.constantFrom(...nodeIds).map((id): Operation | null => {
      const place = findPlace(now, id);
      return place && place.type === "block"
        ? { op: "removeNode", id: "p", parent: place.parent, index: place.index, node: place.node }
        : null;
    }),
    fc
      .record({ id: fc.constantFrom("x", "y", "in1", "in2"), to: fc.constantFrom("b1-c2", "b2-c2") })
      .map(({ id, to }): Operation | null => {
        const place = findPlace(now, id);
        return place && findPlace(now, to)
          ? {
              op: "moveNode",
              id: "p",
              node: id,
              from: { parent: place.parent, index: place.index },
              to: { parent: to, index: 0 },
            }
          : null;
      }),
  );
};

describe("operations", () => {
  it("are taken back exactly by their inverses, in any sequence", () => {
    fc.assert(
      fc.property(fc.array(fc.nat(10_000), { minLength: 1, maxLength: 12 }), (seeds) => {
        let now = design;
        const done: Operation[] = [];
        for (const seed of seeds) {
          const [operation] = fc.sample(anyOperation(now.get("p")?.body as Part), { numRuns: 1, seed });
          if (!operation) continue;
          const next = applyOperations(now, [operation]);
          if (!next.ok) throw new Error(JSON.stringify({ operation, issues: next.issues }));
          now = next.value;
          done.push(operation);
        }
        const back = applyOperations(now, invertAll(done));
        expect(back.ok && back.value.get("p")?.body).toEqual(part);
      }),
      { numRuns: 300, seed: 11 },
    );
  });
  it("return the same design when nothing changes", () => {
    const outcome = applyOperations(design, [setOperation(design, "p", ["name"], "Day")]);
    expect(outcome.ok && outcome.value.get("p")?.body).toEqual(part);
    expect(updateNode(part, "x", (node) => node)).toBe(part);
    expect(removeNode(part, "nobody")).toBe(part);
  });
  it("apply all or nothing", () => {
    const outcome = applyOperations(design, [
      setOperation(design, "p", ["name"], "Night"),
      { op: "set", id: "p", path: ["on"], value: false, was: false },
    ]);
    expect(outcome).toMatchObject({ ok: false, issues: [{ code: "change.clash" }] });
  });
  it("let two people change different fields of one block, and ask where they meet", () => {
    const mine = setNodeOperation(part, "p", "x", ["settings", "text"], "Mine");
    const theirs = setNodeOperation(part, "p", "x", ["settings", "level"], 3);
    const both = applyOperations(design, [theirs, mine]);
    expect(both.ok).toBe(true);
    const clash = applyOperations(design, [
      setNodeOperation(part, "p", "x", ["settings", "text"], "Theirs"),
      mine,
    ]);
    expect(clash).toMatchObject({ ok: false, issues: [{ code: "change.clash" }] });
  });
  it("remove a box and keep its contents in place", () => {
    const inside = ["in1", "in2"].map(
      (id, index): Operation => ({
        op: "moveNode",
        id: "p",
        node: id,
        from: { parent: "g", index: 0 },
        to: { parent: "b1-c1", index: 1 + index },
      }),
    );
    const empty = { ...(findPlace(part, "g")?.node as Block), blocks: [] };
    const after = bodyAfter([
      ...inside,
      { op: "removeNode", id: "p", parent: "b1-c1", index: 3, node: empty },
    ]);
    expect(after.bands[0]?.cells[0]?.blocks.map((each) => each.id)).toEqual(["x", "in1", "in2"]);
  });

  const refused: [string, Operation, string][] = [
    [
      "a value that does not fit",
      { op: "set", id: "p", path: ["name"], value: "", was: "Day" },
      "change.badValue",
    ],
    [
      "a setting that does not fit",
      { op: "setNode", id: "p", node: "x", path: ["settings", "level"], value: 9, was: 2 },
      "change.badValue",
    ],
    [
      "a prototype",
      { op: "set", id: "p", path: ["__proto__", "x"], value: 1, was: undefined },
      "change.badValue",
    ],
    [
      "a node that is gone",
      { op: "setNode", id: "p", node: "gone", path: ["settings"], value: {}, was: {} },
      "change.nodeGone",
    ],
    [
      "a document that is gone",
      { op: "set", id: "q", path: ["name"], value: "x", was: "y" },
      "change.documentGone",
    ],
    ["a second document of one id", { op: "create", id: "p", kind: "part", body: part }, "change.exists"],
    [
      "a block of an unknown kind",
      {
        op: "insertNode",
        id: "p",
        parent: "b1-c1",
        index: 0,
        node: { id: "n", kind: "marquee", settings: {} },
      },
      "change.badNode",
    ],
    [
      "an id that is taken",
      { op: "insertNode", id: "p", parent: "b1-c1", index: 0, node: block("y") },
      "change.nodeTwice",
    ],
    [
      "a block where cells stand",
      {
        op: "moveNode",
        id: "p",
        node: "x",
        from: { parent: "b1-c1", index: 0 },
        to: { parent: "b1", index: 0 },
      },
      "change.badPlace",
    ],
    [
      "a box into itself",
      {
        op: "moveNode",
        id: "p",
        node: "g",
        from: { parent: "b1-c1", index: 1 },
        to: { parent: "g", index: 0 },
      },
      "change.badPlace",
    ],
    [
      "a link to a script",
      {
        op: "create",
        id: "m",
        kind: "menu",
        body: {
          schema: 1,
          name: "M",
          origin: part.origin,
          items: [{ id: "i", label: "x", target: { url: "javascript:alert(1)" }, items: [] }],
        },
      },
      "link.scheme",
    ],
    [
      "a menu of four levels",
      {
        op: "create",
        id: "m",
        kind: "menu",
        body: {
          schema: 1,
          name: "M",
          origin: part.origin,
          items: [1, 2, 3, 4].reduceRight<unknown[]>(
            (items, level) => [{ id: `i${level}`, label: "x", target: null, items }],
            [],
          ),
        },
      },
      "menu.depth",
    ],
  ];
  it.each(refused)("refuse %s", (_, operation, code) => {
    const outcome = applyOperations(design, [operation]);
    expect(outcome).toMatchObject({ ok: false, issues: [{ code }] });
  });
});

describe("the tree", () => {
  it("gives fresh ids all the way down", () => {
    let next = 0;
    const copy = withFreshIds(part.bands[0] as Band, () => `n${next++}`);
    const ids = [...walk({ ...part, bands: [copy] })].map((place) => place.node.id);
    expect(new Set(ids).size).toBe(ids.length);
    expect(ids.some((id) => nodeIds.includes(id))).toBe(false);
  });
  it("inserts where it is told", () => {
    expect(
      insertNode(part, "g", 1, block("new")).bands[0]?.cells[0]?.blocks[1]?.blocks?.map((each) => each.id),
    ).toEqual(["in1", "new", "in2"]);
  });
});

describe("what was written before a field with a default was there", () => {
  /** As an older version of the software wrote it: without the fields added since. */
  const older = <T extends object>(value: T, ...fields: string[]): T =>
    Object.fromEntries(Object.entries(value).filter(([key]) => !fields.includes(key))) as T;
  it("a new document is taken back though the schema added to it", () => {
    const picture = {
      schema: 1,
      name: "Ridge",
      origin: "00000000-0000-4000-8000-000000000000",
      file: "a".repeat(64),
      type: "image/jpeg",
      width: 10,
      height: 10,
      focal: { x: 50, y: 50 },
    };
    const create: Operation = { op: "create", id: "pic", kind: "picture", body: picture };
    const made = applyOperations(design, [create]);
    if (!made.ok) throw new Error(JSON.stringify(made.issues));
    expect(made.value.get("pic")?.body).toMatchObject({ formats: ["webp"], alt: "" });
    expect(applyOperations(made.value, invertAll([create]))).toEqual({ ok: true, value: design });
  });
  it("a band is taken back by the words an older version kept of it, and not by others", () => {
    const [, second] = part.bands;
    if (!second) throw new Error("test: expected a second band");
    const kept = {
      ...second,
      background: older(
        second.background,
        "texture",
        "textureStrength",
        "overlayColour",
        "overlayTo",
        "overlayAngle",
      ),
    };
    const remove = (node: unknown): Operation => ({ op: "removeNode", id: "p", parent: "", index: 1, node });
    expect(bodyAfter([remove(kept)]).bands).toHaveLength(1);
    const other = applyOperations(design, [remove({ ...kept, gap: kept.gap + 1 })]);
    expect(other).toMatchObject({ ok: false, issues: [{ code: "change.clash" }] });
  });
});
