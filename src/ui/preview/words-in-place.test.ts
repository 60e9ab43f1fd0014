import { type DefaultTreeAdapterTypes, parse } from "parse5";
import { describe, expect, it } from "vitest";
import { block, pageData, partWith } from "../../../test/page-data";
import { shaper } from "../../../test/shaper";
import type { BlockKind } from "../../core/blocks";
import type { Block } from "../../core/design/part";
import type { Menu } from "../../core/model/menu";
import { renderPage } from "../../core/render/page";
import { ENGLISH } from "../../messages/visitor-words";
import { itemsWith, typedValue, wordsPlace } from "./words-in-place";

type Node = DefaultTreeAdapterTypes.Node;
const SAID = "Said & <heard>";
const textOf = (node: Node): string =>
  "value" in node ? String(node.value) : "childNodes" in node ? node.childNodes.map(textOf).join("") : "";
const attribute = (node: Node, name: string): string | undefined =>
  "attrs" in node ? node.attrs.find((each) => each.name === name)?.value : undefined;

/** All words marked below a node, with the block they are of and what is read there. */
const marked = (node: Node, of = ""): readonly { node: string; words: string; text: string }[] => {
  const block = attribute(node, "data-node") ?? of;
  const words = attribute(node, "data-words");
  const own = words === undefined ? [] : [{ node: block, words, text: textOf(node) }];
  return "childNodes" in node ? [...own, ...node.childNodes.flatMap((child) => marked(child, block))] : own;
};
const drawn = (said: Block, mark: boolean): string => {
  const data = pageData({
    menus: { main: MENU },
    slots: { ...pageData().slots, layout: { id: "p", part: partWith("layout", [said]) } },
  });
  return renderPage(data, ENGLISH, { mark, shaper }).body;
};

const target = { target: { url: "/x/" } };
const KINDS: readonly (readonly [BlockKind, readonly string[], object])[] = [
  ["heading", ["text"], {}],
  ["button", ["label"], target],
  ["notice", ["text"], target],
  ["backToTop", ["label"], {}],
  ["account", ["signIn"], {}],
  ["title", ["text"], {}],
  ["signUp", ["label", "button", "consent"], {}],
  ["copyright", ["owner", "after"], {}],
  ["entryList", ["whenEmpty"], {}],
];
const MENU: Menu = {
  schema: 1,
  name: "Main",
  origin: "5a7d2c1e-0b1f-4c52-8a43-3c1f6f0f7a11",
  items: [
    {
      id: "visit",
      label: "Visit",
      target: { url: "/visit/" },
      promotion: { picture: "", text: "Open nights", target: null, kind: "", term: "", count: 0 },
      items: [
        { id: "bus", label: "By bus", target: { url: "/bus/" }, items: [] },
        {
          id: "more",
          label: "More",
          target: null,
          items: [{ id: "map", label: "Map", target: { url: "/map/" }, items: [] }],
        },
      ],
    },
  ],
};

describe("words edited where they stand", () => {
  // what is typed is taken as the whole setting: so the element may hold nothing else
  it.each(KINDS)("%s: %s, each in an element that holds nothing else", (kind, settings, more) => {
    const said = block(kind, {
      ...Object.fromEntries(settings.map((setting) => [setting, `${SAID} ${setting}`])),
      ...more,
    });
    const found = marked(parse(drawn(said, true)));
    expect(found).toEqual(settings.map((words) => ({ node: said.id, words, text: `${SAID} ${words}` })));
    for (const { node, words } of found)
      expect(wordsPlace(partWith("layout", [said]), { node, words })).toEqual({
        in: "block",
        node,
        path: ["settings", words],
        isRich: false,
      });
  });
  it("reads the same to visitors, who get no mark", () => {
    for (const [kind, settings, more] of KINDS) {
      const said = block(kind, { ...Object.fromEntries(settings.map((each) => [each, SAID])), ...more });
      const [forPreviews, forVisitors] = [drawn(said, true), drawn(said, false)];
      expect(forVisitors).not.toContain("data-words");
      expect(textOf(parse(forVisitors))).toBe(textOf(parse(forPreviews)));
    }
  });
  it("are not those the page or the site says by itself", () => {
    for (const kind of ["title", "copyright", "tagline", "siteName"] as const)
      expect(marked(parse(drawn(block(kind), true)))).toEqual([]);
  });
  it("are those a part has, and no other", () => {
    const said = block("heading", { text: SAID });
    const part = partWith("layout", [said]);
    for (const [node, words] of [
      [said.id, "label"],
      [said.id, "level"],
      [said.id, "constructor"],
      ["nobody", "text"],
      [part.bands[0]?.id ?? "", "name"],
    ] as const)
      expect(wordsPlace(part, { node, words })).toBeUndefined();
  });

  it("of a menu are those of its items: in the row, in the panel and in the drawer", () => {
    const said = block("menu", { menu: "main", subItems: "panel" });
    const part = partWith("layout", [said]);
    const found = marked(parse(drawn(said, true)));
    const inRow = ["Visit", "Visit", "By bus", "More", "Map", "Open nights"];
    expect(found.map(({ text }) => text)).toEqual([...inRow, "Visit", "By bus", "More", "Map"]);
    expect(found.every(({ node }) => node === said.id)).toBe(true);
    const place = wordsPlace(part, { node: said.id, words: found[2]?.words ?? "" });
    expect(place).toEqual({ in: "menu", menu: "main", item: "bus", of: "label" });
    expect(drawn(said, false)).not.toContain("data-words");
  });
  it("are no words of an item where the block shows no menu, or is none", () => {
    for (const said of [block("menu", { menu: "" }), block("heading")])
      expect(
        wordsPlace(partWith("layout", [said]), { node: said.id, words: "label of bus" }),
      ).toBeUndefined();
  });
  it("typed into an item change it and nothing else; an item that is emptied or gone stays as it is", () => {
    const at = { in: "menu", menu: "main", item: "map", of: "label" } as const;
    const changed = itemsWith(MENU.items, at, "Plan");
    expect(JSON.stringify(changed)).toBe(JSON.stringify(MENU.items).replace('"Map"', '"Plan"'));
    const promoted = itemsWith(MENU.items, { ...at, item: "visit", of: "promotion" }, "Long nights");
    expect(JSON.stringify(promoted)).toBe(JSON.stringify(MENU.items).replace("Open nights", "Long nights"));
    expect(itemsWith(MENU.items, at, " ")).toBe(MENU.items);
    expect(itemsWith(MENU.items, { ...at, item: "gone" }, "Plan")).toBe(MENU.items);
    expect(itemsWith(MENU.items, { ...at, of: "promotion" }, "Plan")).toBe(MENU.items);
  });

  it("of a text are all of it, marked up", () => {
    const text = [
      { type: "paragraph" as const, children: [{ text: "Open " }, { text: "on Fridays", bold: true }] },
    ];
    const said = block("richText", { text });
    const html = drawn(said, true);
    const [found] = marked(parse(html));
    expect(found).toEqual({ node: said.id, words: "text", text: "Open on Fridays" });
    expect(html).toContain("data-rich");
    expect(drawn(said, false)).not.toContain("data-rich");
    const place = wordsPlace(partWith("layout", [said]), { node: said.id, words: "text" });
    expect(place).toEqual({ in: "block", node: said.id, path: ["settings", "text"], isRich: true });
    if (place?.in !== "block") throw new Error("expected words of a block");
    expect(typedValue(place, "<p>Open <b>on Fridays</b></p>")).toEqual(text);
    expect(typedValue(place, "<p><br></p>")).toBeUndefined();
  });
  it("in an empty field can be taken out, others cannot: their place would be gone", () => {
    const said = block("search", { placeholder: SAID });
    const html = drawn(said, true);
    expect(html).toMatch(/<input[^>]* placeholder="[^"]+" data-words="placeholder">/);
    expect(drawn(said, false)).not.toContain("data-words");
    const place = wordsPlace(partWith("layout", [said]), { node: said.id, words: "placeholder" });
    if (place?.in !== "block") throw new Error("expected words of a block");
    expect([typedValue(place, ""), typedValue(place, "Look")]).toEqual(["", "Look"]);
    const titled = block("heading", { text: SAID });
    const heading = wordsPlace(partWith("layout", [titled]), { node: titled.id, words: "text" });
    if (heading?.in !== "block") throw new Error("expected words of a block");
    expect([typedValue(heading, " "), typedValue(heading, "Look")]).toEqual([undefined, "Look"]);
  });
});
