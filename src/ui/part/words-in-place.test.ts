import { type DefaultTreeAdapterTypes, parse } from "parse5";
import { describe, expect, it } from "vitest";
import { block, pageData, partWith } from "../../../test/page-data";
import { shaper } from "../../../test/shaper";
import type { BlockKind } from "../../core/model/blocks";
import { documentHtml, renderPage } from "../../core/render/page";
import { ENGLISH } from "../../messages/visitor-words";
import { WORDS, wordsPath } from "./words-in-place";

type Node = DefaultTreeAdapterTypes.Node;
const SAID = "Said & <heard>";
const textOf = (node: Node): string =>
  "value" in node ? String(node.value) : "childNodes" in node ? node.childNodes.map(textOf).join("") : "";
const findByClass = (node: Node, name: string): Node | undefined => {
  if (
    "attrs" in node &&
    node.attrs.some((each) => each.name === "class" && each.value.split(" ").includes(name))
  )
    return node;
  return "childNodes" in node
    ? node.childNodes.map((child) => findByClass(child, name)).find((each) => each !== undefined)
    : undefined;
};

describe("words edited where they stand", () => {
  // what is typed is taken as the whole setting: so the element may hold nothing else
  it.each(Object.entries(WORDS))("%s: its element holds its words and nothing else", (kind, setting) => {
    const said = block(kind as BlockKind, {
      [setting]: SAID,
      ...("button notice".includes(kind) ? { target: { url: "/x/" } } : {}),
    });
    const data = pageData({
      slots: { ...pageData().slots, layout: { id: "p", part: partWith("layout", [said]) } },
    });
    const page = parse(documentHtml(data, renderPage(data, ENGLISH, { shaper }), "/_assets/site.js"));
    const element = findByClass(page, `b-${kind}`);
    expect(element && textOf(element)).toBe(SAID);
    expect(wordsPath(partWith("layout", [said]), said.id)).toEqual(["settings", setting]);
  });
  it("kinds of several texts, or of none of their own, have none", () => {
    for (const kind of ["signUp", "copyright", "menu", "title"] as const) {
      const other = block(kind);
      expect(wordsPath(partWith("layout", [other]), other.id)).toBeUndefined();
    }
  });
});
