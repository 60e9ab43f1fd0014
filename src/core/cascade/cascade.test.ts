import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { block, pageData, partWith } from "../../../test/page-data";
import { shaper } from "../../../test/shaper";
import { ENGLISH } from "../../messages/visitor-words";
import { choiceId, type Design, designOf, findBody } from "../design/design";
import { applyOperations, invertAll } from "../design/operations";
import type { Part } from "../design/part";
import { blocksOf, freshened } from "../design/tree";
import type { Choice, ChoiceValue } from "../model/choices";
import { renderPage } from "../render/page";
import { findChoice, nameFor, openablesOf } from "./openable";
import { unreadValues, valuesOnPage, withPageValues } from "./page-values";
import { sayOperations } from "./say";
import { settingsOnPage } from "./settings-on-page";

const choice = (name: string, node: string, more: Partial<Choice> = {}): Choice => ({
  name,
  label: name,
  type: "text",
  node,
  path: ["settings", "text"],
  ...more,
});
const titleBar = (choices?: readonly Choice[]): Part => {
  const part = partWith("titleBar", [
    { ...block("title"), id: "t" },
    { ...block("heading"), id: "h" },
  ]);
  return choices ? { ...part, choices: [...choices] } : part;
};
const textOf = (part: Part, id: string) => {
  const found = blocksOf(part).find((each) => each.id === id);
  return found && "text" in found.settings ? found.settings.text : undefined;
};

describe("what a page says", () => {
  const part = titleBar([choice("heading", "t")]);
  it.each<[string, Part, Record<string, ChoiceValue> | undefined, string]>([
    ["nothing said", part, undefined, ""],
    ["a word for an open setting", part, { heading: "Come up" }, "Come up"],
    ["an empty word is a word", titleBar([choice("heading", "h")]), { heading: "" }, ""],
    ["a name nobody reads", part, { other: "Come up" }, ""],
    ["a value of another type", part, { heading: true }, ""],
    ["nothing is open", titleBar(), { heading: "Come up" }, ""],
    ["the block is gone", titleBar([choice("heading", "gone")]), { heading: "Come up" }, ""],
    ["a setting that cannot be opened", titleBar([choice("id", "t", { path: ["id"] })]), { id: "x" }, ""],
    [
      "a choice of another type than its setting",
      titleBar([choice("heading", "t", { type: "switch" })]),
      { heading: true },
      "",
    ],
  ])("%s", (_, from, values, expected) => {
    expect(textOf(withPageValues(from, values), "t")).toBe(expected);
  });
  it("leaves the part the same object where it changes nothing", () => {
    expect(withPageValues(part, undefined)).toBe(part);
    expect(withPageValues(part, { other: "x" })).toBe(part);
    const { choices, ...none } = part;
    expect(choices).toHaveLength(1);
    expect(withPageValues(none, { heading: "x" })).toBe(none);
  });
  it("says where each value comes from, and what would hold without", () => {
    expect(valuesOnPage(part, { heading: "Come up" })).toEqual([
      { choice: choice("heading", "t"), value: "Come up", source: "page", everywhere: "" },
    ]);
    expect(valuesOnPage(part, undefined)[0]?.source).toBe("part");
    expect(unreadValues(part, { heading: "a", old: "b" })).toEqual(["old"]);
    expect(unreadValues(undefined, { heading: "a" })).toEqual(["heading"]);
  });
  it("survives another part of the slot that reads the same name", () => {
    const other = titleBar([choice("heading", "h")]);
    const values = { heading: "Come up" };
    expect(textOf(withPageValues(part, values), "t")).toBe("Come up");
    expect(textOf(withPageValues(other, values), "h")).toBe("Come up");
  });
  it("is on the page as it is drawn, and still the one h1", () => {
    const data = pageData();
    const said = withPageValues(part, { heading: "Come <up>" });
    const slots = { ...data.slots, titleBar: { id: "t1", part: said } };
    const { body } = renderPage({ ...data, slots }, ENGLISH, { shaper });
    expect(body).toContain("Come &lt;up&gt;</h1>");
    expect(body.match(/<h1/g)).toHaveLength(1);
  });
});

describe("opening a setting", () => {
  it("finds a name: the usual one, with a number where it is taken, or of another type elsewhere", () => {
    const [openable] = openablesOf(blocksOf(titleBar())[0] as never);
    if (!openable) throw new Error("expected a title to have a setting that can be opened");
    expect(nameFor(openable, titleBar(), [])).toBe("heading");
    expect(nameFor(openable, titleBar([choice("heading", "h")]), [])).toBe("heading2");
    expect(nameFor(openable, titleBar(), [titleBar([choice("heading", "h")])])).toBe("heading");
    expect(nameFor(openable, titleBar(), [titleBar([choice("heading", "h", { type: "switch" })])])).toBe(
      "heading2",
    );
  });
  it("lists everything a page could say, open or not", () => {
    const part = titleBar([choice("heading", "t")]);
    const settings = settingsOnPage(part, { heading: "Come up" });
    expect(settings.filter(({ open }) => open).map(({ value, open }) => [value, open?.source])).toEqual([
      ["Come up", "page"],
    ]);
    expect(settings.some(({ node, open }) => node.id === "h" && open === null)).toBe(true);
  });
  it("goes along with a copy of the part", () => {
    let count = 0;
    const part = titleBar([choice("heading", "t")]);
    const copy = { ...part, ...freshened(part, () => `n${count++}`) };
    const title = blocksOf(copy).find(({ kind }) => kind === "title");
    expect(findChoice(copy, title?.id ?? "", ["settings", "text"])?.name).toBe("heading");
  });
});

describe("saying and taking back", () => {
  const name = fc.constantFrom("heading", "text2", "picture");
  const slot = fc.constantFrom("header" as const, "titleBar" as const);
  const saying = fc.tuple(slot, name, fc.option(fc.string({ maxLength: 5 }), { nil: undefined }));
  it("keeps exactly what was said last, leaves no empty document, and is undone to the byte", () => {
    fc.assert(
      fc.property(fc.array(saying, { maxLength: 12 }), (all) => {
        let design: Design = designOf([]);
        const said = new Map<string, string>();
        for (const [at, key, value] of all) {
          const operations = sayOperations(design, "entry:e1", at, key, value);
          const next = applyOperations(design, operations);
          if (!next.ok) throw new Error(JSON.stringify(next.issues));
          const back = applyOperations(next.value, invertAll(operations));
          expect(back.ok && [...back.value]).toEqual([...design]);
          design = next.value;
          if (value === undefined) said.delete(`${at} ${key}`);
          else said.set(`${at} ${key}`, value);
        }
        const body = findBody(design, "choice", choiceId("entry:e1"));
        const kept = Object.entries(body?.values ?? {}).flatMap(([at, names]) =>
          Object.entries(names).map(([key, value]) => [`${at} ${key}`, value] as const),
        );
        expect(new Map(kept)).toEqual(said);
        expect(body === undefined).toBe(said.size === 0);
      }),
      { seed: 21, numRuns: 300 },
    );
  });
});
