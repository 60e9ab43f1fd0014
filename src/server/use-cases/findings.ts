import { z } from "zod";
import { findBody } from "../../core/design/design";
import { succeed } from "../../core/model/issue";
import { SLOTS } from "../../core/model/slot";
import { audiencesOf, type Finding, findingsOf } from "../../core/placement/findings";
import { mendsForFinding } from "../../core/placement/mends";
import { resolveAll } from "../../core/placement/resolution";
import type { CompiledDesign } from "../../core/placement/resolve";
import type { SlotColumn } from "../../core/placement/slot-columns";
import { POOL } from "../../data/database";
import { describeMend } from "../../messages/mends";
import { vocabularyFor } from "../../messages/vocabulary";
import { impactOfOperations, named } from "./impact-words";
import { defineUseCase, type SiteContext } from "./use-case";
import { designAt, Seen, viewOf } from "./view-input";

/** Findings of a design hold until what some audience sees changes. */
interface Found {
  readonly columns: readonly SlotColumn[];
  readonly instant: string;
  readonly findings: readonly Finding[];
}
const foundFor = new WeakMap<CompiledDesign, Found>();

/** Windows that have not opened yet, as text: a waiting part is a finding until then. */
const waiting = (compiled: CompiledDesign, at: string): string =>
  [...compiled.byPart.values()]
    .filter(({ window }) => window?.from && window.from > at)
    .map(({ part }) => part)
    .join(" ");

export const placementFindings = (compiled: CompiledDesign, at: string): readonly Finding[] => {
  const columns = audiencesOf(compiled.index).flatMap((audience) => {
    const resolution = resolveAll(compiled, { audience, at });
    return SLOTS.map((slot) => resolution.columns[slot]);
  });
  const found = foundFor.get(compiled);
  const instant = waiting(compiled, at);
  if (found?.instant === instant && found.columns.every((column, place) => column === columns[place]))
    return found.findings;
  const findings = findingsOf(compiled, at);
  foundFor.set(compiled, { columns, instant, findings });
  return findings;
};

/** A finding as it is sent: page numbers become some of the pages they are. */
export const sentFinding = (compiled: CompiledDesign, finding: Finding) => {
  const shown = finding.audiences.length === audiencesOf(compiled.index).length ? [] : finding.audiences;
  const common = {
    code: finding.code,
    severity: finding.severity,
    /** Empty if everyone sees it so. */
    audiences: shown,
  };
  const pages = "numbers" in finding ? finding.numbers : [];
  const some = pages.slice(0, 12).map((number) => named(compiled.index.pages[number] as never));
  const { audiences: _, ...rest } = finding;
  const plain = Object.fromEntries(Object.entries(rest).filter(([key]) => key !== "numbers"));
  return { ...plain, ...common, some } as unknown as SentFinding;
};

type Told = {
  readonly severity: Finding["severity"];
  readonly audiences: readonly string[];
  readonly some: readonly ReturnType<typeof named>[];
};
type WithoutNumbers<F> = F extends Finding ? Omit<F, "numbers" | "audiences" | "severity"> & Told : never;
export type SentFinding = WithoutNumbers<Finding>;

const MOST = 100;

/** What there is to settle, for every audience: counts by code, and the findings of one code or of all. */
export const findings = defineUseCase({
  input: Seen.pick({ at: true, state: true }).extend({ code: z.string().max(40).optional() }),
  run: async (context, { code, state, at }) => {
    const view = viewOf(context, { audience: "signedOut", at });
    const compiled = await designAt(context, state, POOL, view.at);
    const all = placementFindings(compiled, view.at);
    const counts: Record<string, number> = {};
    for (const finding of all) counts[finding.code] = (counts[finding.code] ?? 0) + 1;
    const wanted = code === undefined ? all : all.filter((finding) => finding.code === code);
    return succeed({
      total: all.length,
      counts,
      pages: resolveAll(compiled, view).pageTotal,
      findings: wanted.slice(0, MOST).map((finding) => sentFinding(compiled, finding)),
      more: Math.max(0, wanted.length - MOST),
    });
  },
});

const sameFinding = (finding: Finding, wanted: Record<string, unknown>): boolean =>
  Object.entries(wanted).every(([key, value]) =>
    key === "slot" ||
    key === "name" ||
    key === "code" ||
    key === "part" ||
    key === "first" ||
    key === "page" ||
    key === "in" ||
    key === "line"
      ? (finding as unknown as Record<string, unknown>)[key] === value
      : key !== "parts" || ("parts" in finding && finding.parts.join(" ") === (value as string[]).join(" ")),
  );

/** What settles a finding of the draft, each with its impact; only what works. */
export const findingMends = defineUseCase({
  input: z.object({
    finding: z.object({
      code: z.string(),
      part: z.string().optional(),
      first: z.string().optional(),
      parts: z.array(z.string()).optional(),
      slot: z.string().optional(),
      page: z.string().optional(),
      name: z.string().optional(),
      in: z.enum(["condition", "exception"]).optional(),
      line: z.number().int().optional(),
    }),
  }),
  run: async (context, input) => {
    const compiled = await designAt(context, "draft", POOL);
    const wanted = Object.fromEntries(
      Object.entries(input.finding).filter(([, value]) => value !== undefined),
    );
    const found = placementFindings(compiled, context.now).find((finding) => sameFinding(finding, wanted));
    if (!found) return succeed({ isThere: false, mends: [] });
    return succeed({ isThere: true, mends: mendsInWords(context, compiled, found) });
  },
});

const mendsInWords = (context: SiteContext, compiled: CompiledDesign, finding: Finding) => {
  const view = { audience: finding.audiences[0] ?? "signedOut", at: context.now };
  return mendsForFinding(compiled, finding, context.now).flatMap((mend) => {
    const impact = impactOfOperations(compiled, mend.operations, view);
    if (!impact.ok) return [];
    const words = describeMend(
      mend,
      compiled.design,
      vocabularyFor(compiled.index, mend.line ? [mend.line] : []),
    );
    const body = findBody(compiled.design, "part", mend.part);
    return [
      {
        is: mend.is,
        words,
        part: body ? mend.part : null,
        operations: mend.operations,
        impact: impact.value,
      },
    ];
  });
};
