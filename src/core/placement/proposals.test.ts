import { describe, expect, it } from "vitest";
import { NOW, randomDesign } from "../../../test/random-site";
import { randomWorld } from "../../../test/random-world";
import { runSeed } from "../../../test/seeded";
import type { Address } from "../addresses/facts";
import { buildIndex } from "../addresses/stems";
import { documentsOf, getBody } from "../design/design";
import { applyOperations, invertAll } from "../design/operations";
import { SLOTS } from "../model/slot";
import type { CompiledPlacement } from "./compile";
import { audiencesOf, findingsOf } from "./findings";
import { impactOf, reachOf } from "./impact";
import { keepingOff } from "./match";
import { mendsForFinding, mendsForPart } from "./mends";
import { proposals, type Wanted } from "./proposals";
import { askedBy, type Resolution, resolveAll, shownAt } from "./resolution";
import { type CompiledDesign, compileDesign, partOf, resolveSlot } from "./resolve";

const seed = runSeed(7);
const counter = () => {
  let next = 0;
  return { id: () => `new${next++}`, uuid: () => "00000000-0000-4000-8000-000000000001" };
};

const world = (number: number) => randomWorld(seed + number);

describe("use another here", () => {
  it(`offers only what gives every chosen page what was asked (seed ${seed})`, () => {
    let offered = 0;
    let rules = 0;
    for (let number = 0; number < 120; number += 1) {
      const { random, index, compiled } = world(number);
      const slot = random.pick(SLOTS);
      const pages = random.some([...index.pages.keys()], 1, 4);
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
      const ways = proposals(compiled, { slot, pages, wanted, view }, counter());
      const identities = new Set(pages.map((each) => (index.pages[each] as Address).identity));
      // one page chooses before a rule is changed; for several, one rule comes before a choice of each
      if (ways.length === 2)
        expect(ways.map(({ way }) => way)).toEqual(
          identities.size === 1 ? ["thisPageOnly", "line"] : ["line", "thisPageOnly"],
        );
      for (const proposal of ways) {
        offered += 1;
        const after = applyOperations(compiled.design, proposal.operations);
        expect(after.ok, `seed ${seed + number}`).toBe(true);
        if (!after.ok) continue;
        const next = compileDesign(after.value, index);
        const released = [...identities].some((identity) => compiled.choices[slot].has(identity));
        if (proposal.way === "line" && proposal.creates && !released) {
          rules += 1;
          // a new part shows on these pages and on no other
          const { groups } = impactOf(resolveAll(compiled, view), resolveAll(next, view));
          for (const { numbers } of groups) for (const each of numbers) expect(pages).toContain(each);
        }
        for (const number of pages) {
          const page = index.pages[number] as Address;
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
    expect(rules).toBeGreaterThan(10);
  }, 60_000);

  it("never leaves a layout empty", () => {
    const { compiled } = world(3);
    expect(
      proposals(
        compiled,
        {
          slot: "layout",
          pages: [0],
          wanted: { use: "nothing", name: "No part" },
          view: { audience: "signedOut", at: NOW },
        },
        counter(),
      ),
    ).toEqual([]);
  });
});

describe("impact", () => {
  const view = { audience: "signedOut", at: NOW };
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
      const expected = index.stems.flatMap((page, at) =>
        SLOTS.filter(
          (slot) =>
            partOf(resolveSlot(compiled, slot, page, view)) !== partOf(resolveSlot(other, slot, page, view)),
        ).map((slot) => `${at} ${slot}`),
      );
      const { groups, pairs } = impactOf(resolveAll(compiled, view), resolveAll(other, view));
      expect(groups.flatMap((group) => group.numbers.map((at) => `${at} ${group.slot}`)).sort()).toEqual(
        expected.sort(),
      );
      expect(pairs).toBe(expected.length);
    }
  });
  it("counts pages on which a part stays and is drawn otherwise", () => {
    const resolutions = Array.from({ length: 20 }, (_, number) => resolveAll(world(number).compiled, view));
    const resolution = resolutions.find((each) => shownAt(each, "header", 0) !== null) as Resolution;
    const shown = shownAt(resolution, "header", 0) as string;
    const parts = new Set([shown]);
    const impact = impactOf(resolution, resolution, { parts, on: () => true });
    expect(impact.groups).toEqual([]);
    expect(impact.redrawn[0]?.part).toBe(shown);
    expect(impact.pages).toBe(impact.redrawn[0]?.pages);
    const some = impactOf(resolution, resolution, { parts, on: (_, { role }) => role === "archive" });
    expect(some.pages).toBeLessThan(impact.pages);
    expect(impactOf(resolution, resolution, { parts, on: () => false }).pages).toBe(0);
  });
  it("says which pages vanish and appear when content goes, and compares the others by identity", () => {
    for (let number = 0; number < 40; number += 1) {
      const { random, index, compiled } = world(700 + number);
      const gone = random.pick(index.published);
      const entries = index.facts.entries.filter((entry) => entry.id !== gone.id);
      const fewer = buildIndex({ ...index.facts, entries }, NOW);
      const other = compileDesign(compiled.design, fewer);
      const impact = impactOf(resolveAll(compiled, view), resolveAll(other, view));
      const left = index.stems.filter((page) => !fewer.byIdentity.has(page.identity));
      expect(impact.vanish.addresses.map((page) => page.identity)).toEqual(left.map((page) => page.identity));
      expect(impact.appear.pages).toBe(
        fewer.stems.filter((page) => !index.byIdentity.has(page.identity)).length,
      );
      for (const group of impact.groups)
        for (const at of group.numbers) {
          const page = fewer.pages[at] as Address;
          const before = index.byIdentity.get(page.identity) as Address;
          expect(partOf(resolveSlot(compiled, group.slot, before, view))).toBe(group.before);
          expect(partOf(resolveSlot(other, group.slot, page, view))).toBe(group.after);
        }
    }
  });
  it("tells what a part asks for, where it shows and who keeps the others", () => {
    for (let number = 0; number < 40; number += 1) {
      const { compiled } = world(800 + number);
      const resolution = resolveAll(compiled, view);
      for (const [part, placement] of compiled.byPart) {
        const { slot } = getBody(compiled.design, "part", part);
        const reach = reachOf(resolution, slot, part, askedBy(compiled, placement, view));
        const kept = reach.keepers.reduce((sum, group) => sum + group.pages, 0);
        const shownUnasked = reach.shown.filter(
          (at) => !askedBy(compiled, placement, view).includes(at),
        ).length;
        expect(reach.shows - shownUnasked + kept).toBe(reach.asks);
        for (const group of reach.keepers) expect(group.by).not.toBe(part);
      }
    }
  });
});

describe("findings", () => {
  it("says nowhere, waiting, overruled, tied, missing, broken and unused where they are true, and for whom", () => {
    const seen = new Set<string>();
    let partial = 0;
    let later = 0;
    for (let number = 0; number < 120; number += 1) {
      const { compiled, index } = world(900 + number);
      const audiences = audiencesOf(index);
      const resolutions = new Map(
        audiences.map((audience) => [audience, resolveAll(compiled, { audience, at: NOW })]),
      );
      const showsFor = (part: string) =>
        [...resolutions.values()].some((resolution) =>
          SLOTS.some((slot) =>
            [...index.pages.keys()].some(
              (at) => resolution.weights[at] !== 0 && shownAt(resolution, slot, at) === part,
            ),
          ),
        );
      const all = findingsOf(compiled, NOW);
      const told = new Set(all.flatMap((finding) => ("part" in finding ? [finding.part] : [])));
      for (const [part, { window, conditions }] of compiled.byPart)
        if (
          !told.has(part) &&
          conditions.length > 0 &&
          window === null &&
          !showsFor(part) &&
          showsLater(compiled, part)
        )
          later += 1;
      for (const finding of all) {
        seen.add(finding.code);
        expect(finding.audiences.length).toBeGreaterThan(0);
        if (finding.audiences.length < audiences.length) partial += 1;
        if (finding.code === "nowhere") {
          expect(getBody(compiled.design, "part", finding.part).placement.conditions).toEqual([]);
          expect(showsFor(finding.part)).toBe(false);
        }
        if (finding.code === "overruled") {
          expect(showsFor(finding.part)).toBe(false);
          expect(showsLater(compiled, finding.part)).toBe(false);
        }
        if (finding.code === "waiting") {
          expect(showsFor(finding.part)).toBe(false);
          expect(finding.from > NOW).toBe(true);
        }
        if (finding.code === "missing" || finding.code === "tied")
          for (const audience of audiences) {
            const holds = (at: number) => {
              const { resolved } = resolveSlot(compiled, finding.slot, index.pages[at] as Address, {
                audience,
                at: NOW,
              });
              return finding.code === "missing"
                ? resolved.by === "none"
                : resolved.by === "rule" && [resolved.part, ...resolved.tied].join() === finding.parts.join();
            };
            if (finding.audiences.includes(audience)) expect(finding.numbers.every(holds)).toBe(true);
          }
        if (finding.code === "unused") expect(index.byIdentity.has(finding.page)).toBe(true);
      }
    }
    expect([...seen].sort()).toEqual(
      expect.arrayContaining(["broken", "missing", "nowhere", "overruled", "tied", "unused", "waiting"]),
    );
    expect(partial).toBeGreaterThan(20);
    expect(later).toBeGreaterThan(1);
  });
  /** Whether a part shows anywhere at a time to come: every page, everyone, at every turn of a window, one by one. */
  const showsLater = ({ design, index, ...rest }: CompiledDesign, part: string): boolean => {
    const compiled = { design, index, ...rest };
    const { slot } = getBody(design, "part", part);
    const turns = documentsOf(design, "part").flatMap(({ body: { placement } }) => [
      placement.window?.from ?? "",
      placement.window?.until ?? "",
    ]);
    return turns
      .filter((turn) => turn > NOW)
      .some((at) =>
        audiencesOf(index).some((audience) =>
          index.pages.some((page) => partOf(resolveSlot(compiled, slot, page, { audience, at })) === part),
        ),
      );
  };
});

describe("mends", () => {
  it("for a part on a page: each offered one makes it win there, none that would is left out, least change first", () => {
    const offered = new Map<string, number>();
    for (let number = 0; number < 500; number += 1) {
      const { random, index, compiled } = world(1200 + number);
      const view = { audience: random.pick(["signedOut", "signedIn"]), at: NOW };
      const { id, body } = random.pick(documentsOf(compiled.design, "part"));
      const at = random.below(index.pages.length);
      const page = index.pages[at] as Address;
      const mends = mendsForPart(compiled, body.slot, at, id, view);
      for (const mend of mends) {
        offered.set(mend.is, (offered.get(mend.is) ?? 0) + 1);
        const after = applyOperations(compiled.design, mend.operations);
        if (!after.ok) throw new Error(`test: expected ${mend.is} to apply`);
        const next = compileDesign(after.value, index);
        expect(
          partOf(resolveSlot(next, body.slot, page, view)),
          `${mend.is}, seed ${seed + 1200 + number}`,
        ).toBe(id);
        expect(mend.pairs).toBe(impactOf(resolveAll(compiled, view), resolveAll(next, view)).pairs);
        if (mend.is === "exceptPage") {
          // it is let on that page, and stays off all the others
          const asks = (design: CompiledDesign, each: Address) =>
            keepingOff(design.byPart.get(id) as CompiledPlacement, each) !== undefined;
          for (const each of index.pages)
            expect(asks(next, each)).toBe(each.identity === page.identity ? false : asks(compiled, each));
        }
        if (mend.is === "line" && page.role === "archive" && page.pageNumber === 1)
          expect(mend.operations.flatMap(JSON.stringify as never).join()).toContain('"first"');
      }
      expect(mends.map((mend) => mend.pairs)).toEqual(mends.map((mend) => mend.pairs).sort((a, b) => a - b));
      // a page can always choose a part that is on
      if (body.on && body.binnedAt === null && partOf(resolveSlot(compiled, body.slot, page, view)) !== id)
        expect(mends.some((mend) => mend.is === "choose")).toBe(true);
      if (body.binnedAt !== null) expect(mends).toEqual([]);
    }
    const ways = ["choose", "dropException", "exceptPage", "line", "lineForAll", "raise", "switchOn"];
    expect([...offered.keys()].sort()).toEqual(ways);
  });
  it("for a finding: each makes it go away", () => {
    const settled = new Map<string, number>();
    for (let number = 0; number < 150; number += 1) {
      const { compiled, index } = world(1500 + number);
      for (const finding of findingsOf(compiled, NOW))
        for (const mend of mendsForFinding(compiled, finding, NOW)) {
          const after = applyOperations(compiled.design, mend.operations);
          if (!after.ok) throw new Error(`test: expected ${mend.is} to apply`);
          const left = findingsOf(compileDesign(after.value, index), NOW);
          const same = left.filter((other) => {
            if (other.code !== finding.code) return false;
            if (other.code === "tied" && finding.code === "tied")
              return (
                other.slot === finding.slot &&
                other.audiences.includes(finding.audiences[0] as string) &&
                other.parts.includes(mend.part) &&
                finding.numbers.some((at) => other.numbers.includes(at))
              );
            if (other.code === "unused" && finding.code === "unused")
              return other.page === finding.page && other.slot === finding.slot;
            if (other.code === "broken" && finding.code === "broken")
              return (
                other.part === finding.part &&
                other.in === finding.in &&
                other.line === finding.line &&
                other.facet === finding.facet &&
                other.values.join() === finding.values.join() &&
                mend.is !== "dropLine"
              );
            return (
              "part" in other && "part" in finding && other.part === finding.part && finding.code !== "broken"
            );
          });
          expect(same, `${finding.code} ${mend.is}, seed ${seed + 1500 + number}`).toEqual([]);
          settled.set(`${finding.code} ${mend.is}`, (settled.get(`${finding.code} ${mend.is}`) ?? 0) + 1);
        }
    }
    for (const way of [
      "tied giveWay",
      "tied pause",
      "overruled over",
      "waiting openNow",
      "nowhere pause",
      "broken dropLine",
      "broken dropValues",
      "unused reset",
    ])
      expect(settled.get(way) ?? 0, way).toBeGreaterThan(0);
  });
});
