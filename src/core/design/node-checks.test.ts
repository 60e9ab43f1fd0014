import { describe, expect, it } from "vitest";
import { runSeed, seeded } from "../../../test/seeded";
import { BLOCK_KINDS, defaultSettings } from "../blocks";
import { type Design, type DesignDocument, designOf, documentSchemas } from "./design";
import { applyOperations, type Operation, valueAt } from "./operations";
import { Band, type Block, type Part } from "./part";
import { findPlace, type PartNode, walk } from "./tree";

const SEED = runSeed(63);
const block = (id: string, kind: (typeof BLOCK_KINDS)[number], blocks?: readonly unknown[]) => ({
  id,
  kind,
  settings: defaultSettings(kind),
  ...(blocks ? { blocks } : {}),
});
const partWith = (blocks: readonly unknown[]): DesignDocument => ({
  id: "p",
  kind: "part",
  body: documentSchemas.part.parse({
    schema: 1,
    slot: "header",
    number: 1,
    name: "One",
    on: true,
    origin: "44444444-4444-4444-8444-444444444444",
    placement: { conditions: [], exceptions: [], audience: null, window: null, over: false },
    bands: [
      Band.parse({ id: "b1", cells: [{ id: "c1", blocks }, { id: "c2" }] }),
      Band.parse({ id: "b2", cells: [{ id: "c3" }] }),
    ],
  }),
});
const bodyOf = (design: Design): Part => design.get("p")?.body as Part;
const VALUES: readonly unknown[] = [
  "x",
  "",
  0,
  -5,
  7,
  1e6,
  true,
  null,
  "#ffffff",
  "colour:ink",
  [],
  {},
  "h2",
  "centre",
  ["wide"],
  { wide: 3 },
];

describe(`a change of nodes (seed ${SEED})`, () => {
  it("is what reading the whole document would make of it, or is refused where that is", () => {
    let [kept, refused] = [0, 0];
    for (let run = 0; run < 120; run += 1) {
      const random = seeded(SEED + run);
      const first = Array.from({ length: 12 }, (_, at) =>
        at % 4 === 0
          ? block(`g${at}`, "group", [block(`i${at}`, "heading")])
          : block(`k${at}`, random.pick(BLOCK_KINDS.filter((kind) => kind !== "group"))),
      );
      let design = designOf([partWith(first)]);
      for (let step = 0; step < 25; step += 1) {
        const part = bodyOf(design);
        const places = [...walk(part)];
        if (places.length === 0) break;
        const { node } = random.pick(places);
        const make = (): Operation => {
          const around = random.pick(
            places.filter((each) => !("kind" in each.node) || each.node.kind === "group"),
          );
          const parent = random.chance(0.1) ? "" : around.node.id;
          switch (random.below(8)) {
            case 0:
              return {
                op: "insertNode",
                id: "p",
                parent,
                index: 0,
                node: block(`n${run}-${step}`, random.pick(BLOCK_KINDS)),
              };
            case 1:
              return { op: "removeNode", id: "p", parent: "", index: 0, node };
            case 2:
              return {
                op: "moveNode",
                id: "p",
                node: node.id,
                from: { parent: "", index: 0 },
                to: { parent, index: 0 },
              };
            default: {
              const keys = Object.keys(node).filter(
                (key) => random.chance(0.05) || !["id", "kind"].includes(key),
              );
              const key = random.pick(keys);
              const inner = (node as unknown as Record<string, unknown>)[key];
              const path =
                inner && typeof inner === "object" && !Array.isArray(inner) && random.chance(0.8)
                  ? [key, random.pick([...Object.keys(inner), "unknown"])]
                  : [key];
              const was = valueAt(node, path);
              const value = random.chance(0.4) ? was : random.pick(VALUES);
              return { op: "setNode", id: "p", node: node.id, path, value, was } as Operation;
            }
          }
        };
        const operations = Array.from({ length: 1 + random.below(2) }, make);
        const applied = applyOperations(design, operations);
        if (!applied.ok) {
          refused += 1;
          continue;
        }
        const now = bodyOf(applied.value);
        const whole = documentSchemas.part.safeParse(now);
        expect(whole.success, JSON.stringify(operations)).toBe(true);
        expect(now, JSON.stringify(operations)).toEqual(whole.data);
        design = applied.value;
        kept += 1;
      }
    }
    expect(kept).toBeGreaterThan(600);
    expect(refused).toBeGreaterThan(600);
  });

  it("leaves every node it does not touch who it was", () => {
    const blocks = Array.from({ length: 50 }, (_, at) => block(`k${at}`, "heading"));
    const design = designOf([partWith(blocks)]);
    const before = bodyOf(design);
    const was = valueAt(findPlace(before, "k7")?.node, ["settings", "text"]);
    const applied = applyOperations(design, [
      { op: "setNode", id: "p", node: "k7", path: ["settings", "text"], value: "Another", was } as Operation,
    ]);
    if (!applied.ok) throw new Error("test: expected it to be applied");
    const after = bodyOf(applied.value);
    const nodesOf = (part: Part) => new Map([...walk(part)].map((place) => [place.node.id, place.node]));
    const [old, now] = [nodesOf(before), nodesOf(after)];
    const changed = [...now].flatMap(([id, node]) => (old.get(id) === node ? [] : [id]));
    // itself, and what stands round it
    expect(changed.sort()).toEqual(["b1", "c1", "k7"]);
    expect((now.get("k7") as Block & PartNode).settings).toMatchObject({ text: "Another" });
  });

  it("of too many children is refused with the reason, as one of the whole document is", () => {
    const blocks = Array.from({ length: 100 }, (_, at) => block(`k${at}`, "line"));
    const design = designOf([partWith(blocks)]);
    const more = applyOperations(design, [
      { op: "insertNode", id: "p", parent: "c1", index: 0, node: block("one-more", "line") } as Operation,
    ]);
    expect(!more.ok && more.issues[0]).toMatchObject({
      code: "change.badValue",
      path: ["p", "bands", 0, "cells", 0, "blocks"],
    });
    const none = applyOperations(design, [
      {
        op: "removeNode",
        id: "p",
        parent: "b2",
        index: 0,
        node: findPlace(bodyOf(design), "c3")?.node,
      } as Operation,
    ]);
    expect(!none.ok && none.issues[0]).toMatchObject({
      code: "change.badValue",
      path: ["p", "bands", 1, "cells"],
    });
  });
});
