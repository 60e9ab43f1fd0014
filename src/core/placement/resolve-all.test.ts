import { describe, expect, it } from "vitest";
import { NOW, randomDesign, randomFacts } from "../../../test/random-site";
import { runSeed, seeded } from "../../../test/seeded";
import { buildIndex } from "../addresses/stems";
import { compileDesign, resolvePage } from "./resolve";
import { resolveAll } from "./resolve-all";

const seed = runSeed(31);

describe("all pages at once", () => {
  it(`are answered as one by one: winner, condition, ties, choices, unused choices (seed ${seed})`, () => {
    let pages = 0;
    let tied = 0;
    for (let number = 0; number < 150; number += 1) {
      const random = seeded(seed + number);
      const facts = randomFacts(random);
      const index = buildIndex(facts, NOW);
      const view = { audience: random.pick(["signedOut", "signedIn", "level:gold"]), at: NOW };
      // two designs on one site: the sets made for the first serve the second
      for (let round = 0; round < 2; round += 1) {
        const compiled = compileDesign(
          randomDesign(
            random,
            facts,
            index.stems.map((stem) => stem.identity),
          ),
          index,
        );
        const answers = resolveAll(compiled, view);
        expect(answers.size).toBe(index.stems.length);
        for (const page of index.stems) {
          const expected = resolvePage(compiled, page, view);
          expect(answers.get(page.identity), `seed ${seed + number}, ${page.identity}`).toEqual(expected);
          pages += 1;
          tied += Object.values(expected).filter(
            ({ resolved }) => resolved.by === "rule" && resolved.tied.length > 0,
          ).length;
        }
      }
    }
    expect(pages).toBeGreaterThan(3000);
    expect(tied).toBeGreaterThan(100);
  });
});
