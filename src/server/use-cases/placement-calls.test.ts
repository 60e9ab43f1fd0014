import { describe, expect, it } from "vitest";
import { requestFor, Studio, signInAs } from "../../../test/studio";
import { SLOTS } from "../../core/model/slot";
import { answerCoverageCsv } from "../doors/studio-requests";
import { studioOrigin } from "../http/host-names";

const studio = async (role: "owner" | "editor" | "viewer" = "owner") => new Studio(await signInAs(role));
const partNamed = async (who: Studio, name: string) => {
  const found = (await who.get("parts")).rows.find((row) => row.name === name);
  if (!found) throw new Error(`test: expected a part named ${name}, got none`);
  return found;
};
const allRows = async (who: Studio, input: object = {}) =>
  (await who.get("rows", { group: null, from: 0, count: 500, ...input })).rows;
const keyAt = async (who: Studio, path: string) => {
  const row = (await allRows(who)).find((each) => each.path === path);
  if (!row) throw new Error(`test: expected a page at ${path}, got none`);
  return row.key;
};
const headerAt = async (who: Studio, path: string, seen: object = {}) =>
  (await allRows(who, seen)).find((row) => row.path === path)?.cells.header;
/** Changes the placement of a part, and gives the way back. */
const place = async (who: Studio, part: string, change: object) => {
  const { body } = await who.get("part", { part });
  const value = { ...body.placement, ...change };
  return who.send("change", {
    operations: [{ op: "set", id: part, path: ["placement"], value, was: body.placement }],
  });
};

describe("the table in windows", () => {
  it("has the rows its groups count, in any windows, as filtered and grouped", async () => {
    const who = await studio("viewer");
    const { groups, pages, groupings } = await who.get("coverage");
    expect(groups.reduce((sum, group) => sum + group.pages, 0)).toBe(pages);
    for (const by of ["kind", ...groupings.map(({ id }) => id)]) {
      const table = await who.get("coverage", { by });
      for (const group of table.groups) {
        const rows = [];
        for (let from = 0; from < group.rows; from += 7)
          rows.push(...(await who.get("rows", { by, group: group.id, from, count: 7 })).rows);
        expect(rows.length).toBe(group.rows);
        expect(new Set(rows.map((row) => row.key)).size).toBe(group.rows);
        for (const slot of SLOTS) {
          const shown = rows.filter((row) => row.cells[slot].part !== null && row.later === null).length;
          const counted = group.slots[slot].shares
            .filter((share) => share.part !== null)
            .reduce((sum, share) => sum + share.pages, 0);
          expect(counted).toBeGreaterThanOrEqual(shown);
        }
      }
    }
    const night = await partNamed(who, "Night header");
    expect(
      (await who.get("coverage", { filter: { part: night.id } })).groups.map((group) => group.pages),
    ).toEqual([night.shows]);
    expect(
      (await allRows(who, { filter: { text: "https://x.example/visit/?a=1#b" } })).map((row) => row.path),
    ).toEqual(["/visit/"]);
    expect((await allRows(who, { filter: { own: true } })).length).toBe(2);
  });
  it("comes as a file with the same rows", async () => {
    const who = await studio("viewer");
    const csv = async (query: string) => {
      const url = `${studioOrigin()}/api/studio/observatory/coverage.csv?${query}`;
      const request = new Request(url, { headers: { cookie: who.cookie, "sec-fetch-site": "same-origin" } });
      const response = await answerCoverageCsv(request, "observatory");
      return { status: response.status, text: await response.text() };
    };
    const all = await csv("");
    const lines = all.text.trimEnd().split("\r\n");
    expect(lines[0]).toBe("Group,Page,Path,Header,Title bar,Layout,Side column,Footer");
    expect(lines.length - 1).toBe((await allRows(who)).length);
    expect(lines.find((line) => line.includes("/visit/eclipse-weekend/,"))).toBe(
      'Visiting,Eclipse weekend,/visit/eclipse-weekend/,header 3,title bar 2,layout 2,,"footer 2, this page only"',
    );
    expect((await csv("text=eclipse&seen=live")).text.split("\r\n").length).toBeLessThan(lines.length);
    expect((await csv("state=odd")).status).toBe(400);
    const foreign = requestFor(
      "/api/studio/observatory/coverage.csv",
      {},
      { origin: "https://elsewhere.example" },
    );
    expect((await answerCoverageCsv(foreign, "observatory")).status).toBe(403);
  });
});

describe("seen as someone, some day", () => {
  it("a part for members shows to members only, one with dates in its dates only", async () => {
    const who = await studio();
    const { id } = await partNamed(who, "Members’ footer");
    await place(who, id, { conditions: [{ clauses: [] }], over: true, audience: "level:members" });
    const footer = async (seen: object) =>
      (await allRows(who, seen)).find((row) => row.path === "/about/")?.cells.footer.part;
    expect(await footer({})).not.toBe(id);
    expect(await footer({ audience: "signedIn" })).not.toBe(id);
    expect(await footer({ audience: "level:members" })).toBe(id);
    await place(who, id, {
      audience: null,
      window: { from: "2031-01-01T00:00:00.000Z", until: "2031-02-01T00:00:00.000Z" },
    });
    expect(await footer({})).not.toBe(id);
    expect(await footer({ at: "2031-01-15T00:00:00.000Z" })).toBe(id);
    expect(await footer({ at: "2031-02-01T00:00:00.000Z" })).not.toBe(id);
    const waiting = (await who.get("findings")).findings.filter((finding) => finding.code === "waiting");
    expect(waiting).toMatchObject([{ part: id, from: "2031-01-01T00:00:00.000Z" }]);
    const { mends } = await who.get("findingMends", { finding: { code: "waiting", part: id } });
    expect(mends.map((mend) => mend.is)).toContain("openNow");
    await who.get("change", { operations: mends.find((mend) => mend.is === "openNow")?.operations });
    expect(await footer({})).toBe(id);
    for (let step = 0; step < 3; step += 1) await who.get("undo");
    expect((await who.get("findings")).counts["waiting"] ?? 0).toBe(0);
  });
  it("an audience the site does not know is refused", async () => {
    const who = await studio("viewer");
    for (const name of ["coverage", "findings", "explain", "offer"] as const)
      if (name !== "findings")
        expect(
          await who.refused(name, {
            audience: "level:gold",
            slot: "header",
            page: "search",
            pages: ["search"],
            wanted: { use: "nothing" },
          }),
        ).toMatchObject([{ code: "audience.unknown" }]);
  });
});

describe("why, and what would change it", () => {
  it("every mend that is offered does what its impact said", async () => {
    const who = await studio();
    const page = await keyAt(who, "/visit/eclipse-weekend/");
    const { rows, visitors } = await who.get("explain", { slot: "header", page });
    expect(visitors.sameAsDraft).toBe(true);
    const rival = rows.find((row) => row.verdict.is === "lessNarrow");
    if (!rival) throw new Error("test: expected a less narrow header, got none");
    const { mends } = await who.get("mends", { slot: "header", page, part: rival.part });
    expect(mends.map((mend) => mend.is).sort()).toEqual(["choose", "line"]);
    for (const mend of mends) {
      const before = await allRows(who);
      await who.get("change", { operations: [...mend.operations] });
      const after = await allRows(who);
      const changed = after.filter((row, at) =>
        SLOTS.some((slot) => row.cells[slot].part !== before[at]?.cells[slot].part),
      );
      expect(changed.length).toBe(mend.impact.pairs);
      expect(changed[0]?.cells.header.part).toBe(rival.part);
      await who.get("undo");
    }
  });
  it("names parts that only the draft has, when visitors' state is asked", async () => {
    const who = await studio();
    const { part } = await who.get("createPart", {
      slot: "header",
      name: "Fresh",
      start: null,
      placement: { conditions: [] },
    });
    const page = await keyAt(who, "/about/");
    const { rows } = await who.get("explain", { slot: "header", page, state: "live" });
    expect(rows.find((row) => row.part === part)?.verdict.is).toBe("notPublished");
    await who.get("undo");
  });
});

describe("places a line can name", () => {
  it("are found by typing, with numbers that tell similar wishes apart", async () => {
    const who = await studio("viewer");
    const { places } = await who.get("places", { query: "members", whole: true });
    const said = Object.fromEntries(places.map((place) => [place.words, place.pages]));
    const { pages } = await who.get("coverage");
    expect(said["any page, when one of Members is looking"]).toBe(pages);
    expect(said["pages only Members can open"]).toBe(6);
    expect(places.every((place) => place.clause === null || place.clause.values.length === 1)).toBe(true);
    const words = async (query: string, whole = false) =>
      (await who.get("places", { query, whole })).places.map((place) => place.words);
    expect(await words("under ecl")).toEqual([
      "pages under Eclipse weekend",
      "pages right under Eclipse weekend",
    ]);
    expect(await words("clipse")).toEqual([]);
    expect((await words("", true))[0]).toBe("every page");
    expect((await words(""))[0]).not.toBe("every page");
    expect(await words("/visit/ecl")).toContain("Eclipse weekend");
    expect(await words("/visit/")).toContain("paths below /visit/");
  });
  it("a page whose title was typed comes first, archives last, and no two say the same", async () => {
    const who = await studio("viewer");
    const find = async (query: string, pairs = false) =>
      (await who.get("places", { query, pairs })).places.map(({ words, pages }) => ({ words, pages }));
    const domes = await find("The domes");
    expect(domes[0]?.words).toBe("The domes");
    expect((await find("archive")).map(({ words }) => words)).not.toContain("any archive");
    expect((await find("any archive")).map(({ words }) => words)).toContain("all archives");
    const eclipses = (await find("eclipses")).map(({ words }) => words.startsWith("the archive of"));
    // once the archives begin, nothing else follows
    expect(eclipses.slice(eclipses.indexOf(true)).every(Boolean)).toBe(true);
    expect(eclipses.indexOf(true)).toBeGreaterThan(0);
  });
  it("a kind and its archive are one line; a page and what lies under it are said at once where there is room for two", async () => {
    const who = await studio("viewer");
    const find = async (query: string, pairs: boolean) => (await who.get("places", { query, pairs })).places;
    expect((await find("prints", false)).every(({ also }) => also === null)).toBe(true);
    const each = await find("prints", false);
    const of = (facet: string) => each.find(({ clause }) => clause?.facet === facet);
    expect(of("ofKind")?.words).toMatch(/^.*prints and their archive$/i);
    expect(of("ofKind")?.pages).toBe((of("kind")?.pages ?? 0) + (of("archiveOf")?.pages ?? 0));
    expect(of("kind")?.pages).toBeGreaterThan(0);
    const visit = (await find("visit", true)).find(({ also }) => also?.facet === "under");
    expect(visit?.words).toBe("Visit and the pages under it");
  });
  it("count what they hold on, later pages included", async () => {
    const who = await studio("viewer");
    const { places } = await who.get("places", { query: "later" });
    const later = (await allRows(who)).reduce((sum, row) => sum + (row.later ?? 0), 0);
    expect(places.map((place) => place.pages)).toEqual([later]);
    expect(later).toBeGreaterThan(3);
  });
});

describe("a new part", () => {
  it("is told where it would show, and who keeps the others, before it is made", async () => {
    const who = await studio("editor");
    const every = {
      conditions: [{ clauses: [] }],
      exceptions: [],
      audience: null,
      window: null,
      over: false,
    };
    const { pages } = await who.get("coverage");
    const footer = await who.get("newPartReach", { slot: "footer", placement: every });
    // there is one for every page already, and it stands before
    expect(footer).toMatchObject({ asks: pages, shows: 0 });
    expect(footer.keeper).not.toBeNull();
    const about = { facet: "address", values: ["/about/"] };
    const one = { ...every, conditions: [{ clauses: [about] }] };
    expect(await who.get("newPartReach", { slot: "footer", placement: one })).toEqual({
      asks: 1,
      shows: 1,
      keeper: null,
    });
    const none = { ...every, conditions: [{ clauses: [{ ...about, values: ["/no-such-page/"] }] }] };
    expect(await who.get("newPartReach", { slot: "footer", placement: none })).toMatchObject({
      asks: 0,
      shows: 0,
    });
    expect((await who.get("aboutSite")).draft.changes).toBe(0);
  });
});

describe("choices on many pages", () => {
  it("are one change with one undo, editors may make it", async () => {
    const who = await studio("editor");
    const night = await partNamed(who, "Night header");
    const picks = ["/about/", "/visit/"].map((path) => keyAt(who, path));
    const pages = [...(await Promise.all(picks)), "group:archives"];
    const before = await allRows(who);
    await who.get("choosePage", { pages, slot: "header", choice: { part: night.id } });
    const chosen = (await allRows(who)).filter((row) => row.cells.header.how === "choice");
    expect(chosen.length).toBeGreaterThan(20);
    expect(await headerAt(who, "/about/")).toMatchObject({ part: night.id, how: "choice" });
    await who.get("undo");
    expect(await allRows(who)).toEqual(before);
  });
  it("filters can be kept under a name, one's own only", async () => {
    const who = await studio("viewer");
    await who.get("saveFilter", { name: "Bare", query: "own=yes" });
    await who.get("saveFilter", { name: "Bare", query: "own=yes&text=visit" });
    expect((await who.get("savedFilters")).filters).toEqual([{ name: "Bare", query: "own=yes&text=visit" }]);
    expect((await (await studio()).get("savedFilters")).filters).toEqual([]);
    await who.get("dropFilter", { name: "Bare" });
    expect((await who.get("savedFilters")).filters).toEqual([]);
  });
});

describe("what is expected", () => {
  it("can be said per slot and kind; gaps are findings", async () => {
    const who = await studio();
    const { frame, stated } = { frame: await who.get("aboutSite"), ...(await who.get("expectations")) };
    expect(stated).toBeNull();
    const prints = Object.entries(frame.vocabulary.kinds).find(
      ([, name]) => name === "Prints",
    )?.[0] as string;
    const body = { schema: 1, slots: { side: "always" }, kinds: { [prints]: { side: "never" } } };
    await who.get("change", {
      operations: [{ op: "create", id: "expectations", kind: "expectations", body }],
    });
    const finding = (await who.get("findings")).findings.find((each) => each.code === "missing");
    const rows = await allRows(who);
    const missing = rows.filter((row) => row.cells.side.how === "missing");
    expect(finding).toMatchObject({ slot: "side" });
    expect(missing.length).toBeGreaterThan(10);
    expect(missing.some((row) => /^\/prints\/./.test(row.path) && row.identity.startsWith("entry:"))).toBe(
      false,
    );
    await who.get("undo");
  });
});

describe("bad input", () => {
  const cases: [string, object, string][] = [
    [
      "an unknown facet",
      { conditions: [{ clauses: [{ facet: "colour", values: ["red"] }] }] },
      "change.badValue",
    ],
    [
      "an unknown value",
      { conditions: [{ clauses: [{ facet: "role", values: ["home"] }] }] },
      "placement.value",
    ],
    [
      "a term that is gone",
      { conditions: [{ clauses: [{ facet: "term", values: ["gone"] }] }] },
      "placement.missing",
    ],
    [
      "an empty value list",
      { conditions: [{ clauses: [{ facet: "kind", values: [] }] }] },
      "change.badValue",
    ],
    ["an exception without a clause", { exceptions: [{ clauses: [] }] }, "change.badValue"],
    [
      "a window that ends before it starts",
      { window: { from: "2027-02-01T00:00:00.000Z", until: "2027-01-01T00:00:00.000Z" } },
      "placement.window",
    ],
    [
      "ten thousand conditions",
      { conditions: Array.from({ length: 10_000 }, () => ({ clauses: [] })) },
      "placement.tooMany",
    ],
  ];
  it.each(cases)("%s is refused with what is wrong, and nothing is saved", async (_, change, code) => {
    const who = await studio();
    const { id } = await partNamed(who, "Night header");
    const before = await who.get("part", { part: id });
    const { status, outcome } = await place(who, id, change);
    expect(status).toBeGreaterThanOrEqual(400);
    expect(outcome.ok ? [] : outcome.issues).toMatchObject([{ code }]);
    expect(await who.get("part", { part: id })).toEqual(before);
  });
  it("two people ordering the same slot: the second is told, nothing is lost", async () => {
    const [first, second] = [await studio(), await studio()];
    const night = await partNamed(first, "Night header");
    const { order } = await first.get("reach", { part: night.id });
    const reorder = (value: readonly string[]) => ({
      operations: [{ op: "set", id: "order:header", path: ["parts"], value, was: order }],
    });
    const swapped = [...order].reverse();
    await first.get("change", reorder(swapped));
    expect(await second.refused("change", reorder([...order.slice(1), order[0] as string]))).toMatchObject([
      { code: "change.clash" },
    ]);
    expect((await second.get("reach", { part: night.id })).order).toEqual(swapped);
    await first.get("undo");
    expect((await second.get("reach", { part: night.id })).order).toEqual(order);
  });
  it("a part that waits is told as it will be on its day, and how many pages others keep in all", async () => {
    const who = await studio();
    const night = await partNamed(who, "Night header");
    const { body } = await who.get("part", { part: night.id });
    const now = await who.get("reach", { part: night.id });
    expect(now.opens).toBeNull();
    const opens = "2031-12-01T18:00:00.000Z";
    const placement = { ...body.placement, window: { from: opens, until: null } };
    const then = await who.get("reach", { part: night.id, placement });
    expect(then).toMatchObject({ opens, asks: now.asks, shows: now.shows });
    expect(now.asks).toBeGreaterThan(0);
    const every = { ...body.placement, conditions: [{ clauses: [] }], over: false };
    const wide = await who.get("reach", { part: night.id, placement: every });
    expect(wide.keptPages).toBe(wide.keepers.reduce((sum, { pages }) => sum + pages, 0));
    expect(wide.shows + wide.keptPages).toBe(wide.asks);
  });
  it("pages that are not there are named", async () => {
    const who = await studio();
    expect(await who.refused("explain", { slot: "header", page: "entry:gone" })).toMatchObject([
      { code: "page.unknown", params: { page: "entry:gone" } },
    ]);
    expect(
      await who.refused("choosePage", { pages: ["group:none"], slot: "header", choice: "nothing" }),
    ).toMatchObject([{ code: "page.unknown" }]);
    const { rows, total } = await who.get("rows", { group: "none", from: 0, count: 5 });
    expect([rows, total]).toEqual([[], 0]);
  });
});
