import { buildIndex } from "../src/core/addresses/stems";
import { compileDesign } from "../src/core/placement/resolve";
import { NOW, randomDesign, randomFacts } from "./random-site";
import { seeded } from "./seeded";

/** A random site with a random design, compiled; the same for the same seed. */
export const randomWorld = (seed: number) => {
  const random = seeded(seed);
  const facts = randomFacts(random);
  const index = buildIndex(facts, NOW);
  const design = randomDesign(
    random,
    facts,
    index.stems.map((stem) => stem.identity),
  );
  return { random, facts, index, compiled: compileDesign(design, index) };
};
