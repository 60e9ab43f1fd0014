import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { type RichText, RichText as RichTextSchema } from "../model/rich-text";
import { parseEntryFile } from "./entry-file";
import { formatMarkdown, parseMarkdown } from "./markdown";

const word = fc.stringMatching(/^[A-Za-z0-9][A-Za-z0-9 *_<>[\]`#.-]{0,18}[A-Za-z0-9]$/);
const plain = word.map((text) => ({ text }));
const paragraph = fc
  .array(plain, { minLength: 1, maxLength: 1 })
  .map((children) => ({ type: "paragraph" as const, children }));
const tree: fc.Arbitrary<RichText> = fc
  .array(
    fc.oneof(
      paragraph,
      fc
        .record({
          level: fc.constantFrom(2 as const, 3 as const, 4 as const),
          text: fc.stringMatching(/^[A-Za-z]{1,12}$/),
        })
        .map(({ level, text }) => ({ type: "heading" as const, level, children: [{ text }] })),
      fc.array(fc.stringMatching(/^[A-Za-z]{1,12}$/), { minLength: 1, maxLength: 3 }).map((items) => ({
        type: "list" as const,
        ordered: false,
        items: items.map((text) => [{ type: "paragraph" as const, children: [{ text }] }]),
      })),
      fc.constant({ type: "rule" as const }),
    ),
    { maxLength: 5 },
  )
  .map((blocks) =>
    blocks.filter((block, index) => !(block.type === "list" && blocks[index - 1]?.type === "list")),
  );

describe("Markdown", () => {
  it("reads back to the tree it was written from", () => {
    fc.assert(
      fc.property(tree, (blocks) => {
        expect(parseMarkdown(formatMarkdown(blocks))).toEqual(blocks);
      }),
      { seed: 3, numRuns: 400 },
    );
  });
  it("reads what people write", () => {
    expect(
      parseMarkdown("# One\n\nTwo **three** *four* [five](/six/) `seven`\n\n1. a\n2. b\n\n> said"),
    ).toEqual([
      { type: "heading", level: 2, children: [{ text: "One" }] },
      {
        type: "paragraph",
        children: [
          { text: "Two " },
          { text: "three", bold: true },
          { text: " " },
          { text: "four", italic: true },
          { text: " " },
          { text: "five", link: "/six/" },
          { text: " " },
          { text: "seven", code: true },
        ],
      },
      {
        type: "list",
        ordered: true,
        items: [
          [{ type: "paragraph", children: [{ text: "a" }] }],
          [{ type: "paragraph", children: [{ text: "b" }] }],
        ],
      },
      { type: "quote", children: [{ type: "paragraph", children: [{ text: "said" }] }] },
    ]);
  });
  it.each(["javascript:alert(1)", "data:text/html,x", "//elsewhere.example/", "vbscript:x"])(
    "keeps the words of a link to %s and drops the link",
    (target) => {
      const [block] = parseMarkdown(`[words](${target})`);
      expect(JSON.stringify(block)).not.toContain('"link"');
      expect(JSON.stringify(block)).toContain("words");
    },
  );
  it("treats HTML as text", () => {
    expect(parseMarkdown("a <script>x</script>")).toEqual([
      { type: "paragraph", children: [{ text: "a <script>x</script>" }] },
    ]);
  });
  it("always fits the schema", () => {
    fc.assert(
      fc.property(fc.string({ maxLength: 300 }), (text) => {
        expect(RichTextSchema.safeParse(parseMarkdown(text)).success).toBe(true);
      }),
      { seed: 4, numRuns: 300 },
    );
  });
});

describe("entry files", () => {
  it("reads front matter and body", () => {
    const read = parseEntryFile(
      "notes/a.md",
      "notes",
      "a",
      "---\ntitle: A\npublished: 2026-03-01\ntopics: [eclipses/solar]\n---\nHello",
    );
    expect(read).toMatchObject({
      ok: true,
      value: {
        front: { title: "A", published: "2026-03-01", topics: ["eclipses/solar"], medium: "text" },
        body: [{ type: "paragraph" }],
      },
    });
  });
  const bad: [string, string][] = [
    ["no front matter", "Hello"],
    ["no title", "---\nsummary: x\n---\n"],
    ["a field it does not know", "---\ntitle: A\nslugg: x\n---\n"],
    ["a date that is none", "---\ntitle: A\npublished: tomorrow\n---\n"],
    ["YAML that is none", "---\ntitle: [A\n---\n"],
    ["a medium that is none", "---\ntitle: A\nmedium: smell\n---\n"],
  ];
  it.each(bad)("names the file and the trouble: %s", (_, text) => {
    const read = parseEntryFile("notes/a.md", "notes", "a", text);
    expect(read).toMatchObject({
      ok: false,
      issues: [{ code: "content.value", path: expect.arrayContaining(["notes/a.md"]) }],
    });
  });
});
