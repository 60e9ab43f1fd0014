import type { SiteIndex } from "../addresses/facts";
import { unreadValues } from "../cascade/page-values";
import { type Design, documentsOf, findBody } from "../design/design";
import { wholeDesign } from "../design/pieces";
import { blocksOf } from "../design/tree";
import type { Audience, Clause, Facet } from "../model/placement";
import { SLOTS, type Slot } from "../model/slot";
import { missingValues } from "./compile";
import { expectedIn } from "./expectations";
import { type IgnoredSize, ignoredSizes } from "./ignored-sizes";
import { countAsked, type Resolution, resolveAll, shownAt } from "./resolution";
import { type CompiledDesign, isActive } from "./resolve";
import { type SlotColumn, slotColumn } from "./slot-columns";

/** Something the checker noticed. The sentence is made in `messages` from code and parts. */
export type Finding = {
  readonly severity: "error" | "warning";
  /** Who sees it so, of the audiences the site knows. */
  readonly audiences: readonly Audience[];
} & (
  | { readonly code: "nowhere"; readonly part: string }
  /** Its window opens at this instant. */
  | { readonly code: "waiting"; readonly part: string; readonly from: string }
  | { readonly code: "overruled"; readonly part: string; readonly asks: number }
  | {
      readonly code: "tied";
      readonly slot: Slot;
      /** The one that wins first. */
      readonly parts: readonly string[];
      readonly pages: number;
      readonly numbers: readonly number[];
    }
  | {
      readonly code: "broken";
      readonly part: string;
      readonly in: "condition" | "exception";
      /** Place of the line in its list. */
      readonly line: number;
      readonly facet: Facet;
      /** The values that are gone. */
      readonly values: readonly string[];
    }
  | {
      readonly code: "missing";
      readonly slot: Slot;
      readonly pages: number;
      readonly numbers: readonly number[];
    }
  | { readonly code: "unused"; readonly slot: Slot; readonly page: string; readonly part: string }
  /** It chose to have no layout: no page is without one. */
  | { readonly code: "unused"; readonly slot: Slot; readonly page: string; readonly chose: "nothing" }
  /** A value the page has for a choice that the part there does not read. */
  | { readonly code: "valueUnread"; readonly slot: Slot; readonly page: string; readonly name: string }
  | { readonly code: "noBody"; readonly part: string }
  /** The list of a layout says another size than the one that holds. */
  | ({
      readonly code: "sizeIgnored";
      readonly pages: number;
      readonly numbers: readonly number[];
    } & IgnoredSize)
);
type Found = Finding extends infer F ? (F extends Finding ? Omit<F, "audiences"> : never) : never;

/** Everyone a site tells apart: signed out, signed in, members of each level. */
export const audiencesOf = (index: SiteIndex): readonly Audience[] => [
  "signedOut",
  "signedIn",
  ...index.facts.settings.levels.map((level) => `level:${level.key}`),
];

/** All findings of placement at an instant, for every audience, the worst first. */
export const findingsOf = (compiled: CompiledDesign, at: string): readonly Finding[] => {
  const audiences = audiencesOf(compiled.index);
  const resolutions = audiences.map((audience) => resolveAll(compiled, { audience, at }));
  const everyone = (found: Found): Finding => ({ ...found, audiences }) as Finding;
  const all = [
    ...slotFindings(resolutions),
    ...partFindings(compiled, resolutions, at),
    ...bodyFindings(compiled, resolutions),
    ...sizeFindings(compiled, resolutions),
    ...unusedFindings(compiled, resolutions[0]).map(everyone),
    ...unreadFindings(compiled, resolutions[0]).map(everyone),
    ...brokenFindings(compiled.design, compiled.index).map(everyone),
  ];
  return all.sort((a, b) => Number(b.severity === "error") - Number(a.severity === "error"));
};

/** Whether a finding stands in the way of publishing: an exception that no longer keeps a part off what it should. */
export const isBlocking = (finding: Finding): boolean =>
  finding.code === "broken" && finding.in === "exception";

/** Findings about pages of a slot, once for audiences that see the same. */
const slotFindings = (resolutions: readonly Resolution[]): readonly Finding[] => {
  const findings = new Map<string, Finding>();
  for (const slot of SLOTS) {
    const seenBy = new Map<SlotColumn, Resolution[]>();
    for (const resolution of resolutions) {
      const column = resolution.columns[slot];
      seenBy.set(column, [...(seenBy.get(column) ?? []), resolution]);
    }
    for (const same of seenBy.values()) {
      const audiences = same.map(({ view }) => view.audience);
      for (const found of pageFindings(same[0] as Resolution, slot)) {
        const key = JSON.stringify(found);
        const known = findings.get(key);
        findings.set(key, { ...found, audiences: [...(known?.audiences ?? []), ...audiences] } as Finding);
      }
    }
  }
  return [...findings.values()];
};

const pageFindings = (resolution: Resolution, slot: Slot): readonly Found[] => {
  const { columns, weights, numbers } = resolution;
  const { ruled, shown, marks } = columns[slot];
  const isExpected = expectedIn(resolution, slot);
  const missing: number[] = [];
  const tied = new Map<number, { parts: readonly string[]; numbers: number[] }>();
  for (let number = 0; number < shown.length; number += 1) {
    if (weights[number] === 0) continue;
    const mark = marks.get(number)?.is;
    const byRule = mark === undefined || mark === "unused";
    if (shown[number] === 0 && byRule && isExpected(number)) missing.push(number);
    const tie = ruled.tie[number] as number;
    if (tie === 0 || !byRule) continue;
    const winner = shown[number] as number;
    const key = tie * 2 ** 24 + winner;
    const group = tied.get(key);
    if (group) group.numbers.push(number);
    else {
      const parts = [winner, ...numbers.tied(tie)].map((part) => numbers.idOf(part) as string);
      tied.set(key, { parts, numbers: [number] });
    }
  }
  const weigh = (list: readonly number[]) =>
    list.reduce((sum, number) => sum + (weights[number] as number), 0);
  return [
    ...(missing.length === 0
      ? []
      : [{ code: "missing", severity: "error", slot, pages: weigh(missing), numbers: missing } as const]),
    ...[...tied.values()].map(
      (group) =>
        ({ code: "tied", severity: "warning", slot, ...group, pages: weigh(group.numbers) }) as const,
    ),
  ];
};

const partFindings = (
  compiled: CompiledDesign,
  resolutions: readonly Resolution[],
  at: string,
): readonly Finding[] => {
  const { shown, tied } = shownOrTied(resolutions);
  const everyone = resolutions.map(({ view }) => view.audience);
  return SLOTS.flatMap((slot) => {
    const isShownLater = shownLater(compiled, slot, resolutions);
    return compiled.placements[slot].flatMap((placement): Finding[] => {
      const { part, window } = placement;
      const severity = "warning";
      if (shown.has(part)) return [];
      if (placement.conditions.length === 0)
        return [{ code: "nowhere", severity, part, audiences: everyone }];
      const from = window?.from ?? null;
      if (from !== null && from > at) return [{ code: "waiting", severity, part, from, audiences: everyone }];
      // a part that would win if it stood first is tied, not overruled: that is said once
      if (tied.has(part)) return [];
      const asking = resolutions
        .map((resolution) => ({ audience: resolution.view.audience, asks: countAsked(resolution, part) }))
        .filter(({ asks }) => asks > 0);
      // a season that ends, or another that begins, may give it its pages back
      if (asking.length === 0 || isShownLater(part)) return [];
      const asks = Math.max(...asking.map((each) => each.asks));
      return [{ code: "overruled", severity, part, asks, audiences: asking.map(({ audience }) => audience) }];
    });
  });
};

/** When parts of a slot begin or cease to ask after an instant, in order. */
const turningPoints = (compiled: CompiledDesign, slot: Slot, at: string): readonly string[] =>
  [
    ...new Set(
      compiled.placements[slot].flatMap(({ window }) => [window?.from ?? null, window?.until ?? null]),
    ),
  ]
    .filter((point): point is string => point !== null && point > at)
    .sort();

/** Whether a part of a slot shows on some page for someone at a time to come. Looked for only when it is asked. */
const shownLater = (
  compiled: CompiledDesign,
  slot: Slot,
  resolutions: readonly Resolution[],
): ((part: string) => boolean) => {
  const [first] = resolutions;
  if (!first) return () => false;
  const views = turningPoints(compiled, slot, first.view.at).flatMap((at) =>
    resolutions.map(({ view }) => ({ audience: view.audience, at })),
  );
  const shown = new Set<string | null>();
  const look = views[Symbol.iterator]();
  return (part) => {
    while (!shown.has(part)) {
      const { value: view, done } = look.next();
      if (done) return false;
      const column = slotColumn(compiled, slot, view);
      column.shown.forEach((winner, number) => {
        if (first.weights[number] !== 0) shown.add(first.numbers.idOf(winner));
      });
    }
    return true;
  };
};

/** Parts that show on some page for someone, and parts that are tied somewhere for someone. */
const shownOrTied = (resolutions: readonly Resolution[]) => {
  const shown = new Set<number>();
  const ties = new Set<number>();
  const columns = new Set(resolutions.flatMap((resolution) => SLOTS.map((slot) => resolution.columns[slot])));
  const [first] = resolutions;
  for (const column of columns) {
    let [lastPart, lastTie] = [-1, -1];
    for (let number = 0; number < column.shown.length; number += 1) {
      const [part, tie] = [column.shown[number] as number, column.ruled.tie[number] as number];
      // neighbours mostly show the same
      if ((part === lastPart && tie === lastTie) || first?.weights[number] === 0) continue;
      lastPart = part;
      lastTie = tie;
      shown.add(part);
      ties.add(tie);
    }
  }
  const idOf = (part: number) => first?.numbers.idOf(part) ?? "";
  return {
    shown: new Set([...shown].map(idOf)),
    tied: new Set([...ties].flatMap((tie) => (first?.numbers.tied(tie) ?? []).map(idOf))),
  };
};

/** For each audience the layouts that show on entries. */
const layoutsOnEntries = (compiled: CompiledDesign, resolutions: readonly Resolution[]) =>
  resolutions.map(({ view, columns, numbers }) => {
    const layouts = new Set<number>();
    const { stems } = compiled.index;
    for (let number = 0; number < stems.length; number += 1)
      if (stems[number]?.role === "entry") layouts.add(columns.layout.shown[number] as number);
    return { audience: view.audience, layouts: new Set([...layouts].map((layout) => numbers.idOf(layout))) };
  });

/** A layout that shows on entries without a body block leaves out what people came to read. */
const bodyFindings = (compiled: CompiledDesign, resolutions: readonly Resolution[]): readonly Finding[] => {
  const byAudience = layoutsOnEntries(compiled, resolutions);
  return documentsOf(wholeDesign(compiled.design), "part").flatMap(({ id, body }): Finding[] => {
    if (body.slot !== "layout" || blocksOf(body).some((block) => block.kind === "body")) return [];
    const audiences = byAudience.filter(({ layouts }) => layouts.has(id)).map(({ audience }) => audience);
    return audiences.length === 0 ? [] : [{ code: "noBody", severity: "warning", part: id, audiences }];
  });
};

/** Page sizes that are not heard, once for audiences that see the same. */
const sizeFindings = (compiled: CompiledDesign, resolutions: readonly Resolution[]): readonly Finding[] => {
  const found = new Map<string, Finding>();
  const [signedOut] = resolutions;
  for (const resolution of signedOut ? resolutions : [])
    for (const ignored of ignoredSizes(compiled, resolution, signedOut as Resolution)) {
      const pages = ignored.numbers.reduce((sum, number) => sum + (resolution.weights[number] as number), 0);
      const key = JSON.stringify(ignored);
      const audiences = [...(found.get(key)?.audiences ?? []), resolution.view.audience];
      found.set(key, { code: "sizeIgnored", severity: "warning", ...ignored, pages, audiences });
    }
  return [...found.values()];
};

const unusedFindings = (compiled: CompiledDesign, resolution: Resolution | undefined): readonly Found[] =>
  SLOTS.flatMap((slot) =>
    [...(resolution?.columns[slot].marks ?? [])].flatMap(([number, mark]): Found[] => {
      const page = compiled.index.stems[number];
      if (mark.is !== "unused" || !page) return [];
      const found = { code: "unused", severity: "warning", slot, page: page.identity } as const;
      return [
        mark.choice === "nothing" ? { ...found, chose: mark.choice } : { ...found, part: mark.choice.part },
      ];
    }),
  );

/** What pages say for parts that do not ask for it: it is kept, and holds again when a part that reads it shows. */
const unreadFindings = (compiled: CompiledDesign, resolution: Resolution | undefined): readonly Found[] =>
  documentsOf(compiled.design, "choice").flatMap(({ body: { identity, values } }) => {
    const number = compiled.index.numbers.get(identity);
    if (!values || !resolution || number === undefined) return [];
    return SLOTS.flatMap((slot) => {
      const part = shownAt(resolution, slot, number);
      const body = part === null ? undefined : findBody(compiled.design, "part", part);
      return unreadValues(body, values[slot]).map(
        (name): Found => ({ code: "valueUnread", severity: "warning", slot, page: identity, name }),
      );
    });
  });

const brokenFindings = (design: Design, index: SiteIndex): readonly Found[] =>
  documentsOf(design, "part").flatMap(({ id, body }) => {
    if (!isActive(body)) return [];
    const broken = (
      place: "condition" | "exception",
      lines: readonly { readonly clauses: readonly Clause[] }[],
    ): Found[] =>
      lines.flatMap(({ clauses }, line) =>
        clauses.flatMap((clause): Found[] => {
          const values = missingValues(clause, index);
          if (values.length === 0) return [];
          const severity = place === "exception" ? "error" : "warning";
          return [{ code: "broken", severity, part: id, in: place, line, facet: clause.facet, values }];
        }),
      );
    return [
      ...broken("condition", body.placement.conditions),
      ...broken("exception", body.placement.exceptions),
    ];
  });
