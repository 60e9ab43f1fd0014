import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { z } from "zod";
import { describeIssue } from "../../messages/issues";
import { isTooDeep, MOST_DEPTH } from "../model/depth";
import { LinkTarget, RichText } from "../model/rich-text";
import { schemaIssue } from "../model/schema-problem";
import { unstorable } from "../model/storable";
import { type Design, type DesignDocument, designOf } from "./design";
import { applyOperations, type Operation } from "./operations";
import { Band, type Block, type Part } from "./part";
import { tooMuchWhole } from "./pieces";

const nested = (levels: number): unknown => {
  let value: unknown = 1;
  for (let level = 0; level < levels; level += 1) value = level % 2 ? [value] : { a: value };
  return value;
};

describe("depth", () => {
  it("is told without walking into it, however deep it is", () => {
    expect(isTooDeep(nested(MOST_DEPTH))).toBe(false);
    expect(isTooDeep(nested(MOST_DEPTH + 2))).toBe(true);
    expect(isTooDeep(nested(200_000))).toBe(true);
    expect(isTooDeep(new Uint8Array(9))).toBe(false);
  });
  const group = (id: string, inside: readonly unknown[] = []) => ({
    id,
    kind: "group",
    settings: {},
    blocks: inside,
  });
  const part: DesignDocument = {
    id: "p",
    kind: "part",
    body: {
      schema: 1,
      slot: "header",
      number: 1,
      name: "One",
      on: true,
      binnedAt: null,
      origin: "44444444-4444-4444-8444-444444444444",
      placement: { conditions: [], exceptions: [], audience: null, window: null, over: false },
      bands: [Band.parse({ id: "b", cells: [{ id: "c", blocks: [] }] })],
    } as unknown as Part,
  } as DesignDocument;
  it("of boxes within boxes is refused where it is made, one by one or at once, and nothing is changed", () => {
    const design = designOf([part]);
    const operations: Operation[] = Array.from({ length: 5000 }, (_, at) => ({
      op: "insertNode",
      id: "p",
      parent: at === 0 ? "c" : `g${at - 1}`,
      index: 0,
      node: group(`g${at}`),
    })) as never;
    const some = applyOperations(design, operations.slice(0, 20));
    expect(some.ok).toBe(true);
    const all = applyOperations(design, operations);
    expect(!all.ok && all.issues[0]?.code).toBe("change.tooDeep");
    let deep = group("x0");
    for (let at = 1; at < 60; at += 1) deep = group(`x${at}`, [deep]);
    const once = applyOperations(design, [
      { op: "insertNode", id: "p", parent: "c", index: 0, node: deep },
    ] as never);
    expect(!once.ok && once.issues[0]?.code).toBe("change.tooDeep");
  });
  it("of lists within lists is refused too", () => {
    let list: unknown = { type: "paragraph", children: [{ text: "deep" }] };
    for (let level = 0; level < 40; level += 1) list = { type: "list", ordered: false, items: [[list]] };
    expect(RichText.safeParse([list]).success).toBe(true);
    expect(isTooDeep([list])).toBe(true);
  });
});

describe("pieces in pieces", () => {
  const use = (id: string, piece: string): Block =>
    ({ id, kind: "piece", settings: { piece }, look: {} }) as unknown as Block;
  const heading = (id: string): Block =>
    ({ id, kind: "heading", settings: {}, look: {} }) as unknown as Block;
  const document = (id: string, kind: "piece" | "part", blocks: readonly Block[]): DesignDocument =>
    ({ id, kind, body: { name: id, bands: [{ cells: [{ blocks }] }] } }) as unknown as DesignDocument;
  /** A chain of pieces, each of which uses the one before so many times. */
  const chain = (length: number, times: number): Design =>
    designOf([
      document("p0", "piece", [heading("h")]),
      ...Array.from({ length }, (_, at) =>
        document(
          `p${at + 1}`,
          "piece",
          Array.from({ length: times }, (_each, n) => use(`u${n}`, `p${at}`)),
        ),
      ),
      document("part", "part", [use("u", `p${length}`)]),
    ]);
  it("may be as many as are drawn, told without putting them together", () => {
    expect(tooMuchWhole(chain(8, 2))).toBeUndefined();
    expect(tooMuchWhole(chain(30, 1))).toBeUndefined();
    expect(tooMuchWhole(chain(14, 2))).toBeDefined();
    // 10^60 blocks, told at once
    expect(tooMuchWhole(chain(60, 10))).toBeDefined();
    expect(tooMuchWhole(chain(60, 1))).toBeDefined();
  });
});

describe("texts that cannot be kept", () => {
  it.each([
    [{ a: ["x", { b: "a\0b" }] }, ["a", 1, "b"]],
    ["\ud800", []],
    [["ok", "\udc00x"], [1]],
    [{ "a\0": 1 }, []],
    [{ a: "😀", b: [1, null, true, "é"] }, undefined],
  ])("are found with their place: %j", (value, place) => expect(unstorable(value)).toEqual(place));
  it("are exactly those that do not come back from UTF-8, or hold a NUL", () => {
    fc.assert(
      fc.property(fc.string({ unit: "binary" }), (text) => {
        const comesBack = Buffer.from(text, "utf8").toString("utf8") === text && !text.includes("\0");
        expect(unstorable(text) === undefined).toBe(comesBack);
      }),
    );
    expect(unstorable("\ud83d")).toEqual([]);
  });
});

describe("links", () => {
  it.each(["/visit/", "#top", "https://a.example/x", "mailto:a@b.example", "tel:+441", "/"])(
    "may lead to %j",
    (to) => expect(LinkTarget.safeParse(to).success).toBe(true),
  );
  // what browsers make of these is another host (URL Standard §4.4)
  it.each([
    "//evil.example",
    "/\\evil.example",
    "/\t/evil.example",
    "\\\\evil.example",
    "/\n\\evil.example",
    "javascript:1",
  ])("may not lead to %j", (to) => {
    expect(LinkTarget.safeParse(to).success).toBe(false);
    if (!to.startsWith("javascript")) expect(new URL(to, "https://ours.example/").host).toBe("evil.example");
  });
});

describe("what a schema finds wrong", () => {
  const schema = z.object({
    name: z.string().min(2).max(5),
    size: z.number().int().max(9),
    kind: z.enum(["a", "b"]),
    list: z.array(z.number()).min(1).max(2),
    mail: z.email(),
    when: z.iso.datetime(),
    own: z.string().refine((value) => value === "x", { message: "font.name" }),
    said: z.string().refine((value) => value === "x", { message: "there is no such zone" }),
    union: z.discriminatedUnion("is", [z.object({ is: z.literal("x") })]),
    strict: z.strictObject({}),
    pattern: z.string().regex(/^a$/),
    either: z.union([z.string(), z.number()]),
  });
  const values: readonly unknown[] = [
    undefined,
    null,
    1,
    99,
    "",
    "a",
    "abcdefgh",
    [],
    [1, 2, 3],
    {},
    { a: 1 },
    true,
    1.5,
  ];
  it("is said in words of ours, never in those of the library", () => {
    const said = values.flatMap((value) => {
      const whole = Object.fromEntries(Object.keys(schema.shape).map((key) => [key, value]));
      const parsed = schema.safeParse(whole);
      return parsed.success
        ? []
        : parsed.error.issues.map((problem) => describeIssue(schemaIssue(problem, "input.invalid")));
    });
    expect(said.length).toBeGreaterThan(80);
    for (const words of said)
      expect(words).not.toMatch(/Invalid|expected|received|Too (small|big)|undefined|NaN/);
    expect(said.join("\n")).toContain("it is missing");
    expect(said.join("\n")).toContain("it needs at least 2 letters");
    expect(said.join("\n")).toContain("it may have at most 2 entries");
    expect(said.join("\n")).toContain("it should be one of a, b");
    expect(said.join("\n")).toContain("there is no such zone");
  });
});
