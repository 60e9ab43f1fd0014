import type { SiteIndex } from "../addresses/facts";
import { type Design, documentsOf, findBody } from "../model/design";
import type { Clause } from "../model/placement";
import { SLOTS, type Slot } from "../model/slot";
import { blocksOf } from "../model/tree";
import { missingValues } from "./compile";
import { bestMatch, type View } from "./match";
import { type CompiledDesign, isActive, type PageAnswers, partOf, type SlotAnswer } from "./resolve";
import { resolveAll } from "./resolve-all";

/** Something the checker noticed. The sentence is made in `messages` from code and parts. */
export type Finding =
  | { readonly code: "nowhere"; readonly severity: "warning"; readonly part: string }
  | { readonly code: "overruled"; readonly severity: "warning"; readonly part: string; readonly asks: number }
  | {
      readonly code: "tied";
      readonly severity: "warning";
      readonly slot: Slot;
      readonly parts: readonly string[];
      readonly pages: readonly string[];
    }
  | {
      readonly code: "broken";
      readonly severity: "error" | "warning";
      readonly part: string;
      readonly facet: string;
      readonly in: "condition" | "exception";
    }
  | {
      readonly code: "missing";
      readonly severity: "error";
      readonly slot: Slot;
      readonly pages: readonly string[];
    }
  | {
      readonly code: "unused";
      readonly severity: "warning";
      readonly slot: Slot;
      readonly page: string;
      readonly part: string;
    }
  | { readonly code: "noBody"; readonly severity: "warning"; readonly part: string };

/** Slots a site expects to be filled everywhere unless it says otherwise. */
const EXPECTED: readonly Slot[] = ["header", "layout", "footer"];

/** All findings of placement for one view, the worst first. */
export const findingsOf = (compiled: CompiledDesign, view: View): readonly Finding[] => {
  const answers = resolveAll(compiled, view);
  const found = [
    ...partFindings(compiled, answers, view),
    ...slotFindings(compiled, answers),
    ...brokenFindings(compiled.design, compiled.index),
  ];
  return found.sort((a, b) => Number(b.severity === "error") - Number(a.severity === "error"));
};

const partFindings = (
  compiled: CompiledDesign,
  answers: ReadonlyMap<string, PageAnswers>,
  view: View,
): readonly Finding[] => {
  const shown = new Set([...answers.values()].flatMap((slots) => SLOTS.map((slot) => partOf(slots[slot]))));
  // a part that would win if it stood first is tied, not overruled: that is said once
  const tied = new Set(
    [...answers.values()].flatMap((slots) => SLOTS.flatMap((slot) => tiedAt(slots[slot]))),
  );
  return SLOTS.flatMap((slot) =>
    compiled.placements[slot].flatMap((placement): Finding[] => {
      if (shown.has(placement.part)) return missingBody(compiled, placement.part, answers);
      if (placement.conditions.length === 0)
        return [{ code: "nowhere", severity: "warning", part: placement.part }];
      if (tied.has(placement.part)) return [];
      const asks = compiled.index.stems.filter((page) => bestMatch(placement, page, view)).length;
      return asks > 0 ? [{ code: "overruled", severity: "warning", part: placement.part, asks }] : [];
    }),
  );
};

const tiedAt = ({ resolved }: SlotAnswer): readonly string[] => (resolved.by === "rule" ? resolved.tied : []);

/** A layout that shows on entries without a body block leaves out what people came to read. */
const missingBody = (
  compiled: CompiledDesign,
  id: string,
  answers: ReadonlyMap<string, PageAnswers>,
): Finding[] => {
  const part = findBody(compiled.design, "part", id);
  if (part?.slot !== "layout" || blocksOf(part).some((block) => block.kind === "body")) return [];
  const onEntry = compiled.index.stems.some(
    (page) => page.role === "entry" && partOf((answers.get(page.identity) as PageAnswers).layout) === id,
  );
  return onEntry ? [{ code: "noBody", severity: "warning", part: id }] : [];
};

const slotFindings = (
  compiled: CompiledDesign,
  answers: ReadonlyMap<string, PageAnswers>,
): readonly Finding[] => {
  const findings: Finding[] = [];
  for (const slot of SLOTS) {
    const missing: string[] = [];
    const tied = new Map<string, string[]>();
    for (const page of compiled.index.stems) {
      const { resolved, unusedChoice } = (answers.get(page.identity) as PageAnswers)[slot];
      if (unusedChoice !== null)
        findings.push({ code: "unused", severity: "warning", slot, page: page.identity, part: unusedChoice });
      if (resolved.by === "none" && EXPECTED.includes(slot)) missing.push(page.identity);
      if (resolved.by === "rule" && resolved.tied.length > 0) {
        const key = [resolved.part, ...resolved.tied].join(" ");
        tied.set(key, [...(tied.get(key) ?? []), page.identity]);
      }
    }
    if (missing.length > 0) findings.push({ code: "missing", severity: "error", slot, pages: missing });
    for (const [parts, pages] of tied)
      findings.push({ code: "tied", severity: "warning", slot, parts: parts.split(" "), pages });
  }
  return findings;
};

const brokenFindings = (design: Design, index: SiteIndex): readonly Finding[] =>
  documentsOf(design, "part").flatMap(({ id, body }) => {
    if (!isActive(body)) return [];
    const broken = (
      place: "condition" | "exception",
      lines: readonly { readonly clauses: readonly Clause[] }[],
    ): Finding[] =>
      lines
        .flatMap((line) => line.clauses)
        .filter((clause) => missingValues(clause, index).length > 0)
        .map((clause) => ({
          code: "broken",
          severity: place === "exception" ? "error" : "warning",
          part: id,
          facet: clause.facet,
          in: place,
        }));
    return [
      ...broken("condition", body.placement.conditions),
      ...broken("exception", body.placement.exceptions),
    ];
  });
