import Specificity from "@bramus/specificity";
import { compile } from "css-select";
import { describe, expect, it } from "vitest";
import { naiveCounted, naiveResolve, naiveSpecificity, naiveValues } from "../../../test/naive-resolver";
import { NOW, randomDesign, randomFacts } from "../../../test/random-site";
import { runSeed, seeded } from "../../../test/seeded";
import { buildIndex } from "../addresses/stems";
import { type Design, findBody, orderedParts } from "../design/design";
import type { SiteFacts } from "../model/content";
import type { Clause, Placement } from "../model/placement";
import { SLOTS, type Slot } from "../model/slot";
import { explainSlot } from "./explain";
import { answerAt, resolveAll, shownAt } from "./resolution";
import { compileDesign, partOf, resolveSlot } from "./resolve";

/**
 * Oracle: the ranking mirrors W3C Selectors Level 4 §17 and CSS Cascade 5, so an independent CSS engine must pick the
 * same winner. Each rule of placement becomes a selector: `:where()` matches and counts nothing, `:is(*, …)` matches
 * everything and counts as its narrowest argument.
 */
const hex = (text: string): string => `v${Buffer.from(text).toString("hex")}`;
const attribute = (facet: string, value: string): string => `[${facet.toLowerCase()}~="${hex(value)}"]`;
const anyOf = (clause: Clause): string =>
  `:is(${clause.values.map((value) => attribute(clause.facet, value)).join(",")})`;
const COUNTS = [":is(*,#n)", ":is(*,.t)", ":is(*,k)"] as const;

const countOf = (clause: Clause): 0 | 1 | 2 => {
  if (clause.facet === "entry" || clause.facet === "address") return 0;
  if (clause.facet === "kind" || clause.facet === "ofKind") return 2;
  return clause.facet !== "role"
    ? 1
    : clause.values.some((value) => value === "entry" || value === "archive")
      ? 2
      : 0;
};

const selectorOf = (placement: Placement, clauses: readonly Clause[]): string => {
  const counted = naiveCounted(clauses);
  const matching = clauses.map((clause) => `:where(${anyOf(clause)})`);
  const counting = counted.map((clause) => COUNTS[countOf(clause)]);
  const exceptions = placement.exceptions.map(
    (exception) => `:where(:not(${exception.clauses.map(anyOf).join("")}))`,
  );
  const audience = placement.audience
    ? [`:where(${attribute("audience", placement.audience)})`, COUNTS[1]]
    : [];
  const { window } = placement;
  const open = window ? [`:where(${attribute("window", `${window.from} ${window.until}`)})`, COUNTS[1]] : [];
  return ["*", ...matching, ...counting, ...exceptions, ...audience, ...open].join("");
};

interface Rule {
  readonly part: string;
  readonly over: number;
  readonly depth: number;
  readonly order: number;
  readonly matches: (element: unknown) => boolean;
  readonly specificity: Specificity;
}

/** The winner as a style sheet would have it; `breakTies` reverses the order of equals, to see that it is noticed. */
const cssWinner = (rules: readonly Rule[], element: unknown, breakTies = false): string | null => {
  const listed = rules
    .filter((rule) => rule.matches(element))
    .sort(
      (a, b) => a.over - b.over || a.depth - b.depth || (breakTies ? a.order - b.order : b.order - a.order),
    );
  let winner: Rule | null = null;
  for (const rule of listed)
    if (
      winner === null ||
      rule.over > winner.over ||
      (rule.over === winner.over && Specificity.compare(rule.specificity, winner.specificity) >= 0)
    )
      winner = rule;
  return winner?.part ?? null;
};

/** The rules of a slot as selectors of a style sheet. */
const styleSheet = (facts: SiteFacts, design: Design, slot: Slot): readonly Rule[] =>
  orderedParts(design, slot).flatMap((part, order) => {
    const body = findBody(design, "part", part);
    if (!body?.on || body.binnedAt !== null) return [];
    return body.placement.conditions.map(({ clauses }): Rule => {
      const narrowness = naiveSpecificity(facts, body.placement, clauses);
      const selector = selectorOf(body.placement, clauses);
      const matches = compile(selector as never) as (element: unknown) => boolean;
      const [specificity] = Specificity.calculate(selector) as [Specificity];
      return {
        part,
        over: narrowness[0] as number,
        depth: narrowness[4] as number,
        order,
        matches,
        specificity,
      };
    });
  });

const SITES = 460;
const seed = runSeed(20261124);

describe("resolution against independent resolvers", () => {
  it(`gives the winner of a CSS engine and of a naive resolver (seed ${seed})`, () => {
    let cases = 0;
    let noticed = 0;
    for (let site = 0; site < SITES; site += 1) {
      const random = seeded(seed + site);
      const facts = randomFacts(random);
      const index = buildIndex(facts, NOW);
      const identities = index.stems.map((stem) => stem.identity);
      const design = randomDesign(random, facts, identities);
      const view = { audience: random.pick(["signedOut", "signedIn", "level:gold"]), at: NOW };
      const resolution = resolveAll(compileDesign(design, index), view);
      // the oracle knows nothing of choices: it is asked about the rules alone
      const withoutChoices = new Map([...design].filter(([, document]) => document.kind !== "choice"));
      const ruled = resolveAll(compileDesign(withoutChoices, index), view);
      const sheets = SLOTS.map((slot) => styleSheet(facts, design, slot));
      for (const [at, page] of index.pages.entries()) {
        const { identity, pageNumber } = page;
        const element = elementFor(facts, identity, pageNumber, view);
        for (const [column, slot] of SLOTS.entries()) {
          const place = `seed ${seed + site}, ${slot} of ${identity}, page ${pageNumber}`;
          const naive = naiveResolve(facts, design, slot, { identity, pageNumber }, view);
          const { resolved } = answerAt(resolution, slot, at);
          if (shownAt(resolution, slot, at) !== naive.part || resolved.by !== naive.by)
            expect({ part: shownAt(resolution, slot, at), by: resolved.by }, place).toEqual(naive);
          if (resolved.by === "rule" && resolved.tied.join() !== naive.tied.join())
            expect(resolved.tied, place).toEqual(naive.tied);
          const rules = sheets[column] as readonly Rule[];
          const expected = cssWinner(rules, element);
          if (shownAt(ruled, slot, at) !== expected)
            expect(shownAt(ruled, slot, at), `CSS, ${place}`).toBe(expected);
          if (cssWinner(rules, element, true) !== expected) noticed += 1;
          cases += 1;
        }
      }
    }
    console.log(
      `${cases} winners compared with both (${SITES} sites, seed ${seed}); a broken tie rule would show in ${noticed}`,
    );
    expect(cases).toBeGreaterThanOrEqual(50_000);
    expect(noticed).toBeGreaterThan(0);
  }, 240_000);

  it("gives the naive resolver's answer for every slot of every page of 60 more sites", () => {
    let cases = 0;
    for (let site = 0; site < 60; site += 1) {
      const random = seeded(seed + 10_000 + site);
      const facts = randomFacts(random);
      const index = buildIndex(facts, NOW);
      const design = randomDesign(
        random,
        facts,
        index.stems.map((stem) => stem.identity),
      );
      const compiled = compileDesign(design, index);
      const view = { audience: random.pick(["signedOut", "signedIn", "level:silver"]), at: NOW };
      for (const page of index.stems)
        for (const slot of SLOTS) {
          const answer = resolveSlot(compiled, slot, page, view);
          const naive = naiveResolve(facts, design, slot, { identity: page.identity, pageNumber: 1 }, view);
          expect(partOf(answer), `seed ${seed + 10_000 + site}, ${slot} of ${page.identity}`).toBe(
            naive.part,
          );
          // why agrees with what: the winner's verdict is the only one that wins
          const { rows } = explainSlot(compiled, slot, page, view);
          const winning = rows
            .filter((row) => row.verdict.is === "wins" || row.verdict.is === "chosen")
            .map((row) => row.part);
          expect(winning).toEqual(naive.part === null ? [] : [naive.part]);
          cases += 1;
        }
    }
    expect(cases).toBeGreaterThan(2000);
  }, 60_000);
});

const elementFor = (
  facts: Parameters<typeof naiveValues>[0],
  identity: string,
  pageNumber: number,
  view: { audience: string; at: string },
) => {
  const values = naiveValues(facts, { identity, pageNumber });
  const audiences = view.audience === "signedOut" ? ["signedOut"] : ["signedIn", view.audience];
  // windows that are open now, by their spelling
  const windows = ["2026-06-01T00:00:00.000Z null"];
  const attribs = Object.fromEntries(
    Object.entries({ ...values, audience: audiences, window: windows }).map(([facet, all]) => [
      facet.toLowerCase(),
      all.map(hex).join(" "),
    ]),
  );
  return { type: "tag", name: "page", attribs, children: [], parent: null, prev: null, next: null };
};
