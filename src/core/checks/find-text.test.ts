import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { block, pageData, partWith } from "../../../test/page-data";
import { BLOCK_KINDS } from "../blocks";
import { settingsOfKind } from "../blocks/shown";
import { designOf } from "../design/design";
import { applyOperations, withValueAt } from "../design/operations";
import type { Block } from "../design/part";
import { matchesIn, replaced, replaceOperations, textPlaces } from "./find-text";

const part = partWith("footer", [
  { ...block("heading", { text: "Open nights" }), id: "h" },
  { ...block("siteName", { text: "h3" }), id: "n" },
  {
    ...block("richText", {
      text: [
        { type: "paragraph", children: [{ text: "We open " }, { text: "on Fridays", bold: true }] },
        { type: "list", ordered: false, items: [[{ type: "paragraph", children: [{ text: "OPEN air" }] }]] },
      ],
    }),
    id: "r",
  },
]);
const menu = {
  schema: 1 as const,
  name: "Main",
  origin: "00000000-0000-4000-8000-000000000000",
  items: [
    {
      id: "a",
      label: "Opening hours",
      target: { url: "/x/" },
      items: [{ id: "b", label: "b", target: null, items: [] }],
    },
  ],
};
const design = designOf([
  { id: "p", kind: "part", body: part },
  { id: "gone", kind: "part", body: { ...part, binnedAt: "2026-01-01T00:00:00Z" } },
  { id: "m", kind: "menu", body: menu },
  { id: "style", kind: "style", body: pageData().style },
]);
const any = { find: "open", isExact: false };

describe("a text in all parts and menus", () => {
  it("is found in settings, rich text and labels; not in choices such as a text style, nor in the bin", () => {
    const found = textPlaces(design).filter(({ text }) => matchesIn(text, any).length > 0);
    expect(found.map(({ document, node, text }) => [document, node, text])).toEqual([
      ["p", "h", "Open nights"],
      ["p", "r", "We open "],
      ["p", "r", "OPEN air"],
      ["m", null, "Opening hours"],
    ]);
    expect(textPlaces(design).map(({ text }) => text)).not.toContain("h3");
  });
  it("is replaced where it was chosen, as operations that are taken back", () => {
    const places = textPlaces(design).filter(({ text }) => text === "Opening hours" || text === "OPEN air");
    const operations = replaceOperations(design, places, any, "Clear");
    const next = applyOperations(design, operations);
    expect(next.ok && textPlaces(next.value).map(({ text }) => text)).toEqual(
      expect.arrayContaining(["Clear air", "Clearing hours", "Open nights"]),
    );
    expect(replaceOperations(design, places, { find: "closed", isExact: false }, "x")).toEqual([]);
    expect(
      replaceOperations(design, [{ document: "p", node: "gone", path: ["settings", "text"] }], any, "x"),
    ).toEqual([]);
  });
  it.each([
    ["Open, open", "open", false, 2],
    ["Open, open", "open", true, 1],
    ["a.c abc", "a.c", false, 1],
    ["aaa", "aa", false, 1],
    ["", "a", false, 0],
    ["anything", "", false, 0],
  ])("%j has %j (capitals count: %s) %i times", (text, find, isExact, count) => {
    expect(matchesIn(text, { find, isExact })).toHaveLength(count);
  });
  it("replaces as splitting and joining does, where capitals count", () => {
    const letters = fc.string({ unit: fc.constantFrom("a", "b", ".", "$", "É"), maxLength: 12 });
    fc.assert(
      fc.property(
        letters,
        fc.string({ unit: fc.constantFrom("a", "b", "."), minLength: 1, maxLength: 3 }),
        letters,
        (text, find, by) => {
          expect(replaced(text, { find, isExact: true }, by)).toBe(text.split(find).join(by));
        },
      ),
      { seed: 4, numRuns: 500 },
    );
  });
});

describe("words of blocks", () => {
  it("are found wherever a kind has any, those of the account link and of every form included", () => {
    const said = BLOCK_KINDS.flatMap((kind) =>
      settingsOfKind(kind)
        .filter(({ role }) => role === "words")
        .map(({ path }) => ({ kind, path })),
    );
    expect(said.map(({ kind, path }) => `${kind} ${path.join(".")}`)).toEqual(
      expect.arrayContaining(["account signIn", "account signedIn", "signUp thanks", "entryList whenEmpty"]),
    );
    const blocks = said.map(({ kind, path }, place) => ({
      ...(withValueAt(block(kind, {}), ["settings", ...path], "Tide table") as Block),
      id: `w${place}`,
    }));
    const one = designOf([{ id: "p", kind: "part", body: partWith("footer", blocks) }]);
    const found = textPlaces(one).filter(({ text }) => text === "Tide table");
    expect(found.map(({ node, path }) => `${node} ${path.join(".")}`)).toEqual(
      said.map(({ path }, place) => `w${place} settings.${path.join(".")}`),
    );
  });
});
