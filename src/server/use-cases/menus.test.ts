import { describe, expect, it } from "vitest";
import { Studio, signInAs } from "../../../test/studio";
import type { Part } from "../../core/design/part";
import { rowsOf } from "../../core/menus/item-tree";
import type { MenuItem } from "../../core/model/menu";

const item = (id: string, items: readonly MenuItem[] = []): MenuItem => ({
  id,
  label: id,
  target: { url: "/" },
  items,
});

const studio = async () => new Studio(await signInAs("owner"));

describe("menus", () => {
  it("are made from the pages, changed by operations, kept while shown, and taken out by one undoable step", async () => {
    const who = await studio();
    const { id } = await who.get("createMenu", { name: "Everything", from: "pages" });
    const made = await who.get("menu", { menu: id });
    expect(rowsOf(made.body.items).length).toBeGreaterThan(10);
    expect([made.dead, made.missing, made.uses]).toEqual([[], [], []]);
    await who.get("change", {
      operations: [{ op: "set", id, path: ["items"], value: [item("a", [item("b")])], was: made.body.items }],
    });
    const changed = await who.get("menu", { menu: id });
    expect(changed.body.items.map(({ label }) => label)).toEqual(["a"]);
    expect(changed.missing.length).toBeGreaterThan(3);
    await who.get("removeMenu", { menu: id });
    expect((await who.refused("menu", { menu: id }))[0]?.code).toBe("menu.unknown");
    for (let step = 0; step < 3; step += 1) await who.get("undo");
  });
  it("leave out a page that wishes so, and do not offer it, until it wishes otherwise", async () => {
    const who = await studio();
    const { id } = await who.get("createMenu", { name: "Everything", from: "pages" });
    const top = (await who.get("menu", { menu: id })).body.items.flatMap(({ target }) =>
      target && "identity" in target && target.identity.startsWith("entry:") ? [target.identity] : [],
    );
    const [identity = ""] = top;
    const entry = identity.slice("entry:".length);
    await who.get("changeEntry", { entry, inMenus: false });
    const other = await who.get("createMenu", { name: "Without", from: "pages" });
    const without = JSON.stringify((await who.get("menu", { menu: other.id })).body.items);
    expect(without).not.toContain(identity);
    const empty = await who.get("createMenu", { name: "Empty", from: "empty" });
    const offered = async () =>
      (await who.get("menu", { menu: empty.id })).missing.map((page) => page.identity);
    expect(await offered()).not.toContain(identity);
    await who.get("changeEntry", { entry, inMenus: true });
    expect(await offered()).toContain(identity);
    for (let step = 0; step < 3; step += 1) await who.get("undo");
  });
  it("find signs by name, outlines only", async () => {
    const who = await studio();
    const { signs } = await who.get("itemSigns", { query: "home" });
    expect(signs[0]).toEqual({ name: "home", outline: "M10 20v-6h4v6h5v-8h3L12 3 2 12h3v8z" });
    expect(signs.every(({ outline }) => /^[MmZzLlHhVvCcSsQqTtAa0-9 ,.eE+-]+$/.test(outline))).toBe(true);
    expect((await who.get("itemSigns", { query: "no such sign at all" })).signs).toEqual([]);
  });
  it.each([
    ["deeper than three levels", [item("a", [item("b", [item("c", [item("d")])])])], "menu.depth"],
    [
      "an item that leads to a script",
      [{ ...item("a"), target: { url: "javascript:alert(1)" } }],
      "link.scheme",
    ],
    ["a label of 5 000 letters", [{ ...item("a"), label: "x".repeat(5000) }], null],
    ["500 items side by side", Array.from({ length: 500 }, (_, at) => item(`i${at}`)), null],
  ])("refuse %s, say why, and stay as they were", async (_, items, code) => {
    const who = await studio();
    const { menus } = await who.get("menus");
    const main = menus.find(({ name }) => name === "Main")?.id ?? "";
    const before = (await who.get("menu", { menu: main })).body;
    const issues = await who.refused("change", {
      operations: [{ op: "set", id: main, path: ["items"], value: items, was: before.items }],
    });
    expect(issues.length).toBeGreaterThan(0);
    if (code !== null) expect(issues.map((each) => each.code)).toContain(code);
    expect((await who.get("menu", { menu: main })).body).toEqual(before);
  });
  it("say where each is shown, how it fits there, and are not taken out while a part shows them", async () => {
    const who = await studio();
    const { menus } = await who.get("menus");
    const main = menus.find(({ name }) => name === "Main");
    const { rows } = await who.get("parts");
    const shown = main?.parts.map((id) => rows.find((row) => row.id === id)?.name);
    expect(shown).toEqual([
      "Day header",
      "Front header",
      "Night header",
      "Members’ header",
      "Footer in columns",
    ]);
    const { uses } = await who.get("menu", { menu: main?.id ?? "" });
    const inRows = uses.filter(({ isRow }) => isRow);
    // the front header's logo is smaller on narrower screens: it has an edge for each
    expect(inRows.length).toBeGreaterThan(2);
    for (const row of inRows) {
      expect(row.isExact).toBe(true);
      expect(row.edge).toBeGreaterThan(600);
      expect(row.stretches.at(-1)).toMatchObject({ state: "row", from: row.edge, to: 1600 });
      expect(row.items.every(({ width }) => width > 20)).toBe(true);
    }
    const refused = await who.refused("removeMenu", { menu: main?.id ?? "" });
    expect(refused[0]?.code).toBe("menu.inUse");
    expect((await who.refused("createMenu", { name: "Main", from: "empty" }))[0]?.code).toBe("menu.taken");
  });
  it("a link whose page goes is a finding that names it, until it leads somewhere again", async () => {
    const who = await studio();
    const { menus } = await who.get("menus");
    const main = menus.find(({ name }) => name === "Main")?.id ?? "";
    const { body } = await who.get("menu", { menu: main });
    const gone = body.items.map((each, at) =>
      at === 0 ? { ...each, target: { identity: "entry:gone" } } : each,
    );
    await who.get("change", {
      operations: [{ op: "set", id: main, path: ["items"], value: gone, was: body.items }],
    });
    const { findings } = await who.get("lookFindings");
    expect(findings).toContainEqual(
      expect.objectContaining({ code: "deadLink", label: body.items[0]?.label, menuName: "Main" }),
    );
    expect((await who.get("menus")).menus.find(({ id }) => id === main)?.dead).toBe(1);
    await who.get("undo");
    expect((await who.get("lookFindings")).findings.map(({ code }) => code)).not.toContain("deadLink");
  });
});

describe("what is noticed of headers", () => {
  const header = async (who: Studio, name: string) => {
    const id = (await who.get("parts")).rows.find((row) => row.name === name)?.id ?? "";
    const { body } = await who.get("part", { part: id });
    return { id, band: (body as Part).bands.at(-1) as Part["bands"][number] };
  };
  it("text over a bright picture, with the least overlay that mends it; done, it is gone", async () => {
    const who = await studio();
    const { id, band } = await header(who, "Night header");
    const { pictures } = await who.get("pictures");
    const bright = pictures.find(({ name }) => name === "Two domes at noon")?.id ?? "";
    await who.get("change", {
      operations: [
        {
          op: "setNode",
          id,
          node: band.id,
          path: ["background", "picture"],
          value: bright,
          was: band.background.picture,
        },
        {
          op: "setNode",
          id,
          node: band.id,
          path: ["background", "overlay"],
          value: 0,
          was: band.background.overlay,
        },
      ],
    });
    const { findings } = await who.get("lookFindings");
    const found = findings.find(({ code }) => code === "overPicture");
    expect(found).toMatchObject({ part: id, band: band.id, names: ["Two domes at noon"] });
    expect(found?.mend?.is).toBe("overlay");
    await who.get("change", { operations: [...(found?.mend?.operations ?? [])] });
    expect((await who.get("lookFindings")).findings.map(({ code }) => code)).not.toContain("overPicture");
    await who.get("undo");
    await who.get("undo");
  });
  it("a menu that is no button where it no longer fits takes two rows; one click makes it one", async () => {
    const who = await studio();
    const { id, band } = await header(who, "Day header");
    const menu = band.cells.flatMap(({ blocks }) => blocks).find(({ kind }) => kind === "menu");
    const path = ["settings", "buttonBelow"];
    await who.get("change", {
      operations: [{ op: "setNode", id, node: menu?.id ?? "", path, value: 600, was: "computed" }],
    });
    const { findings } = await who.get("lookFindings");
    const found = findings.find(({ code }) => code === "doesNotFit");
    expect(found).toMatchObject({ part: id, state: "crowded", from: 600 });
    expect(found?.mend?.is).toBe("computed");
    await who.get("change", { operations: [...(found?.mend?.operations ?? [])] });
    expect((await who.get("lookFindings")).findings.map(({ code }) => code)).not.toContain("doesNotFit");
    await who.get("undo");
    await who.get("undo");
  });
});
