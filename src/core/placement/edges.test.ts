import { describe, expect, it } from "vitest";
import { NOW, randomDesign, randomFacts } from "../../../test/random-site";
import { runSeed, seeded } from "../../../test/seeded";
import { buildIndex } from "../addresses/stems";
import { nextEdge } from "./edges";
import { answersAt, resolveAll } from "./resolution";
import { compileDesign } from "./resolve";

const seed = runSeed(77);

describe("edges", () => {
  it(`are the only instants at which an answer changes by itself (seed ${seed})`, () => {
    let edges = 0;
    let changes = 0;
    for (let number = 0; number < 60; number += 1) {
      const random = seeded(seed + number);
      const facts = randomFacts(random);
      const design = randomDesign(random, facts, ["entry:e0", "search"]);
      const answersWhen = (at: string) => {
        const compiled = compileDesign(design, buildIndex(facts, at));
        const resolution = resolveAll(compiled, { audience: "signedOut", at });
        return compiled.index.pages.map((page, place) => [page.identity, answersAt(resolution, place)]);
      };
      let at = "2026-05-30T00:00:00.000Z";
      for (let step = 0; step < 4; step += 1) {
        const edge = nextEdge(compileDesign(design, buildIndex(facts, at)), at);
        if (edge === null) break;
        expect(edge > at).toBe(true);
        const before = new Date(Date.parse(edge) - 1).toISOString();
        expect(answersWhen(before), `seed ${seed + number}, before ${edge}`).toEqual(answersWhen(at));
        if (JSON.stringify(answersWhen(edge)) !== JSON.stringify(answersWhen(before))) changes += 1;
        edges += 1;
        at = edge;
      }
    }
    expect(edges).toBeGreaterThan(60);
    expect(changes).toBeGreaterThan(20);
  });
  it("say nothing where nothing is to come", () => {
    const facts = { ...randomFacts(seeded(1)), entries: [] };
    expect(nextEdge(compileDesign(new Map(), buildIndex(facts, NOW)), NOW)).toBeNull();
  });
});
