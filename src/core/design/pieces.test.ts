import { describe, expect, it } from "vitest";
import { block, pageData, partWith } from "../../../test/page-data";
import { shaper } from "../../../test/shaper";
import { ENGLISH } from "../../messages/visitor-words";
import { renderPage } from "../render/page";
import { type Design, designOf, Piece } from "./design";
import { applyOperations } from "./operations";
import type { Block, Part } from "./part";
import { innerId, outerId, pieceIn, pieceInItself, piecesUsed, wholeDesign, wholePart } from "./pieces";
import { blocksOf } from "./tree";

const named = (id: string, from: Block): Block => ({ ...from, id });
const pieceOf = (name: string, blocks: readonly Block[], cell: object = {}): Piece =>
  Piece.parse({
    schema: 1,
    name,
    origin: "00000000-0000-4000-8000-000000000000",
    bands: [{ id: "pb", cells: [{ id: "pc", direction: "column", gap: 9, ...cell, blocks }] }],
  }) as Piece;
const use = (id: string, piece: string): Block => named(id, block("piece", { piece }));

const contact = pieceOf("Contact", [
  named("h", block("heading", { text: "Write to us" })),
  named("s", block("signUp")),
]);
const outer = pieceOf("Outer", [use("inner", "contact")], { direction: "row" });
const footer: Part = partWith("footer", [use("one", "contact"), use("two", "contact"), use("gone", "none")]);
const designWith = (...more: [string, Piece][]): Design =>
  designOf([
    { id: "f", kind: "part", body: footer },
    { id: "contact", kind: "piece", body: contact },
    { id: "outer", kind: "piece", body: outer },
    ...more.map(([id, body]) => ({ id, kind: "piece" as const, body })),
  ]);

describe("a part with shared pieces", () => {
  it("is whole: each use is a box with what the piece holds, under ids of its own", () => {
    const whole = wholePart(footer, pieceIn(designWith()));
    const ids = blocksOf(whole).map(({ id, kind }) => `${id} ${kind}`);
    expect(ids).toEqual([
      "one group",
      "one--h heading",
      "one--s signUp",
      "two group",
      "two--h heading",
      "two--s signUp",
      "gone group",
    ]);
    const [box] = whole.bands[0]?.cells[0]?.blocks ?? [];
    expect(box?.settings).toMatchObject({ direction: "column", gap: 9 });
    expect([outerId("one--h"), innerId("one--h"), innerId("h"), innerId("a--b--h")]).toEqual([
      "one",
      "h",
      "h",
      "h",
    ]);
  });
  it("stays the same object where it uses none; a design too", () => {
    const plain = partWith("header", [block("logo")]);
    expect(wholePart(plain, pieceIn(designWith()))).toBe(plain);
    const design = designOf([{ id: "p", kind: "part", body: plain }]);
    expect(wholeDesign(design)).toBe(design);
    const used = designWith();
    expect(wholeDesign(used)).not.toBe(used);
    expect(wholeDesign(used)).toBe(wholeDesign(used));
  });
  it("is drawn with both uses, no id twice, and without the one that is gone", () => {
    const data = pageData();
    const part = wholePart(footer, pieceIn(designWith()));
    const slots = { ...data.slots, footer: { id: "f", part } };
    const { body } = renderPage({ ...data, slots }, ENGLISH, { shaper });
    expect(body.match(/Write to us<\/h2>/g)).toHaveLength(2);
    const ids = [...body.matchAll(/ id="([^"]+)"/g)].map(([, id]) => id);
    expect(new Set(ids).size).toBe(ids.length);
  });
  it("knows the pieces it uses, those inside them too", () => {
    const part = partWith("footer", [use("one", "outer")]);
    expect(piecesUsed(part.bands, pieceIn(designWith()))).toEqual(["outer", "contact"]);
    const [, , heading] = blocksOf(wholePart(part, pieceIn(designWith())));
    expect(heading?.id).toBe("one--inner--h");
  });
});

describe("a piece inside itself", () => {
  const itself = pieceOf("Itself", [use("x", "loop")]);
  const there = pieceOf("There", [use("x", "back")]);
  const back = pieceOf("Back", [use("x", "there")]);
  it.each<[string, Design, string | undefined]>([
    ["straight", designWith(["loop", itself]), "loop"],
    ["through another", designWith(["there", there], ["back", back]), "there"],
    ["not at all", designWith(), undefined],
  ])("is found: %s", (_, design, expected) => {
    expect(pieceInItself(design)).toBe(expected);
  });
  it("holds nothing there when drawn all the same", () => {
    const part = partWith("footer", [use("one", "loop")]);
    const whole = wholePart(part, pieceIn(designWith(["loop", itself])));
    expect(blocksOf(whole).map(({ id }) => id)).toEqual(["one", "one--x"]);
  });
});

describe("editing a piece", () => {
  it("takes the same operations as a part, but never a second band or cell", () => {
    const node = named("n", block("tagline"));
    const added = applyOperations(designWith(), [
      { op: "insertNode", id: "contact", parent: "pc", index: 2, node },
    ]);
    const body = added.ok ? added.value.get("contact")?.body : null;
    expect(blocksOf(body as Piece).map(({ id }) => id)).toEqual(["h", "s", "n"]);
    const cell = { id: "c2", share: 1, align: "start", direction: "row", gap: 16, blocks: [] };
    for (const [parent, wrong] of [
      ["pb", cell],
      ["", { ...contact.bands[0], id: "b2" }],
    ] as const)
      expect(
        applyOperations(designWith(), [{ op: "insertNode", id: "contact", parent, index: 1, node: wrong }])
          .ok,
      ).toBe(false);
  });
});
