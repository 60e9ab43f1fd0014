import { describe, expect, it } from "vitest";
import { NOW, randomDesign, randomFacts } from "../../../test/random-site";
import { seeded } from "../../../test/seeded";
import { buildIndex } from "../addresses/stems";
import { designOf } from "../model/design";
import { SLOTS } from "../model/slot";
import { coverageOf } from "./coverage";
import { holdsAll } from "./match";
import { conditionFor } from "./proposals";
import { compileDesign, partOf, resolvePage } from "./resolve";

const view = { audience: "signedOut", at: NOW };
const world = (seed: number) => {
  const random = seeded(seed);
  const facts = randomFacts(random);
  const index = buildIndex(facts, NOW);
  const design = randomDesign(
    random,
    facts,
    index.stems.map((stem) => stem.identity),
  );
  return { random, index, compiled: compileDesign(design, index) };
};

describe("the table of pages and slots", () => {
  it("has every page once, in its group, with what resolution gives it", () => {
    for (let seed = 0; seed < 60; seed += 1) {
      const { index, compiled } = world(seed);
      const groups = coverageOf(compiled, view);
      const rows = groups.flatMap((group) => group.rows.map((row) => ({ group, row })));
      expect(rows.map(({ row }) => row.identity).sort()).toEqual(
        index.stems.map((stem) => stem.identity).sort(),
      );
      for (const { group, row } of rows) {
        const page = index.byIdentity.get(row.identity);
        if (!page) throw new Error(`test: expected the page ${row.identity}, got none`);
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
            expect(cell.how).toBe(["header", "layout", "footer"].includes(slot) ? "missing" : "none");
          if (resolved.by === "choiceOfNothing") expect(cell.how).toBe("choiceOfNothing");
        }
      }
    }
  });
  it("leaves out groups without a page, and needs no part at all", () => {
    const { index } = world(3);
    const groups = coverageOf(compileDesign(designOf([]), index), view);
    expect(groups.every((group) => group.rows.length > 0)).toBe(true);
    expect(groups.flatMap((group) => group.rows).every((row) => row.cells.header.how === "missing")).toBe(
      true,
    );
  });
});

describe("the line for chosen pages", () => {
  it("holds on every one of them, and on no other", () => {
    let named = 0;
    for (let seed = 0; seed < 150; seed += 1) {
      const { random, index } = world(1000 + seed);
      const kind = random.pick(index.facts.kinds).id;
      const ways = [
        random.some(index.stems, 1, 4),
        index.stems.filter((page) => page.role === "entry" && page.kind === kind),
        index.stems.filter((page) => page.role === "archive"),
        [...index.stems],
      ];
      for (const pages of ways) {
        const condition = conditionFor(pages, index);
        if (!condition) continue;
        named += 1;
        const held = index.stems
          .filter((page) => holdsAll(condition.clauses, page))
          .map((page) => page.identity);
        expect(held.sort(), `seed ${1000 + seed}: ${JSON.stringify(condition)}`).toEqual(
          pages.map((page) => page.identity).sort(),
        );
      }
    }
    expect(named).toBeGreaterThan(400);
  });
});
