import { describe, expect, it } from "vitest";
import { naiveResolve } from "../../../test/naive-resolver";
import { randomEdit, randomFactChange } from "../../../test/random-edit";
import { NOW, randomDesign, randomFacts } from "../../../test/random-site";
import { runSeed, type Seeded, seeded } from "../../../test/seeded";
import { laterPage } from "../addresses/facts";
import { buildIndex } from "../addresses/stems";
import { pagedListOf } from "../archives/page-size";
import { defaultSettings } from "../blocks";
import { findBody } from "../design/design";
import type { Part } from "../design/part";
import { SLOTS } from "../model/slot";
import { findingsOf } from "./findings";
import { ignoredSizes } from "./ignored-sizes";
import { bestMatch, type View } from "./match";
import { mendsForFinding } from "./mends";
import { answersAt, askedBy, type Resolution, resolveAll, shownAt } from "./resolution";
import { type CompiledDesign, compileDesign, partOf, resolvePage } from "./resolve";
import { follow, withEntry } from "./slot-columns";

/** Every fast path against the slow, obvious one: page by page, from nothing, by the naive resolver. */
const seed = runSeed(31);

const world = (number: number) => {
  const random = seeded(seed + number);
  const facts = randomFacts(random);
  const index = buildIndex(facts, NOW);
  const identities = index.stems.map((stem) => stem.identity);
  const view: View = { audience: random.pick(["signedOut", "signedIn", "level:gold"]), at: NOW };
  return {
    random,
    facts,
    index,
    view,
    compiled: compileDesign(randomDesign(random, facts, identities), index),
  };
};

const everyAnswer = (resolution: Resolution) =>
  resolution.compiled.index.pages.map((_, number) => answersAt(resolution, number));

describe("all pages at once", () => {
  it(`are answered as one by one: winner, condition, ties, choices, later pages (seed ${seed})`, () => {
    let pages = 0;
    let tied = 0;
    for (let number = 0; number < 200; number += 1) {
      const { index, view, compiled } = world(number);
      const resolution = resolveAll(compiled, view);
      expect(index.pages.length).toBe(index.stems.length + index.later.size);
      for (const [place, page] of index.pages.entries()) {
        const expected = resolvePage(compiled, page, view);
        expect(answersAt(resolution, place), `seed ${seed + number}, ${page.identity}`).toEqual(expected);
        pages += 1;
        tied += Object.values(expected).filter(
          ({ resolved }) => resolved.by === "rule" && resolved.tied.length > 0,
        ).length;
      }
    }
    expect(pages).toBeGreaterThan(5000);
    expect(tied).toBeGreaterThan(100);
  });

  it("asks for the pages a placement holds on, whoever wins", () => {
    for (let number = 0; number < 60; number += 1) {
      const { index, view, compiled } = world(300 + number);
      for (const placement of compiled.byPart.values())
        expect(askedBy(compiled, placement, view), `seed ${seed + 300 + number}`).toEqual(
          [...index.pages.keys()].filter((place) => bestMatch(placement, index.pages[place] as never, view)),
        );
    }
  });
});

describe("after an edit", () => {
  it(`answers are those of the design compiled from nothing, edit upon edit (seed ${seed})`, () => {
    let edits = 0;
    for (let number = 0; number < 80; number += 1) {
      const { random, index, view, compiled } = world(1000 + number);
      let now: CompiledDesign = compiled;
      resolveAll(now, view);
      for (let step = 0; step < 12; step += 1) {
        const design = randomEdit(random, now);
        now = follow(compileDesign(design, index, now), now);
        const expected = everyAnswer(resolveAll(compileDesign(design, index), view));
        expect(everyAnswer(resolveAll(now, view)), `seed ${seed + 1000 + number}, edit ${step}`).toEqual(
          expected,
        );
        edits += 1;
      }
    }
    expect(edits).toBe(960);
  });

  it("of an entry's facts only its page is asked again, with the same answers", () => {
    let changed = 0;
    for (let number = 0; number < 80; number += 1) {
      const { random, facts, view, compiled } = world(2000 + number);
      let now: CompiledDesign = compiled;
      let entries = facts.entries;
      for (let step = 0; step < 6; step += 1) {
        resolveAll(now, view);
        const entry = randomFactChange(random, now);
        const next = withEntry(now, entry);
        if (!next) throw new Error(`test: expected facts of ${entry.id} to change in place, got undefined`);
        entries = entries.map((each) => (each.id === entry.id ? entry : each));
        const fresh = compileDesign(now.design, buildIndex({ ...facts, entries }, NOW));
        expect(next.index.pages).toEqual(fresh.index.pages);
        const [found, expected] = [resolveAll(next, view), resolveAll(fresh, view)];
        expect(everyAnswer(found), `seed ${seed + 2000 + number}`).toEqual(everyAnswer(expected));
        expect(found.weights).toEqual(expected.weights);
        now = next;
        changed += 1;
      }
    }
    expect(changed).toBe(480);
  });

  it("that moves pages the site is compiled anew", () => {
    const { compiled } = world(1);
    const [entry] = compiled.index.published;
    if (!entry) throw new Error("test: expected an entry, got none");
    expect(withEntry(compiled, { ...entry, path: "/elsewhere/" })).toBeUndefined();
    expect(withEntry(compiled, { ...entry, kind: "other" })).toBeUndefined();
    expect(withEntry(compiled, { ...entry, id: "unknown" })).toBeUndefined();
  });
});

describe("deletion", () => {
  it("of a term, an entry or a kind leaves lines that hold nowhere, as the naive resolver says", () => {
    let cases = 0;
    let changed = 0;
    for (let number = 0; number < 240; number += 1) {
      const { random, facts, view, compiled } = world(5000 + number);
      const [term, entry, kind] = [random.pick(facts.terms).id, random.pick(facts.entries).id, "k1"];
      const fewer = random.pick([
        {
          ...facts,
          terms: facts.terms.flatMap((each) =>
            each.id === term
              ? []
              : [
                  each.parent === term
                    ? { ...each, parent: facts.terms.find(({ id }) => id === term)?.parent ?? null }
                    : each,
                ],
          ),
          entries: facts.entries.map((each) => ({ ...each, terms: each.terms.filter((id) => id !== term) })),
        },
        { ...facts, entries: facts.entries.filter(({ id, parent }) => id !== entry && parent !== entry) },
        {
          ...facts,
          kinds: facts.kinds.filter(({ id }) => id !== kind),
          entries: facts.entries.filter((each) => each.kind !== kind),
        },
      ]);
      const index = buildIndex(fewer, NOW);
      const resolution = resolveAll(compileDesign(compiled.design, index), view);
      const before = resolveAll(compiled, view);
      for (const [at, page] of index.pages.entries())
        for (const slot of SLOTS) {
          const naive = naiveResolve(fewer, compiled.design, slot, page, view);
          const part = shownAt(resolution, slot, at);
          expect(part, `seed ${seed + 5000 + number}, ${slot} of ${page.identity}`).toBe(naive.part);
          const old = compiled.index.numbers.get(page.identity);
          if (page.pageNumber === 1 && old !== undefined && shownAt(before, slot, old) !== part) changed += 1;
          cases += 1;
        }
    }
    expect(cases).toBeGreaterThan(10_000);
    expect(changed).toBeGreaterThan(15);
  });
});

/** Gives every layout of the design a paged list of some size. */
const withLists = (random: Seeded, compiled: CompiledDesign): CompiledDesign => {
  const design = new Map(compiled.design);
  for (const [id, document] of compiled.design) {
    if (document.kind !== "part" || document.body.slot !== "layout" || random.chance(0.2)) continue;
    const pageSize = 1 + random.below(4);
    const band = {
      id: "band",
      cells: [
        {
          id: "cell",
          blocks: [
            {
              id: "list",
              kind: "entryList",
              look: {},
              settings: { ...defaultSettings("entryList"), pageSize },
            },
          ],
        },
      ],
    };
    design.set(id, { id, kind: "part", body: { ...document.body, bands: [band] } as unknown as Part });
  }
  return compileDesign(design, compiled.index);
};

describe("later pages of archives", () => {
  it("are as many as the layout that wins at the stem, signed out, lists entries for", () => {
    let more = 0;
    for (let number = 0; number < 120; number += 1) {
      const { random, facts, index, compiled } = world(3000 + number);
      const lists = withLists(random, compiled);
      const { weights, pageTotal } = resolveAll(lists, { audience: "signedIn", at: NOW });
      let total = index.stems.length;
      for (const [stem, later] of index.later) {
        const page = index.stems[stem] as never as {
          identity: string;
          archiveOf: { of: string; id: string; kind: string; period: string };
        };
        const { part } = naiveResolve(
          facts,
          lists.design,
          "layout",
          { identity: page.identity, pageNumber: 1 },
          { audience: "signedOut", at: NOW },
        );
        const size = pagedListOf(part === null ? null : (findBody(lists.design, "part", part) ?? null))
          ?.settings.pageSize;
        const { of, id, kind, period } = page.archiveOf;
        const under = (term: string | null): boolean =>
          term !== null &&
          (term === id || under(facts.terms.find((each) => each.id === term)?.parent ?? null));
        const listed = facts.entries.filter(
          (entry) =>
            (entry.publishedOn === null || entry.publishedOn <= NOW) &&
            (of === "kind"
              ? entry.kind === id
              : of === "author"
                ? entry.author === id
                : of === "term"
                  ? entry.terms.some(under)
                  : entry.kind === kind && entry.publishedOn?.startsWith(period)),
        ).length;
        const expected = size === undefined ? 0 : Math.max(0, Math.ceil(listed / size) - 1);
        expect(weights[later], `seed ${seed + 3000 + number}, ${page.identity}`).toBe(expected);
        total += expected;
        if (expected > 0) more += 1;
      }
      expect(pageTotal).toBe(total);
    }
    expect(more).toBeGreaterThan(100);
  });

  it("are told of where the size of their own layout is not heard, and one click settles it", () => {
    let [told, settled] = [0, 0];
    for (let number = 0; number < 120; number += 1) {
      const { random, facts, index, compiled } = world(4000 + number);
      const lists = withLists(random, compiled);
      const { view } = world(4000 + number);
      const everyone: View = { audience: "signedOut", at: NOW };
      const [resolution, signedOut] = [resolveAll(lists, view), resolveAll(lists, everyone)];
      const at = (identity: string, pageNumber: number, seen: View) => {
        const { part } = naiveResolve(facts, lists.design, "layout", { identity, pageNumber }, seen);
        const body = part === null ? undefined : findBody(lists.design, "part", part);
        return { part, size: pagedListOf(body ?? null)?.settings.pageSize };
      };
      const wanted = [...index.later].flatMap(([stem, later]) => {
        const identity = index.stems[stem]?.identity as string;
        const [own, everyones] = [at(identity, 1, view), at(identity, 1, everyone)];
        const heard = everyones.size === undefined ? own : everyones;
        const isThere = (resolution.weights[later] as number) > 0;
        return [[stem, own] as const, ...(isThere ? [[later, at(identity, 2, view)] as const] : [])].flatMap(
          ([page, { part, size }]) =>
            own.size !== undefined && size !== undefined && part !== heard.part && size !== heard.size
              ? [`${heard.part} ${heard.size}, ${part} ${size}, ${page}`]
              : [],
        );
      });
      const found = ignoredSizes(lists, resolution, signedOut).flatMap(
        ({ first, holds, part, size, numbers }) =>
          numbers.map((page) => `${first} ${holds}, ${part} ${size}, ${page}`),
      );
      expect(found.sort(), `seed ${seed + 4000 + number}`).toEqual(wanted.sort());
      told += found.length;
      for (const finding of findingsOf(lists, NOW)) {
        if (finding.code !== "sizeIgnored") continue;
        // two layouts of first pages may ask two things of one of later pages
        for (const mend of mendsForFinding(lists, finding, NOW)) {
          expect(mend).toMatchObject({ is: "hearSize", part: finding.part });
          settled += 1;
        }
      }
    }
    expect(told).toBeGreaterThan(20);
    expect(settled).toBeGreaterThan(5);
  });

  it("of an archive that is the front page are no front page", () => {
    for (let number = 0; number < 60; number += 1) {
      const { facts, index, view, compiled } = world(4000 + number);
      const [front] = index.stems;
      const later = index.later.get(0);
      if (!front || later === undefined) continue;
      expect(index.pages[later]).toEqual(laterPage(front, 2));
      expect(index.pages[later]?.role).toBe("archive");
      const resolution = resolveAll(compiled, view);
      for (const slot of SLOTS)
        expect(shownAt(resolution, slot, later)).toBe(
          naiveResolve(facts, compiled.design, slot, { identity: front.identity, pageNumber: 2 }, view).part,
        );
      expect(partOf(resolvePage(compiled, front, view).header)).toBe(shownAt(resolution, "header", 0));
    }
  });
});
