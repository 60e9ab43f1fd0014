import fc from "fast-check";
import { afterEach, beforeEach, describe, expect, it, vi } from "vitest";
import { block, partWith } from "../../../test/page-data";
import { designOf } from "../../core/design/design";
import { applyOperations, invertAll, type Operation } from "../../core/design/operations";
import { Band, type Block, Part, type Part as PartType } from "../../core/design/part";
import { blocksOf, findPlace, type NodePlace, walk } from "../../core/design/tree";
import { copyLook, copyNode, pasteLook, pasteNode } from "./clipboard";
import { useEditor } from "./editor";
import * as acts from "./node-actions";

const editor = () => useEditor.getState();
const body = () => editor().body as PartType;
const ids = () => [...walk(body())].map(({ node }) => node.id);
const at = (id: string) => findPlace(body(), id) as NodePlace;
const named = () =>
  blocksOf(body()).map((each) => (each.kind === "heading" ? each.settings.text : each.kind));

/** Two bands: one of two cells with three headings, one with a box of two. */
const start = (): PartType => {
  const words = (text: string) => block("heading", { text });
  const box = block("group", {}, [words("D"), words("E")]);
  const bands = [
    {
      id: "first",
      cells: [
        { id: "c1", blocks: [words("A"), words("B")] },
        { id: "c2", blocks: [words("C")] },
      ],
    },
    { id: "second", cells: [{ id: "c3", blocks: [box] }] },
  ].map((band) => Band.parse(band));
  return Part.parse({ ...partWith("header", []), bands }) as PartType;
};

let done: Operation[] = [];
let before: PartType;
beforeEach(() => {
  vi.useFakeTimers();
  vi.stubGlobal("fetch", async () =>
    Response.json({ ok: true, value: { rev: 1, label: "", documents: {} } }),
  );
  const kept = new Map<string, string>();
  vi.stubGlobal("document", {
    addEventListener: () => undefined,
    removeEventListener: () => undefined,
    execCommand: () => true,
  });
  vi.stubGlobal("localStorage", {
    getItem: (key: string) => kept.get(key) ?? null,
    setItem: (key: string, value: string) => void kept.set(key, value),
  });
  open(start());
});
afterEach(() => {
  vi.useRealTimers();
  vi.unstubAllGlobals();
});
const plainApply = editor().apply;
const open = (part: PartType, site = "site") => {
  before = part;
  done = [];
  useEditor.setState({
    apply: (operations) => {
      const fits = plainApply(operations);
      if (fits) done.push(...operations);
      return fits;
    },
  });
  useEditor.setState({ site, id: "p", body: part, selected: null, also: [] });
};

const idOf = (text: string) =>
  blocksOf(body()).find((each) => each.kind === "heading" && each.settings.text === text)?.id ?? "";
const box = () => blocksOf(body()).find(({ kind }) => kind === "group") as Block;

describe("what can be done with nodes", () => {
  it("puts a box round a block and takes it away again, with what is in it in its place", () => {
    acts.putInBox(at(idOf("B")));
    expect(named()).toEqual(["A", "group", "B", "C", "group", "D", "E"]);
    expect(at(idOf("B")).parent).toBe(editor().selected);
    acts.unbox(at(editor().selected as string));
    expect(named()).toEqual(["A", "B", "C", "group", "D", "E"]);
    acts.unbox(at(box().id));
    expect(named()).toEqual(["A", "B", "C", "D", "E"]);
    expect(editor().selected).toBe(idOf("D"));
  });
  it("boxes several that stand together, whatever order they were selected in", () => {
    const [a, b] = [at(idOf("A")), at(idOf("B"))];
    expect(acts.standTogether([b, a])).toBe(true);
    expect(acts.standTogether([a, at(idOf("C"))])).toBe(false);
    acts.putAllInBox([b, a]);
    expect(named()).toEqual(["group", "A", "B", "C", "group", "D", "E"]);
  });
  it("duplicates behind what is duplicated, with ids of its own all the way down", () => {
    acts.duplicateNode(at(box().id));
    expect(named()).toEqual(["A", "B", "C", "group", "D", "E", "group", "D", "E"]);
    acts.duplicateAll([at(idOf("A")), at(idOf("C"))]);
    expect(named().join("")).toBe("AABCCgroupDEgroupDE");
    expect(new Set(ids()).size).toBe(ids().length);
  });
  it("removes, but never the last cell of a band", () => {
    acts.removeSelected(at("c3"));
    acts.removeAll([at("c1"), at("c2")]);
    expect(done).toEqual([]);
    acts.removeSelected(at("c2"));
    expect(named()).toEqual(["A", "B", "group", "D", "E"]);
    acts.removeAll([at(idOf("A")), at(idOf("D"))]);
    expect(named()).toEqual(["B", "group", "E"]);
  });
  it("drops a block on a block, a cell or a box's content, a cell on a band, and nothing into itself", () => {
    acts.dropNode(idOf("A"), idOf("C"));
    expect(named()).toEqual(["B", "A", "C", "group", "D", "E"]);
    acts.dropNode(idOf("B"), "c3");
    expect(named()).toEqual(["A", "C", "group", "D", "E", "B"]);
    acts.dropNode("c1", "second");
    expect((body().bands[1] as Band).cells.map(({ id }) => id)).toEqual(["c3", "c1"]);
    const count = done.length;
    acts.dropNode(box().id, idOf("D"));
    acts.dropNode("first", "c3");
    acts.dropNode("c2", idOf("D"));
    expect(done).toHaveLength(count);
  });
  it("adds a block behind the selected one, into a selected cell, band or box, or at the end", () => {
    const addAt = (node: string | null) => {
      editor().select(node);
      acts.addBlock("line");
      const added = editor().selected as string;
      const place = at(added);
      return [place.parent, place.index];
    };
    expect(addAt(idOf("A"))).toEqual(["c1", 1]);
    expect(addAt("c1")).toEqual(["c1", 3]);
    expect(addAt("first")).toEqual(["c2", 1]);
    expect(addAt(box().id)).toEqual([box().id, 2]);
    expect(addAt(null)).toEqual(["c3", 1]);
  });
});

const THINGS = { menus: [], pieces: [], pictures: [], palette: [], textStyles: [] };

describe("copies", () => {
  it("go behind one of their sort, into what holds their sort, and nowhere else", () => {
    copyNode(at(idOf("A")), THINGS);
    expect(pasteNode(THINGS, at("c2"))).toBe(true);
    expect(pasteNode(THINGS, at("second"))).toBe(true);
    expect(named()).toEqual(["A", "B", "C", "A", "group", "D", "E", "A"]);
    copyNode(at("first"), THINGS);
    expect(pasteNode(THINGS, at(idOf("C")))).toBe(true);
    expect(body().bands).toHaveLength(3);
    copyNode(at("c1"), THINGS);
    expect(pasteNode(THINGS, at(idOf("C")))).toBe(false);
    expect(new Set(ids()).size).toBe(ids().length);
  });
  it("of a look take its colours, distances, border, corners and shadow, and nothing of what it says or who sees it", () => {
    const from = idOf("A");
    const look = {
      colour: "#112233",
      padding: { top: 1, right: 2, bottom: 3, left: 4 },
      borderWidth: 2,
      radius: 6,
      shadow: true,
      hideOn: ["small"],
      seenBy: "signedIn",
    };
    for (const [key, value] of Object.entries(look)) {
      const was = (at(from).node as Block).look[key as keyof Block["look"]];
      editor().apply([{ op: "setNode", id: "p", node: from, path: ["look", key], value, was }]);
    }
    copyLook(at(from));
    expect(pasteLook(at(idOf("C")))).toBe(true);
    const given = at(idOf("C")).node as Block;
    const { hideOn: _, seenBy: __, ...worn } = look;
    expect(given.look).toMatchObject({ ...worn, hideOn: [], seenBy: "" });
    expect(given.kind === "heading" && given.settings.text).toBe("C");
    expect(pasteLook(at("c1"))).toBe(false);
  });
  it("to another site leave its menus and named colours behind", () => {
    const plain = block("menu", { menu: "main" });
    const menu = { ...plain, look: { ...plain.look, colour: "colour:night" } } as Block;
    open(Part.parse({ ...partWith("header", [menu]) }) as PartType, "one");
    const there = {
      ...THINGS,
      palette: [{ id: "night", value: "#101830" }],
      menus: [{ id: "main", name: "Main" }],
    };
    copyNode(at(menu.id), there);
    open(start(), "other");
    expect(pasteNode(THINGS, at("c2"))).toBe(true);
    const pasted = at(editor().selected as string).node as Block;
    expect(pasted).toMatchObject({ settings: { menu: "" }, look: { colour: "#101830" } });
  });
});

describe("whatever is done", () => {
  it("leaves a part that can be kept, with ids that are there once, and is undone by its inverse", () => {
    const anyAct = fc.record({
      act: fc.integer({ min: 0, max: 9 }),
      one: fc.nat(),
      other: fc.nat(),
    });
    fc.assert(
      fc.property(fc.array(anyAct, { maxLength: 12 }), (steps) => {
        open(start());
        for (const { act, one, other } of steps) {
          const all = ids();
          const [a, b] = [all[one % all.length], all[other % all.length]] as [string, string];
          const place = at(a);
          const isBlock = place.type === "block";
          if (act === 0) acts.duplicateNode(place);
          if (act === 1 && isBlock) acts.putInBox(place);
          if (act === 2 && acts.canUnbox(place)) acts.unbox(place);
          if (act === 3) acts.removeSelected(place);
          if (act === 4) acts.dropNode(a, b);
          if (act === 5) acts.addBand();
          if (act === 6 && place.type === "band") acts.addCell(place.node as Band);
          if (act === 7) {
            editor().select(a);
            acts.addBlock("tagline");
          }
          if (act === 8 && acts.standTogether([place, at(b)]) && a !== b) acts.putAllInBox([place, at(b)]);
          if (act === 9) {
            copyNode(place, THINGS);
            pasteNode(THINGS, at(b));
          }
          if (body().bands.length === 0) break;
        }
        expect(Part.safeParse(body()).success).toBe(true);
        expect(new Set(ids()).size).toBe(ids().length);
        const now = designOf([{ id: "p", kind: "part", body: body() }]);
        const undone = applyOperations(now, invertAll(done));
        expect(undone.ok && undone.value.get("p")?.body).toEqual(before);
      }),
      { numRuns: 300 },
    );
  });
});
