import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { block, partWith } from "../../../test/page-data";
import type { Band, Block, Part } from "../design/part";
import { blocksOf, walk } from "../design/tree";
import type { Look } from "../model/look";
import { type Audience, isFor } from "../model/placement";
import { audiencesOfPart, partSeenBy } from "./seen-by";

const AUDIENCES: readonly Audience[] = ["signedOut", "signedIn", "level:friends", "level:staff"];
const RULES: readonly Look["seenBy"][] = ["", ...AUDIENCES];
const seen = (plain: Block, seenBy: Look["seenBy"]): Block =>
  ({ ...plain, look: { ...plain.look, seenBy } }) as Block;
const withBands = (bands: readonly Band[]): Part => ({ ...partWith("header", []), bands });

const anyBlock: fc.Arbitrary<Block> = fc.letrec<{ block: Block }>((tie) => ({
  block: fc.oneof(
    { depthSize: "small" },
    fc.constantFrom(...RULES).map((rule) => seen(block("heading"), rule)),
    fc
      .tuple(fc.constantFrom(...RULES), fc.array(tie("block"), { maxLength: 3 }))
      .map(([rule, inside]) => seen(block("group", {}, inside), rule)),
  ),
})).block;
const anyBand = fc
  .tuple(
    fc.constantFrom(...RULES),
    fc.array(fc.array(anyBlock, { maxLength: 3 }), { minLength: 1, maxLength: 3 }),
  )
  .map(([seenBy, cells]) => {
    const [band] = partWith("header", [], { seenBy }).bands;
    return {
      ...(band as Band),
      cells: cells.map((blocks, at) => ({ ...(band as Band).cells[0], id: `c${at}`, blocks })),
    } as Band;
  });
const anyPart = fc.array(anyBand, { maxLength: 4 }).map(withBands);

describe("who sees what", () => {
  it.each([
    ["", "signedOut", true],
    [null, "signedIn", true],
    [undefined, "level:friends", true],
    ["signedOut", "signedIn", false],
    ["signedOut", "level:friends", false],
    ["signedIn", "signedOut", false],
    ["signedIn", "level:friends", true],
    ["level:friends", "signedIn", false],
    ["level:friends", "level:staff", false],
    ["level:friends", "level:friends", true],
  ] as const)("%s is for who is %s: %s", (rule, audience, expected) => {
    expect(isFor(rule, audience)).toBe(expected);
  });
  it("leaves exactly the blocks that, with all that is around them, are for the audience", () => {
    fc.assert(
      fc.property(anyPart, fc.constantFrom(...AUDIENCES), (part, audience) => {
        const expected: string[] = [];
        const visit = (blocks: readonly Block[]) => {
          for (const each of blocks)
            if (isFor(each.look.seenBy, audience)) {
              expected.push(each.id);
              visit(each.blocks ?? []);
            }
        };
        for (const band of part.bands)
          if (isFor(band.seenBy, audience)) for (const cell of band.cells) visit(cell.blocks);
        expect(blocksOf(partSeenBy(part, audience)).map(({ id }) => id)).toEqual(expected);
      }),
    );
  });
  it("leaves out cells that are left with nothing, and keeps those that were empty on purpose", () => {
    const empty = partWith("header", []).bands[0] as Band;
    const part = withBands([
      {
        ...empty,
        cells: [
          { ...(empty.cells[0] as Band["cells"][number]), id: "spacer" },
          {
            ...(empty.cells[0] as Band["cells"][number]),
            id: "members",
            blocks: [seen(block("heading"), "signedIn")],
          },
        ],
      },
      {
        ...empty,
        id: "all-members",
        cells: [
          {
            ...(empty.cells[0] as Band["cells"][number]),
            id: "x",
            blocks: [seen(block("line"), "signedIn")],
          },
        ],
      },
    ]);
    const ids = (audience: Audience) => [...walk(partSeenBy(part, audience))].map(({ node }) => node.id);
    expect(ids("signedOut")).toEqual([empty.id, "spacer"]);
    expect(ids("level:friends")).toContain("members");
    expect(ids("level:friends")).toContain("all-members");
  });
  it("is the same object where nothing is left out, and each time for the same audience", () => {
    fc.assert(
      fc.property(anyPart, fc.constantFrom(...AUDIENCES), (part, audience) => {
        const found = partSeenBy(part, audience);
        expect(partSeenBy(part, audience)).toBe(found);
        expect(partSeenBy(found, audience)).toBe(found);
        if (audiencesOfPart(part).length === 1) expect(found).toBe(part);
      }),
    );
  });
  it("tells the audiences a part looks different to", () => {
    const plain = partWith("header", [block("heading")]);
    expect(audiencesOfPart(plain)).toEqual(["signedOut"]);
    expect(audiencesOfPart(partWith("header", [block("account")]))).toEqual(["signedOut", "signedIn"]);
    const group = block("group", {}, [seen(block("heading"), "level:friends")]);
    expect(audiencesOfPart(partWith("header", [group]))).toEqual(["signedOut", "signedIn", "level:friends"]);
  });
});
