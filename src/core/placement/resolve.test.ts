import Specificity from "@bramus/specificity";
import { is } from "css-select";
import { describe, expect, it } from "vitest";
import { naiveCounted, naiveResolve, naiveSpecificity, naiveValues } from "../../../test/naive-resolver";
import { NOW, randomDesign, randomFacts } from "../../../test/random-site";
import { runSeed, seeded } from "../../../test/seeded";
import { buildIndex } from "../addresses/stems";
import { documentsOf, orderedParts } from "../model/design";
import type { Clause, Placement } from "../model/placement";
import { SLOTS } from "../model/slot";
import { explainSlot } from "./explain";
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
  if (clause.facet === "kind") return 2;
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
  readonly selector: string;
}

/** The winner as a style sheet would have it; `breakTies` reverses the order of equals, to see that it is noticed. */
const cssWinner = (rules: readonly Rule[], element: unknown, breakTies = false): string | null => {
  const listed = [...rules].sort(
    (a, b) => a.over - b.over || a.depth - b.depth || (breakTies ? a.order - b.order : b.order - a.order),
  );
  let winner: { rule: Rule; specificity: Specificity } | null = null;
  for (const rule of listed) {
    if (!is(element as never, rule.selector)) continue;
    const [specificity] = Specificity.calculate(rule.selector) as [Specificity];
    const layered = winner === null || rule.over > winner.rule.over;
    if (
      layered ||
      (rule.over === winner?.rule.over && Specificity.compare(specificity, winner.specificity) >= 0)
    )
      winner = { rule, specificity };
  }
  return winner?.rule.part ?? null;
};

const SITES = 270;
const seed = runSeed(20261124);

describe("resolution against independent resolvers", () => {
  it(`gives the winner of a CSS engine and of a naive resolver (seed ${seed})`, () => {
    let cases = 0;
    let noticed = 0;
    for (let site = 0; site < SITES; site += 1) {
      const random = seeded(seed + site);
      const facts = randomFacts(random);
      const index = buildIndex(facts, NOW);
      const design = randomDesign(
        random,
        facts,
        index.stems.map((stem) => stem.identity),
      );
      const compiled = compileDesign(design, index);
      for (const page of random.some(index.stems, 8, 8)) {
        const slot = random.pick(SLOTS);
        const view = { audience: random.pick(["signedOut", "signedIn", "level:gold"]), at: NOW };
        const pageNumber = page.archiveOf && random.chance(0.3) ? 2 : 1;
        const answer = resolveSlot(compiled, slot, { ...page, pageNumber }, view);
        const naive = naiveResolve(facts, design, slot, { identity: page.identity, pageNumber }, view);
        const place = `seed ${seed + site}, ${slot} of ${page.identity}`;
        expect({ part: partOf(answer), by: answer.resolved.by }, place).toEqual({
          part: naive.part,
          by: naive.by,
        });
        if (answer.resolved.by === "rule") expect(answer.resolved.tied, place).toEqual(naive.tied);
        cases += 1;

        // the oracle knows nothing of choices: ask it about the rules alone
        const rules: Rule[] = orderedParts(design, slot).flatMap((part, order) => {
          const body = documentsOf(design, "part").find(({ id }) => id === part)?.body;
          if (!body?.on || body.binnedAt !== null) return [];
          return body.placement.conditions.map(({ clauses }) => {
            const specificity = naiveSpecificity(facts, body.placement, clauses);
            return {
              part,
              over: specificity[0] as number,
              depth: specificity[4] as number,
              order,
              selector: selectorOf(body.placement, clauses),
            };
          });
        });
        const withoutChoices = new Map([...design].filter(([, document]) => document.kind !== "choice"));
        const ruled = resolveSlot(compileDesign(withoutChoices, index), slot, { ...page, pageNumber }, view);
        const element = elementFor(facts, page.identity, pageNumber, view);
        expect(partOf(ruled), `CSS, ${place}`).toBe(cssWinner(rules, element));
        if (cssWinner(rules, element, true) !== partOf(ruled)) noticed += 1;
      }
    }
    console.log(
      `${cases} winners compared with both (${SITES} sites, seed ${seed}); a broken tie rule would show in ${noticed}`,
    );
    expect(cases).toBeGreaterThanOrEqual(2000);
    expect(noticed).toBeGreaterThan(0);
  }, 120_000);

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
