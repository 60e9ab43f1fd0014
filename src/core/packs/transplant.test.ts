import { describe, expect, it } from "vitest";
import { block, partWith } from "../../../test/page-data";
import type { Band, Block } from "../design/part";
import { Look } from "../model/look";
import { betweenSites, transplanted } from "./transplant";

describe("a copy for another site", () => {
  const palette = [{ id: "night", value: "#101830" }];
  const none = { menus: [], pieces: [], pictures: [], palette: [], textStyles: [] };
  const there = {
    menus: [{ id: "main", name: "Main" }],
    pieces: [{ id: "open", name: "Opening hours" }],
    pictures: [{ id: "pic", file: "f1" }],
    palette,
    textStyles: [{ id: "t1", name: "Fine menus" }],
  };
  const map = betweenSites(there, none);
  const menu = {
    ...block("menu", { menu: "main" }),
    look: Look.parse({ colour: "colour:night", background: "role:surface" }),
  } as Block;
  it("leaves menus and pictures open, turns named colours into what they are, and keeps roles", () => {
    const { node } = transplanted({ type: "block", node: menu }, map);
    expect(node).toMatchObject({
      id: menu.id,
      settings: { menu: "" },
      look: { colour: "#101830", background: "role:surface" },
    });
  });
  it("finds menus and shared pieces of the same name, pictures of the same file, colours of the same value", () => {
    const here = {
      menus: [
        { id: "other", name: "Other" },
        { id: "m2", name: "main " },
      ],
      pieces: [{ id: "p2", name: "Opening hours" }],
      pictures: [{ id: "x", file: "f1" }],
      palette: [{ id: "ink", value: "#101830" }],
      textStyles: [{ id: "t4", name: "fine menus" }],
    };
    const both = betweenSites(there, here);
    const blocks = [menu, block("piece", { piece: "open" }), block("picture", { picture: "pic" })];
    const band = partWith("header", blocks, { background: { picture: "pic" } }).bands[0] as Band;
    const { node } = transplanted({ type: "band", node: band }, both) as { node: Band };
    expect(node.background.picture).toBe("x");
    expect(node.cells[0]?.blocks).toMatchObject([
      { settings: { menu: "m2" }, look: { colour: "colour:ink" } },
      { settings: { piece: "p2" } },
      { settings: { picture: "x" } },
    ]);
    const elsewhere = transplanted({ type: "band", node: band }, map) as { node: Band };
    expect(elsewhere.node.cells[0]?.blocks[1]).toMatchObject({ settings: { piece: "" } });
  });
  it("does so for whole bands, their overlays and what lies over pictures included", () => {
    const band = partWith("header", [menu], {
      colour: "colour:night",
      background: { picture: "pic", overlayColour: "colour:night", overlayTo: "role:text" },
      overPicture: { on: true, colour: "colour:night" },
    }).bands[0] as Band;
    const { node } = transplanted({ type: "band", node: band }, map);
    expect(node).toMatchObject({
      id: band.id,
      colour: "#101830",
      background: { picture: "", overlayColour: "#101830", overlayTo: "role:text" },
      overPicture: { on: true, colour: "#101830" },
      cells: [{ blocks: [{ settings: { menu: "" } }] }],
    });
  });
  it("shows what is for a level of the one site to nobody signed out on the other", () => {
    const rules = ["level:friends", "signedOut", "signedIn", ""] as const;
    const blocks = rules.map((seenBy) => ({ ...menu, look: Look.parse({ seenBy }) }) as Block);
    const band = partWith("header", blocks, { seenBy: "level:friends" }).bands[0] as Band;
    const { node } = transplanted({ type: "band", node: band }, map) as { node: Band };
    expect(node.seenBy).toBe("signedIn");
    expect(node.cells[0]?.blocks.map(({ look }) => look.seenBy)).toEqual([
      "signedIn",
      "signedOut",
      "signedIn",
      "",
    ]);
  });
  it("of a cell is that cell", () => {
    const cell = (partWith("header", [menu]).bands[0] as Band).cells[0] as Band["cells"][number];
    const { node } = transplanted({ type: "cell", node: cell }, map);
    expect(node).toMatchObject({ id: cell.id, blocks: [{ id: menu.id }] });
  });
});
