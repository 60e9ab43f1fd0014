import { type DefaultTreeAdapterTypes, parse } from "parse5";
import { describe, expect, it } from "vitest";
import { block, pageData, partWith } from "../../../test/page-data";
import { shaper } from "../../../test/shaper";
import type { BlockKind } from "../../core/model/blocks";
import type { Block } from "../../core/model/part";
import { renderPage } from "../../core/render/page";
import { ENGLISH } from "../../messages/visitor-words";
import { wordsPath } from "./words-in-place";

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
      expect(wordsPath(partWith("layout", [said]), { node, words })).toEqual(["settings", words]);
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
      expect(wordsPath(part, { node, words })).toBeUndefined();
  });
});
