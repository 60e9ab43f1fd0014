import { describe, expect, it } from "vitest";
import { Studio, signInAs } from "../../../test/studio";
import type { Part } from "../../core/design/part";
import { blocksOf } from "../../core/design/tree";

const owner = async () => new Studio(await signInAs("owner"));
/** The footer in columns, and the two headings and menus of its second and third cell. */
const footerOf = async (who: Studio) => {
  const { rows } = await who.get("parts");
  const part = rows.find(({ name }) => name === "Footer in columns")?.id ?? "";
  const { body } = await who.get("part", { part });
  const cells = (body as Part).bands[0]?.cells ?? [];
  return { part, body: body as Part, second: cells[1]?.blocks.map(({ id }) => id) ?? [], cells };
};
const undo = async (who: Studio, steps: number) => {
  for (let step = 0; step < steps; step += 1) await who.get("undo");
};

describe("shared pieces", () => {
  it("are made of blocks that stand together, shown everywhere, counted, and taken back as one step", async () => {
    const who = await owner();
    const { part, second, body } = await footerOf(who);
    const made = await who.get("makePiece", { part, nodes: second, name: "Round the site" });
    const { pieces } = await who.get("pieces");
    expect(pieces).toMatchObject([{ id: made.piece, name: "Round the site", blocks: 2 }]);
    expect(pieces[0]?.uses.map(({ document }) => document)).toEqual([part]);
    const front = (await who.get("aboutSite")).site.front;
    const data = await who.get("previewPage", { page: front });
    const shown = blocksOf(data.slots.footer?.part as Part).map(({ kind }) => kind);
    expect(shown).toEqual(expect.arrayContaining(blocksOf(body).map(({ kind }) => kind)));
    expect((await who.get("menus")).menus.find(({ name }) => name === "Main")?.parts).toContain(part);
    const review = await who.get("review");
    expect(review.impact.redrawn.length).toBeGreaterThan(0);
    expect((await who.refused("removePiece", { piece: made.piece }))[0]?.code).toBe("piece.inUse");
    await undo(who, 1);
    expect((await who.get("pieces")).pieces).toEqual([]);
    expect((await footerOf(who)).body.bands).toEqual(body.bands);
  });
  it("become a part's own again, and can be taken out then", async () => {
    const who = await owner();
    const { part, second } = await footerOf(who);
    const made = await who.get("makePiece", { part, nodes: second, name: "Round the site" });
    const { body } = await who.get("part", { part });
    const use = blocksOf(body as Part).find(({ kind }) => kind === "piece")?.id ?? "";
    await who.get("ownPiece", { part, node: use });
    const { body: now } = await who.get("part", { part });
    expect(blocksOf(now as Part).map(({ kind }) => kind)).not.toContain("piece");
    expect(JSON.stringify(now)).toContain("Around the site");
    await who.get("removePiece", { piece: made.piece });
    await undo(who, 3);
    expect((await who.get("aboutSite")).draft.changes).toBe(0);
  });
  it("are refused in words: inside themselves, of blocks apart, of a part that is gone", async () => {
    const who = await owner();
    const { part, second, cells } = await footerOf(who);
    const made = await who.get("makePiece", { part, nodes: second, name: "Loop" });
    const { body } = await who.get("piece", { piece: made.piece });
    const cell = body.bands[0]?.cells[0]?.id ?? "";
    const node = {
      id: "loop-1",
      kind: "piece",
      settings: { piece: made.piece },
      look: blocksOf(body)[0]?.look,
    };
    const issues = await who.refused("change", {
      operations: [{ op: "insertNode", id: made.piece, parent: cell, index: 0, node }],
    });
    expect(issues[0]?.code).toBe("piece.inItself");
    const apart = [cells[0]?.blocks[0]?.id ?? "", cells[2]?.blocks[0]?.id ?? ""];
    expect((await who.refused("makePiece", { part, nodes: apart, name: "x" }))[0]?.code).toBe(
      "piece.notTogether",
    );
    expect((await who.refused("makePiece", { part: "none", nodes: ["a"], name: "x" }))[0]?.code).toBe(
      "part.unknown",
    );
    await undo(who, 1);
  });
  it("travel in packs as what they hold", async () => {
    const who = await owner();
    const { part, second } = await footerOf(who);
    await who.get("makePiece", { part, nodes: second, name: "Round the site" });
    const mill = new Studio(who.cookie, "tide-mill");
    const plan = await mill.sendFile("packPlan", await who.pack([part]));
    expect(plan.ok).toBe(true);
    const done = await mill.sendFile("packImport", await who.pack([part]), {});
    expect(done.ok).toBe(true);
    const { rows } = await mill.get("parts");
    const copy = rows.find(({ name }) => name === "Footer in columns")?.id ?? "";
    const { body } = await mill.get("part", { part: copy });
    expect(JSON.stringify(body)).toContain("Around the site");
    expect(blocksOf(body as Part).map(({ kind }) => kind)).not.toContain("piece");
    await mill.get("undo");
    await undo(who, 1);
  });
});
