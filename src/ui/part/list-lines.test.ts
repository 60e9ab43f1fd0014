import { describe, expect, it } from "vitest";
import { block, partWith } from "../../../test/page-data";
import { Band, type Band as BandType } from "../../core/design/part";
import { needsKey } from "../preview/preview-needs";
import { bandText, blockText, shareText, walkOrder } from "./list-lines";

const band = (cells: readonly { share: number }[], over: object = {}): BandType =>
  Band.parse({
    id: "b",
    cells: cells.map((cell, index) => ({ id: `c${index}`, ...cell })),
    ...over,
  }) as BandType;

describe("how a part reads", () => {
  it.each([
    [
      [{ share: 4 }, { share: 8 }],
      ["⅓", "⅔"],
    ],
    [
      [{ share: 0 }, { share: 1 }],
      ["", "the rest"],
    ],
    [[{ share: 1 }], [""]],
    [
      [{ share: 5 }, { share: 3 }, { share: 3 }],
      ["5 of 11", "3 of 11", "3 of 11"],
    ],
  ])("shares %j as %j", (cells, expected) => {
    const whole = band(cells);
    expect(whole.cells.map((cell) => shareText(cell, whole.cells))).toEqual(expected);
  });
  it("says of a band what is not usual", () => {
    expect(bandText(band([{ share: 1 }]), [])).toBe("");
    const over = { height: { wide: 32 }, hideOn: ["small"], sticky: true };
    expect(bandText(band([{ share: 1 }], over), [])).toBe("32 px, stays at the top, hidden on small");
    const levels = [{ key: "friends", name: "Friends" }];
    expect(bandText(band([{ share: 1 }], { seenBy: "level:friends" }), levels)).toBe("Friends only");
    expect(bandText(band([{ share: 1 }], { seenBy: "signedOut" }), levels)).toBe("signed out only");
  });
  it("names blocks by what tells them apart", () => {
    const names = { menuName: () => "Main", pieceName: () => "Contact", levels: [] };
    expect(blockText(block("piece", { piece: "p" }), names)).toBe("Shared piece “Contact”");
    expect(blockText(block("menu", { menu: "m" }), names)).toBe("Menu “Main”");
    expect(blockText(block("menu"), names)).toBe("Menu, none chosen");
    const long = block("button", { label: "A label that is far too long for a line" });
    expect(blockText(long, names)).toBe("Button “A label that is …”");
    const account = block("account");
    expect(blockText({ ...account, look: { ...account.look, seenBy: "signedIn" } }, names)).toBe(
      "Account link, signed in only",
    );
    expect(blockText(block("entryList", { arrangement: "cards" }), names)).toBe("Entry list, cards");
  });
  it("walks bands and blocks, those in groups too, and no cells", () => {
    const inner = block("heading");
    const group = block("group", {}, [inner]);
    const part = partWith("header", [group, block("title")]);
    expect(walkOrder(part)).toEqual([
      part.bands[0]?.id,
      group.id,
      inner.id,
      part.bands[0]?.cells[0]?.blocks[1]?.id,
    ]);
  });
});

describe("what a page's data depends on", () => {
  it("changes with the lists, menus and pictures of a part, not with its words or looks", () => {
    const list = block("entryList");
    const part = partWith("layout", [list, block("heading", { text: "A" })]);
    const other = { ...part, bands: part.bands.map((each) => ({ ...each, gap: 99 })) };
    expect(needsKey(other)).toBe(needsKey(part));
    const longer = JSON.parse(JSON.stringify(part).replace('"pageSize":12', '"pageSize":13')) as typeof part;
    expect(needsKey(longer)).not.toBe(needsKey(part));
  });
});
