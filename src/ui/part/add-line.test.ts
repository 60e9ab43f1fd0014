import { describe, expect, it } from "vitest";
import { BLOCK_KINDS } from "../../core/blocks";
import { BLOCK_ALSO_CALLED, BLOCK_NAMES } from "../../messages/block-fields";
import { blocksCalled } from "./blocks-called";

describe("blocks by what people call them", () => {
  const found = (typed: string) => blocksCalled(BLOCK_KINDS, typed);
  it.each([
    ["navigation", "menu"],
    ["image", "picture"],
    ["newsletter", "signUp"],
    ["divider", "line"],
    ["paragraph", "richText"],
    ["sign in", "account"],
    ["SEARCH", "search"],
  ])("%s is found", (typed, kind) => {
    expect(found(typed)).toContain(kind);
  });
  it("come in the order of their own names first", () => {
    // "title" is the name of one, and what others are called too
    expect(found("title")[0]).toBe("title");
    expect(found("title")).toContain("siteName");
  });
  it("are all there while nothing is typed, none for what no block is called", () => {
    expect(found(" ")).toEqual(BLOCK_KINDS);
    expect(found("carburettor")).toEqual([]);
  });
  it("have each a name and other names", () => {
    for (const kind of BLOCK_KINDS) expect([BLOCK_NAMES[kind], BLOCK_ALSO_CALLED[kind]]).not.toContain("");
  });
});
