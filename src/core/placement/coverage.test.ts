import { describe, expect, it } from "vitest";
import { block, partWith } from "../../../test/page-data";
import { NOW } from "../../../test/random-site";
import { randomWorld } from "../../../test/random-world";
import type { Address, SiteIndex } from "../addresses/facts";
import type { Expectations } from "../design/design";
import { choiceId, designOf, findBody } from "../design/design";
import { SLOTS } from "../model/slot";
import { type CoverageFilter, coverageOf, coverageRows, filtered, groupsOf, numberOfKey } from "./coverage";
import { expectedIn } from "./expectations";
import { type Resolution, resolveAll, shownAt } from "./resolution";
import { type CompiledDesign, compileDesign, partOf, resolvePage } from "./resolve";

const view = { audience: "signedOut", at: NOW };
describe("the table of pages and slots", () => {
  it("has every page once, in its group, with what resolution gives it", () => {
    for (let seed = 0; seed < 60; seed += 1) {
      const { index, compiled } = randomWorld(seed);
      const resolution = resolveAll(compiled, view);
      const groups = groupsOf(index, "kind");
      const rows = groups.flatMap((group) =>
        coverageRows(resolution, group.numbers).map((row, at) => ({
          group,
          row,
          number: group.numbers[at] as number,
        })),
      );
      expect(rows.map(({ number }) => number).sort((a, b) => a - b)).toEqual([...index.pages.keys()]);
      for (const { group, row, number } of rows) {
        const page = index.pages[number] as Address;
        expect(numberOfKey(index, row.key)).toBe(number);
        const answers = resolvePage(compiled, page, view);
        expect(group.id).toBe(
          page.role === "entry" ? `kind:${page.kind}` : page.role === "archive" ? "archives" : page.role,
        );
        for (const slot of SLOTS) {
          const cell = row.cells[slot];
          const { resolved } = answers[slot];
          expect(cell.part).toBe(partOf(answers[slot]));
          expect(cell.tied).toBe(resolved.by === "rule" && resolved.tied.length > 0);
          if (resolved.by === "none")
            // where one signs in all that is needed is there without a layout
            expect(cell.how).toBe(
              ["header", "layout", "footer"].includes(slot) && !(page.role === "account" && slot === "layout")
                ? "missing"
                : "none",
            );
          if (resolved.by === "choiceOfNothing") expect(cell.how).toBe("choiceOfNothing");
        }
      }
    }
  });
  it("sums up each group by what its rows show, later pages counted as many as there are", () => {
    for (let seed = 0; seed < 40; seed += 1) {
      const { compiled } = randomWorld(seed);
      const resolution = resolveAll(compiled, view);
      const groups = coverageOf(resolution, "kind", {});
      expect(groups.reduce((sum, group) => sum + group.pages, 0)).toBe(resolution.pageTotal);
      for (const group of groups)
        for (const slot of SLOTS) {
          const { shares } = group.slots[slot];
          expect(shares.reduce((sum, share) => sum + share.pages, 0)).toBe(group.pages);
          expect([...shares].sort((a, b) => b.pages - a.pages)).toEqual(shares);
        }
    }
  });
  it("groups entries by the terms of a grouping too, each once", () => {
    const { index } = randomWorld(4);
    const entries = groupsOf(index, "g0").filter((group) => group.type === "term");
    const numbers = entries.flatMap((group) => group.numbers);
    expect(new Set(numbers).size).toBe(numbers.length);
    expect(numbers.length).toBe(index.stems.filter((page) => page.role === "entry").length);
    for (const group of entries)
      for (const number of group.numbers) {
        const own = index.stems[number]?.entry?.terms.filter(
          (term) => index.terms.get(term)?.grouping === "g0",
        );
        expect(group.id).toBe(`term:${own?.[0] ?? ""}`);
      }
  });
  it("filters by words, by part, by own choice and by state", () => {
    for (let seed = 0; seed < 40; seed += 1) {
      const { index, compiled } = randomWorld(seed);
      const resolution = resolveAll(compiled, view);
      const all = [...index.pages.keys()];
      const rows = new Map(coverageRows(resolution, all).map((row, number) => [number, row]));
      const there = (number: number) => resolution.weights[number] !== 0;
      const cellsOf = (number: number) => SLOTS.map((slot) => rows.get(number)!.cells[slot]);
      const part = cellsOf(0).find((cell) => cell.part !== null)?.part;
      const cases: [CoverageFilter, (number: number) => boolean][] = [
        [
          { text: "ENTRY 1" },
          (number) =>
            /entry/i.test(rows.get(number)!.title) &&
            /1/.test(rows.get(number)!.title + rows.get(number)!.path),
        ],
        [
          { text: "https://x.example/k0/" },
          (number) => {
            const page = index.byPath.get("/k0/");
            const row = rows.get(number)!;
            // the front page's own path leads to the front page: then it is words that are looked for
            return page ? row.key === page.identity : row.path.includes("/k0/");
          },
        ],
        [{ text: "/k0/" }, (number) => rows.get(number)!.path.includes("/k0/")],
        [{ state: "missing" }, (number) => cellsOf(number).some((cell) => cell.how === "missing")],
        [{ state: "tied" }, (number) => cellsOf(number).some((cell) => cell.tied)],
        ...(part
          ? [
              [{ part }, (number: number) => cellsOf(number).some((cell) => cell.part === part)] as [
                CoverageFilter,
                (number: number) => boolean,
              ],
            ]
          : []),
      ];
      for (const [filter, fits] of cases)
        expect(filtered(resolution, all, filter), JSON.stringify(filter)).toEqual(
          all.filter((number) => there(number) && fits(number)),
        );
    }
  });
  it("counts what a page says itself for the part there as its own choice", () => {
    const { index, compiled } = randomWorld(5);
    const paged = [...index.later.keys()][0] as number;
    const { identity } = index.stems[paged] as Address;
    const body = {
      schema: 1,
      identity,
      slots: {},
      values: { header: { title: "Own" }, footer: {} },
    } as const;
    const design = new Map(compiled.design);
    for (const [id, { kind }] of design) if (kind === "choice") design.delete(id);
    design.set(choiceId(identity), { id: choiceId(identity), kind: "choice", body });
    const resolution = resolveAll(compileDesign(design, index), view);
    const all = [...index.pages.keys()];
    const there = [paged, index.later.get(paged)].filter(
      (number) => resolution.weights[number as number] !== 0,
    );
    expect(filtered(resolution, all, { own: true })).toEqual(there);
    expect(filtered(resolution, all, { own: true, slot: "header" })).toEqual(there);
    expect(filtered(resolution, all, { own: true, slot: "footer" })).toEqual([]);
  });
  it("marks a cell where the page says something that the part there reads, and no other", () => {
    // a world in which a page has a header by rule
    const [{ index, compiled, number, resolved }] = [5, 6, 7, 8, 9, 10, 11, 12].flatMap((seed) => {
      const { index, compiled } = randomWorld(seed);
      const resolved = resolveAll(compiled, view);
      const { shown, marks } = resolved.columns.header;
      const number = index.stems.findIndex((_, at) => shown[at] !== 0 && !marks.has(at));
      return number < 0 ? [] : [{ index, compiled, number, resolved }];
    }) as [{ index: SiteIndex; compiled: CompiledDesign; number: number; resolved: Resolution }];
    const { identity } = index.stems[number] as Address;
    const part = shownAt(resolved, "header", number) as string;
    const heading = block("heading", { text: "Everywhere" });
    const band = partWith("header", [heading]).bands[0];
    const choice = {
      name: "title",
      node: heading.id,
      path: ["settings", "text"],
      type: "text",
      label: "Title",
    };
    const world = (values: object) => {
      const design = new Map(compiled.design);
      for (const [id, { kind }] of design) if (kind === "choice") design.delete(id);
      const open = { ...findBody(compiled.design, "part", part), bands: [band], choices: [choice] };
      design.set(part, { id: part, kind: "part", body: open as never });
      const body = { schema: 1, identity, slots: {}, values } as never;
      design.set(choiceId(identity), { id: choiceId(identity), kind: "choice", body });
      const resolution = resolveAll(compileDesign(design, index), view);
      const rows = coverageRows(resolution, [...index.stems.keys()]);
      return rows.flatMap((row) =>
        SLOTS.filter((slot) => row.cells[slot].says).map((slot) => [row.identity, slot]),
      );
    };
    expect(world({ header: { title: "Own" } })).toEqual([[identity, "header"]]);
    // nobody reads it there
    expect(world({ header: { other: "Own" } })).toEqual([]);
    expect(world({ footer: { title: "Own" } })).toEqual([]);
    expect(world({})).toEqual([]);
  });
  it("leaves out groups without a page, and needs no part at all", () => {
    const { index } = randomWorld(3);
    const groups = coverageOf(resolveAll(compileDesign(designOf([]), index), view), "kind", {});
    expect(groups.length).toBeGreaterThan(2);
    for (const group of groups) {
      expect(group.rows).toBeGreaterThan(0);
      expect(group.slots.header.shares).toEqual([{ part: null, how: "missing", pages: group.pages }]);
    }
  });
});

describe("what a site expects", () => {
  const expecting = (slots: Expectations["slots"], kinds: Expectations["kinds"] = {}) => {
    const { index, compiled } = randomWorld(11);
    const design = new Map(compiled.design).set("expectations", {
      id: "expectations",
      kind: "expectations",
      body: { schema: 1, slots, kinds },
    });
    return { index, resolution: resolveAll(compileDesign(design, index), view) };
  };
  it("always and never hold everywhere, a kind's own before them", () => {
    const { index, resolution } = expecting({ side: "always", header: "never" }, { k0: { side: "never" } });
    const [side, header] = [expectedIn(resolution, "side"), expectedIn(resolution, "header")];
    for (const [number, page] of index.pages.entries()) {
      expect(header(number)).toBe(false);
      expect(side(number)).toBe(!(page.entry && page.kind === "k0"));
    }
  });
  it("where used expects a slot on pages of a sort that has it somewhere", () => {
    const { index, resolution } = expecting({ side: "whereUsed" });
    const expected = expectedIn(resolution, "side");
    const sortOf = (page: Address) => (page.entry ? page.kind : page.role);
    for (const [number, page] of index.pages.entries()) {
      const used = index.pages.some(
        (other, at) =>
          sortOf(other) === sortOf(page) &&
          resolution.weights[at] !== 0 &&
          shownAt(resolution, "side", at) !== null,
      );
      expect(expected(number)).toBe(used);
    }
  });
});
