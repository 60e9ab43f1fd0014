import fc from "fast-check";
import { expect, it } from "vitest";
import { beginningOf, type RichBlock } from "./rich-text";

const block = fc.constantFrom<RichBlock>(
  { type: "paragraph", children: [{ text: "Words" }] },
  { type: "heading", level: 2, children: [{ text: "Part" }] },
  { type: "rule" },
  { type: "quote", children: [{ type: "paragraph", children: [{ text: "Said" }] }] },
);
const paragraphsIn = (blocks: readonly RichBlock[]) =>
  blocks.filter(({ type }) => type === "paragraph").length;

it("the beginning of a text has so many paragraphs, ends with one, and is never all of it", () => {
  fc.assert(
    fc.property(fc.array(block, { maxLength: 12 }), fc.integer({ min: 0, max: 6 }), (blocks, most) => {
      const beginning = beginningOf(blocks, most);
      expect(blocks.slice(0, beginning.length)).toEqual(beginning);
      expect(paragraphsIn(beginning)).toBe(Math.max(0, Math.min(most, paragraphsIn(blocks) - 1)));
      expect(beginning.length === 0 || beginning.at(-1)?.type === "paragraph").toBe(true);
    }),
  );
});
