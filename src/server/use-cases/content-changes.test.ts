import { describe, expect, it } from "vitest";
import { Studio, signInAs } from "../../../test/studio";
import { POOL, selectRows } from "../../data/database";
import { answerSite } from "../hosts/site-handler";
import { publicOrigin } from "../http/host-names";

const studio = async (role: "owner" | "editor" = "owner") => new Studio(await signInAs(role));
const at = (path: string) => answerSite("observatory", new URL(path, publicOrigin("observatory")));
const rowAt = async (who: Studio, path: string) => {
  const { rows } = await who.get("rows", { group: null, from: 0, count: 500 });
  const row = rows.find((each) => each.path === path && each.later === null);
  if (!row) throw new Error(`test: expected a page at ${path}, got none`);
  return row;
};
const entryAt = async (who: Studio, path: string) => {
  const { entry } = await who.get("page", { page: (await rowAt(who, path)).key });
  if (!entry) throw new Error(`test: expected an entry at ${path}, got none`);
  return entry;
};
/** Everything of a site's content, to see that nothing changed. */
const content = async () => ({
  entries: await selectRows("SELECT * FROM entry WHERE site = 'observatory' ORDER BY id", {}, POOL),
  terms: await selectRows("SELECT * FROM term WHERE site = 'observatory' ORDER BY id", {}, POOL),
  carried: await selectRows(
    "SELECT * FROM entry_term WHERE site = 'observatory' ORDER BY entry, term",
    {},
    POOL,
  ),
  kinds: await selectRows("SELECT * FROM kind WHERE site = 'observatory' ORDER BY id", {}, POOL),
  moved: await selectRows("SELECT * FROM moved_path WHERE site = 'observatory' ORDER BY path", {}, POOL),
});

describe("a path that changes", () => {
  it("leaves a 308 for the page and for everything below it, and takes both back", async () => {
    const who = await studio("editor");
    const { id } = await entryAt(who, "/visit/eclipse-weekend/");
    const impact = await who.get("entryImpact", { entry: id, path: "/eclipse/" });
    expect(impact).toMatchObject({ path: "/eclipse/", moves: 3 });
    expect(await who.get("changeEntry", { entry: id, path: "eclipse" })).toEqual({
      path: "/eclipse/",
      moves: 3,
    });
    expect((await at("/eclipse/")).status).toBe(200);
    const old = await at("/visit/eclipse-weekend/");
    expect([old.status, old.headers?.["Location"]]).toEqual([308, "/eclipse/"]);
    const below = (await rowAt(who, "/eclipse/")).key;
    const children = await selectRows<{ path: string }>(
      "SELECT path FROM entry WHERE site = 'observatory' AND path LIKE '/eclipse/_%' ORDER BY path",
      {},
      POOL,
    );
    expect(children.length).toBe(2);
    for (const { path } of children) {
      const before = await at(path.replace("/eclipse/", "/visit/eclipse-weekend/"));
      expect([before.status, before.headers?.["Location"]]).toEqual([308, path]);
    }
    expect(below).toBe(`entry:${id}`);
    await who.get("changeEntry", { entry: id, path: "/visit/eclipse-weekend/" });
    expect((await at("/visit/eclipse-weekend/")).status).toBe(200);
    expect((await at("/eclipse/")).headers?.["Location"]).toBe("/visit/eclipse-weekend/");
    // of two moves in a row the older path leads straight to where the page lives
    expect((await at("/visit/eclipse-weekend")).headers?.["Location"]).toBe("/visit/eclipse-weekend/");
  });
  const refused: [string, object, string][] = [
    ["another page's path", { path: "/about/" }, "path.taken"],
    ["the front page's", { path: "/" }, "path.taken"],
    ["an archive's", { path: "/notes/" }, "path.taken"],
    ["that of a later page of an archive", { path: "/notes/page/2/" }, "path.taken"],
    ["that of a later page there is not yet", { path: "/notes/page/900/" }, "path.taken"],
    [
      "one that leads through its own pages",
      { path: "/visit/eclipse-weekend/eclipse-programme/again/" },
      "path.belowItself",
    ],
    ["a reserved one", { path: "/search/here/" }, "path.reserved"],
    ["dots", { path: "/visit/../x/" }, "path.dots"],
    ["a term that is gone", { terms: ["gone"] }, "content.gone"],
    ["a level nobody has", { access: "level:gold" }, "audience.unknown"],
    ["an entry that is gone", { entry: "gone", path: "/x/" }, "page.unknown"],
  ];
  it.each(refused)("refuses %s, and changes nothing", async (_, change, code) => {
    const who = await studio();
    const { id } = await entryAt(who, "/visit/eclipse-weekend/");
    const before = await content();
    for (const name of ["entryImpact", "changeEntry"] as const)
      expect(await who.refused(name, { entry: id, ...change })).toMatchObject([{ code }]);
    expect(await content()).toEqual(before);
  });
});

describe("a path that leads into another folder", () => {
  const trailOf = async (path: string) =>
    /<nav[^>]*b-breadcrumbs[\s\S]*?<\/nav>/.exec(String((await at(path)).body))?.[0] ?? "";

  it("takes the page along in the tree, unless it is about the path alone", async () => {
    const who = await studio();
    const { id } = await entryAt(who, "/visit/eclipse-weekend/");
    const impact = await who.get("entryImpact", { entry: id, path: "/about/eclipse/" });
    expect(impact).toMatchObject({ below: "Visit", belowThen: "About us" });
    await who.get("changeEntry", { entry: id, path: "/about/eclipse/" });
    expect(await trailOf("/about/eclipse/")).toContain('href="/about/"');
    await who.get("changeEntry", { entry: id, path: "/visit/eclipse-weekend/", tree: "stays" });
    expect(await trailOf("/visit/eclipse-weekend/")).toContain('href="/about/"');
    // back where it was, by way of a folder that is no page
    await who.get("changeEntry", { entry: id, path: "/eclipse/" });
    expect(await trailOf("/eclipse/")).not.toContain('href="/about/"');
    await who.get("changeEntry", { entry: id, path: "/visit/eclipse-weekend/" });
    expect(await trailOf("/visit/eclipse-weekend/")).toContain('href="/visit/"');
  });
  it("stays in the tree where it is in the same folder", async () => {
    const who = await studio();
    const { id } = await entryAt(who, "/visit/eclipse-weekend/");
    const { below, belowThen } = await who.get("entryImpact", { entry: id, path: "/visit/eclipse/" });
    expect([below, belowThen]).toEqual(["Visit", "Visit"]);
  });
});

describe("facts that change", () => {
  it("show their impact on visitors first, and are live at once", async () => {
    const who = await studio();
    const entry = await entryAt(who, "/visit/eclipse-weekend/");
    const { live } = await who.get("entryImpact", { entry: entry.id, terms: [] });
    expect(live.groups).toMatchObject([
      { slot: "header", before: { name: "Night header" }, after: { name: "Day header" }, pages: 1 },
    ]);
    const night = String((await at("/visit/eclipse-weekend/")).body);
    await who.get("changeEntry", { entry: entry.id, terms: [] });
    expect(String((await at("/visit/eclipse-weekend/")).body)).not.toBe(night);
    await who.get("changeEntry", { entry: entry.id, terms: entry.terms });
    expect(String((await at("/visit/eclipse-weekend/")).body)).toBe(night);
  });
});

describe("deletion", () => {
  it("of a term says which pages vanish and which lines break, and is brought back whole", async () => {
    const who = await studio();
    const [term] = await selectRows<{ id: string }>(
      "SELECT id FROM term WHERE site = 'observatory' AND slug = 'eclipses'",
      {},
      POOL,
    );
    const removal = { what: "term", id: term?.id };
    const impact = await who.get("removalImpact", removal);
    expect(impact.label).toBe("Eclipses");
    expect(impact.live.vanish.titles.some((page) => page.title === "Eclipses")).toBe(true);
    const { parts } = await who.get("aboutSite");
    expect(impact.broken.map(({ part }) => parts[part]?.name)).toContain("Night header");
    const before = await content();
    const { removal: id } = await who.get("removeFromContent", removal);
    expect((await who.get("findings")).counts["broken"]).toBeGreaterThan(0);
    expect((await who.get("removals")).removals[0]).toMatchObject({ id, label: "Eclipses" });
    // what was said before is what happened
    const header = await who.get("rows", { group: null, from: 0, count: 500 });
    const night = Object.keys(parts).find((part) => parts[part]?.name === "Night header");
    expect(header.rows.some((row) => row.cells.header.part === night)).toBe(false);
    await who.get("bringBack", { removal: id });
    expect(await content()).toEqual(before);
    expect((await who.get("findings")).counts["broken"] ?? 0).toBe(0);
    expect(await who.refused("bringBack", { removal: id })).toMatchObject([{ code: "removal.gone" }]);
  });
  it("of an entry lets what hangs below it move up, and brings its words back", async () => {
    const who = await studio();
    const { id } = await entryAt(who, "/visit/eclipse-weekend/");
    const before = await content();
    const { removal } = await who.get("removeFromContent", { what: "entry", id });
    expect((await at("/visit/eclipse-weekend/")).status).toBe(404);
    const [child] = await selectRows<{ parent: string }>(
      "SELECT parent FROM entry WHERE site = 'observatory' AND path LIKE '/visit/eclipse-weekend/_%' LIMIT 1",
      {},
      POOL,
    );
    expect(child?.parent).toBe((await entryAt(who, "/visit/")).id);
    await who.get("bringBack", { removal });
    expect(await content()).toEqual(before);
  });
  it("of a kind takes its entries along, and brings all of them back", async () => {
    const who = await studio();
    const [kind] = await selectRows<{ id: string }>(
      "SELECT id FROM kind WHERE site = 'observatory' AND body->>'key' = 'prints'",
      {},
      POOL,
    );
    if (!kind) throw new Error("test: expected the kind prints, got none");
    const before = await content();
    const impact = await who.get("removalImpact", { what: "kind", id: kind.id });
    expect(impact.entries).toBeGreaterThan(3);
    expect(impact.draft.vanish.pages).toBeGreaterThan(impact.entries);
    const { removal } = await who.get("removeFromContent", { what: "kind", id: kind.id });
    expect((await at("/prints/")).status).toBe(404);
    await who.get("bringBack", { removal });
    expect(await content()).toEqual(before);
  });
  it("leaves the front page alone, and tells what is not there", async () => {
    const who = await studio();
    const before = await content();
    const { rows } = await who.get("rows", { group: null, from: 0, count: 1 });
    const front = rows[0]?.identity.replace("entry:", "");
    expect(await who.refused("removeFromContent", { what: "entry", id: front })).toMatchObject([
      { code: "front.stays" },
    ]);
    expect(await who.refused("removeFromContent", { what: "term", id: "gone" })).toMatchObject([
      { code: "content.gone" },
    ]);
    expect(
      await (await studio("editor")).refused("removeFromContent", { what: "term", id: "x" }),
    ).toMatchObject([{ code: "permission.none" }]);
    expect(await content()).toEqual(before);
  });
});
