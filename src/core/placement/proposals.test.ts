import { describe, expect, it } from "vitest";
import { NOW, randomDesign, randomFacts } from "../../../test/random-site";
import { runSeed, seeded } from "../../../test/seeded";
import { buildIndex } from "../addresses/stems";
import { documentsOf, getBody } from "../model/design";
import { applyOperations, invertAll } from "../model/operations";
import { SLOTS } from "../model/slot";
import { findingsOf } from "./findings";
import { groupImpact, impactOf } from "./impact";
import { proposals, type Wanted } from "./proposals";
import { compileDesign, partOf, resolveSlot } from "./resolve";
import { resolveAll } from "./resolve-all";

const seed = runSeed(7);
const counter = () => {
  let next = 0;
  return { id: () => `new${next++}`, uuid: () => "00000000-0000-4000-8000-000000000001" };
};

const world = (number: number) => {
  const random = seeded(seed + number);
  const facts = randomFacts(random);
  const index = buildIndex(facts, NOW);
  const design = randomDesign(
    random,
    facts,
    index.stems.map((stem) => stem.identity),
  );
  return { random, index, compiled: compileDesign(design, index) };
};

describe("use another here", () => {
  it(`offers only what gives every chosen page what was asked (seed ${seed})`, () => {
    let offered = 0;
    for (let number = 0; number < 120; number += 1) {
      const { random, index, compiled } = world(number);
      const slot = random.pick(SLOTS);
      const pages = random.some(index.stems, 1, 4);
      const part = random.pick(
        documentsOf(compiled.design, "part").filter(({ body }) => body.slot === slot),
      ).id;
      const wanted: Wanted = random.pick([
        { use: "part", part },
        { use: "copy", part, name: "Copy" },
        { use: "new", name: "New", bands: [] },
        { use: "nothing", name: "No part" },
      ]);
      const view = { audience: "signedOut", at: NOW };
      for (const proposal of proposals(compiled, { slot, pages, wanted, view }, counter())) {
        offered += 1;
        const after = applyOperations(compiled.design, proposal.operations);
        expect(after.ok, `seed ${seed + number}`).toBe(true);
        if (!after.ok) continue;
        const next = compileDesign(after.value, index);
        for (const page of pages) {
          const answer = resolveSlot(next, slot, page, view);
          if (proposal.part === null) expect(answer.resolved.by).toBe("choiceOfNothing");
          else
            expect(partOf(answer), `seed ${seed + number}, ${slot} of ${page.identity}`).toBe(proposal.part);
        }
        // every proposal can be taken back to the very same design
        const back = applyOperations(after.value, invertAll(proposal.operations));
        expect(back.ok && new Map([...back.value].sort())).toEqual(new Map([...compiled.design].sort()));
      }
    }
    expect(offered).toBeGreaterThan(100);
  }, 60_000);

  it("never leaves a layout empty", () => {
    const { index, compiled } = world(3);
    const [page] = index.stems;
    expect(
      proposals(
        compiled,
        {
          slot: "layout",
          pages: [page as never],
          wanted: { use: "nothing", name: "No part" },
          view: { audience: "signedOut", at: NOW },
        },
        counter(),
      ),
    ).toEqual([]);
  });
});

describe("impact", () => {
  it("is the difference of two whole resolutions, no pair more, no pair less", () => {
    for (let number = 0; number < 40; number += 1) {
      const { random, index, compiled } = world(500 + number);
      const other = compileDesign(
        randomDesign(
          random,
          index.facts,
          index.stems.map((stem) => stem.identity),
        ),
        index,
      );
      const view = { audience: "signedOut", at: NOW };
      const [before, after] = [resolveAll(compiled, view), resolveAll(other, view)];
      const expected = index.stems.flatMap((page) =>
        SLOTS.filter(
          (slot) => partOf(before.get(page.identity)![slot]) !== partOf(after.get(page.identity)![slot]),
        ).map((slot) => `${page.identity} ${slot}`),
      );
      const impact = impactOf(compiled, other, view);
      expect(impact.pairs.map(({ page, slot }) => `${page.identity} ${slot}`)).toEqual(expected);
      expect(groupImpact(impact).reduce((sum, group) => sum + group.pages.length, 0)).toBe(expected.length);
    }
  });
  it("counts pages on which a part stays and is drawn otherwise", () => {
    const { compiled, index } = world(1);
    const view = { audience: "signedOut", at: NOW };
    const shown = partOf(resolveSlot(compiled, "header", index.stems[0] as never, view));
    if (shown === null) return;
    const impact = impactOf(compiled, compiled, view, new Set([shown]));
    expect(impact.pairs).toEqual([]);
    expect(impact.redrawn[0]?.part).toBe(shown);
    expect(impact.pages).toBe(impact.redrawn[0]?.pages);
  });
});

describe("findings", () => {
  it("says nowhere, overruled, tied, missing and unused where they are true", () => {
    let seen = new Set<string>();
    for (let number = 0; number < 80; number += 1) {
      const { compiled, index } = world(900 + number);
      const view = { audience: "signedOut", at: NOW };
      const answers = resolveAll(compiled, view);
      const shown = new Set(
        [...answers.values()].flatMap((slots) => SLOTS.map((slot) => partOf(slots[slot]))),
      );
      for (const finding of findingsOf(compiled, view)) {
        seen = seen.add(finding.code);
        if (finding.code === "nowhere") {
          expect(getBody(compiled.design, "part", finding.part).placement.conditions).toEqual([]);
          expect(shown.has(finding.part)).toBe(false);
        }
        if (finding.code === "overruled") expect(shown.has(finding.part)).toBe(false);
        if (finding.code === "missing")
          for (const page of finding.pages)
            expect(answers.get(page)?.[finding.slot].resolved.by).toBe("none");
        if (finding.code === "tied") expect(finding.parts.length).toBeGreaterThan(1);
        if (finding.code === "unused") expect(index.byIdentity.has(finding.page)).toBe(true);
      }
    }
    expect([...seen].sort()).toEqual(
      expect.arrayContaining(["broken", "missing", "nowhere", "overruled", "tied", "unused"]),
    );
  });
});
