import { describe, expect, it } from "vitest";
import type { z } from "zod";
import { block, pageData, partWith, picture } from "../../test/page-data";
import { BLOCKS } from "../core/blocks";
import { designOf } from "../core/design/design";
import { setNodeOperation } from "../core/design/operations";
import { Band, type Block } from "../core/design/part";
import { Look } from "../core/model/look";
import { choiceLabel } from "./block-fields";
import { describeOperation } from "./changes";
import { numberOptions, valueWords } from "./values";

const design = designOf([
  { id: "style", kind: "style", body: pageData().style },
  { id: "m1", kind: "menu", body: { schema: 1, name: "Main", origin: picture.origin, items: [] } },
]);

/** Every choice of one of a few values in a schema, by the name of its setting. */
const enumsIn = (schema: z.ZodType, setting: string): readonly (readonly [string, string])[] => {
  const { def } = schema as unknown as {
    def: {
      type: string;
      innerType?: z.ZodType;
      shape?: object;
      entries?: object;
      options?: z.ZodType[];
      element?: z.ZodType;
    };
  };
  if (def.entries) return Object.values(def.entries).map((value) => [setting, String(value)]);
  if (def.shape)
    return Object.entries(def.shape).flatMap(([key, inner]) =>
      enumsIn(inner as z.ZodType, key === "wide" || key === "middle" || key === "small" ? setting : key),
    );
  const inner = [def.innerType, def.element, ...(def.options ?? [])].filter((each) => each !== undefined);
  return inner.flatMap((each) => enumsIn(each, setting));
};

describe("values of settings", () => {
  const schemas = [
    ...Object.values(BLOCKS).map(({ settings }) => settings),
    Look,
    Band.omit({ cells: true }),
  ] as z.ZodType[];
  const all = schemas.flatMap((schema) => enumsIn(schema, ""));
  it("are told in words a person would use, never as they are spelled in the code", () => {
    expect(all.length).toBeGreaterThan(60);
    const spelled = all.filter(
      ([setting, value]) => /[A-Z]/.test(value) && valueWords(setting, value, design) === value,
    );
    expect(spelled).toEqual([]);
    const unworded = all.filter(([setting, value]) => /[A-Z]/.test(valueWords(setting, value, design)));
    expect(unworded).toEqual([]);
  });
  it("are colours, menus and lists by name", () => {
    const { palette } = pageData().style;
    expect(valueWords("colour", `colour:${palette[0]?.id}`, design)).toBe(palette[0]?.name);
    expect(valueWords("colour", "#123456", design)).toBe("#123456");
    expect(valueWords("menu", "m1", design)).toBe("“Main”");
    expect(valueWords("menu", "", design)).toBe("none");
    expect(valueWords("hideOn", ["small", "middle"], design)).toBe("small, middle");
    expect(valueWords("hideOn", [], design)).toBe("none");
    expect(valueWords("seenBy", "", design)).toBe("anyone");
    expect(valueWords("seenBy", "level:friends", design)).toBe("friends");
    expect(valueWords("text", "A text that is longer than a label of undo", design)).toBe(
      "A text that is longer …",
    );
    expect(valueWords("padding", { top: 1 }, design)).toBe("");
  });
  it("say what a number means where it is not so many of something", () => {
    expect(valueWords("shareOn", -1, design)).toBe("as on wider ones");
    expect(valueWords("share", 0, design)).toBe("as its content");
    expect(valueWords("share", 3, design)).toBe("3");
    expect(valueWords("gap", 0, design)).toBe("0");
    expect(numberOptions("orderSmall", 0, 2)).toEqual([
      [0, "as written"],
      [1, "1"],
      [2, "2"],
    ]);
  });
  it("stand in what undo says", () => {
    const logo = block("logo") as Block;
    const part = partWith("header", [logo]);
    const whole = designOf([...design.values(), { id: "p", kind: "part", body: part }]);
    const says = (path: readonly string[], value: unknown) =>
      describeOperation(setNodeOperation(part, "p", logo.id, path, value), whole);
    expect(says(["settings", "variant"], "overPictures")).toBe("logo: Which logo normal → over pictures");
    expect(says(["settings", "height", "wide"], 60)).toBe("logo: Height 40 → 60");
    expect(says(["look", "seenBy"], "signedIn")).toBe("logo: Seen by anyone → people signed in");
  });
  it("are called what they are called beside their field, whatever the same word means elsewhere", () => {
    const body = partWith("header", [
      { ...block("notice", {}), id: "n" },
      { ...block("signUp", {}), id: "s" },
    ]);
    const one = designOf([...design.values(), { id: "p", kind: "part", body }]);
    const told = (node: string, path: readonly string[], value: unknown) =>
      describeOperation(setNodeOperation(body, "p", node, path, value), one);
    expect(told("n", ["settings", "from"], "2026-03-01T18:00:00Z")).toBe("notice: From");
    expect(told("n", ["settings", "until"], "2026-03-01T18:00:00Z")).toBe("notice: Until");
    expect(told("s", ["settings", "list"], "Friends")).toBe(
      "sign-up form: Goes to the list Letters → Friends",
    );
  });
  it("of what pages may change are called by the thing, not by how its part says it", () => {
    const node = (kind: "title" | "notice" | "button" | "signUp") => block(kind, {});
    expect(choiceLabel(node("title"), ["settings", "text"])).toBe("Title");
    expect(choiceLabel(node("notice"), ["settings", "text"])).toBe("Notice");
    expect(choiceLabel(node("button"), ["settings", "target"])).toBe("Button: leads to");
    expect(choiceLabel(node("signUp"), ["settings", "list"])).toBe("Sign-up form: goes to the list");
  });
});
