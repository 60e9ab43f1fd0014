import type { Address } from "../addresses/facts";
import { sayOperations } from "../cascade/say";
import { findBody, orderedParts, orderId } from "../design/design";
import { applyOperations, type Operation, setOperation } from "../design/operations";
import type { Part } from "../design/part";
import type { Clause, Condition, Exception, Placement } from "../model/placement";
import type { Slot } from "../model/slot";
import type { CompiledPlacement } from "./compile";
import type { Finding } from "./findings";
import { ignoredSizes, withHeardSize } from "./ignored-sizes";
import { impactOf } from "./impact";
import { linesFor } from "./lines";
import { bestMatch, holds, keepingOff, type View } from "./match";
import { chooseOperations } from "./proposals";
import { resolveAll, shownAt } from "./resolution";
import { type CompiledDesign, compileDesign, isActive } from "./resolve";
import { follow } from "./slot-columns";

/** A change that settles something, tried by resolving again before it is offered. */
export interface Mend {
  readonly is:
    | "switchOn"
    | "exceptPage"
    | "dropException"
    | "raise"
    | "line"
    | "lineForAll"
    | "choose"
    | "pause"
    | "openNow"
    | "over"
    | "giveWay"
    | "dropLine"
    | "dropValues"
    | "reset"
    | "forget"
    | "hearSize";
  /** The part it changes or is about. */
  readonly part: string;
  readonly operations: readonly Operation[];
  /** What a line says no more, or says; none where the mend is not about one. */
  readonly line?: Exception;
  /** Page × slot pairs it changes, seen as the view it was asked for. */
  readonly pairs: number;
}
type Attempt = Omit<Mend, "pairs">;

const after = (compiled: CompiledDesign, operations: readonly Operation[]): CompiledDesign | null => {
  const applied = applyOperations(compiled.design, operations);
  return applied.ok ? follow(compileDesign(applied.value, compiled.index, compiled), compiled) : null;
};

/** Keeps the attempts that work, the one that changes the fewest page × slot pairs first; equals as they come. */
const working = (
  compiled: CompiledDesign,
  attempts: readonly Attempt[],
  view: View,
  works: (next: CompiledDesign, attempt: Attempt) => boolean,
): readonly Mend[] => {
  const before = resolveAll(compiled, view);
  return attempts
    .flatMap((attempt): Mend[] => {
      const next = attempt.operations.length === 0 ? null : after(compiled, attempt.operations);
      if (!next || !works(next, attempt)) return [];
      return [{ ...attempt, pairs: impactOf(before, resolveAll(next, view)).pairs }];
    })
    .sort((a, b) => a.pairs - b.pairs);
};

/**
 * What could be done so that a part shows in its slot on one page: switch it on; drop what keeps it off; raise it in
 * order; add a line for exactly this page; choose it on this page. Only what makes it win is given.
 */
export const mendsForPart = (
  compiled: CompiledDesign,
  slot: Slot,
  number: number,
  part: string,
  view: View,
): readonly Mend[] => {
  const page = compiled.index.pages[number] as Address;
  const body = findBody(compiled.design, "part", part);
  if (!body || body.binnedAt !== null) return [];
  const { design } = compiled;
  const set = (path: readonly string[], value: unknown) => [setOperation(design, part, path, value)];
  const withLine = (is: "line" | "lineForAll", numbers: readonly number[]): readonly Attempt[] => {
    const [lines] = linesFor({ numbers, index: compiled.index });
    if (!lines) return [];
    return [
      { is, part, operations: set(["placement", "conditions"], [...body.placement.conditions, ...lines]) },
    ];
  };
  const later = compiled.index.later.get(number);
  const attempts: Attempt[] = [
    ...(body.on ? [] : [{ is: "switchOn" as const, part, operations: set(["on"], true) }]),
    ...withoutException(compiled, part, page),
    { is: "raise", part, operations: raised(compiled, slot, part) },
    ...withLine("line", [number]),
    ...(later === undefined ? [] : withLine("lineForAll", [number, later])),
    ...(isActive(body)
      ? [{ is: "choose" as const, part, operations: chooseOperations(design, page.identity, slot, { part }) }]
      : []),
  ];
  return working(compiled, attempts, view, (next) => shownAt(resolveAll(next, view), slot, number) === part);
};

/** More pages than this are not named instead of what they have in common. */
const MOST_NAMED_INSTEAD = 50;

/**
 * A part that is kept off a page, let on: the line that keeps it off names the other pages instead, or drops what holds
 * here, on all pages it holds on. A line of several clauses goes whole.
 */
const withoutException = (compiled: CompiledDesign, part: string, page: Address): readonly Attempt[] => {
  const placement = compiled.byPart.get(part);
  const body = findBody(compiled.design, "part", part);
  const by = placement && keepingOff(placement, page);
  if (!body || !by) return [];
  const { exceptions } = body.placement;
  const set = (next: readonly Exception[]) => [
    setOperation(compiled.design, part, ["placement", "exceptions"], next),
  ];
  const holding = exceptions.filter(({ clauses }) => clauses.every((clause) => holds(clause, page)));
  const others = compiled.index.pages.flatMap((each, number) =>
    each.identity !== page.identity &&
    holding.some(({ clauses }) => clauses.every((clause) => holds(clause, each)))
      ? [number]
      : [],
  );
  const staying = exceptions.filter((exception) => !holding.includes(exception));
  const instead =
    others.length === 0 || others.length > MOST_NAMED_INSTEAD
      ? undefined
      : linesFor({ numbers: others, index: compiled.index }).at(-1);
  const dropped = exceptions.flatMap((exception) => lessened(exception, page));
  const line = {
    clauses: holding.flatMap(({ clauses }) => clauses.map((clause) => holdingAt(clause, page))),
  };
  return [
    ...(instead
      ? [{ is: "exceptPage" as const, part, line, operations: set([...staying, ...instead]) }]
      : []),
    { is: "dropException", part, line, operations: set(dropped) },
  ];
};

/** A clause with only those of its values that hold at a page. */
const holdingAt = (clause: Clause, page: Address): Clause => ({
  ...clause,
  values: clause.values.filter((value) => holds({ ...clause, values: [value] }, page)),
});

const lessened = (exception: Exception, page: Address): readonly Exception[] => {
  if (!exception.clauses.every((clause) => holds(clause, page))) return [exception];
  const [only, ...more] = exception.clauses;
  if (!only || more.length > 0) return [];
  const values = only.values.filter((value) => !holds({ ...only, values: [value] }, page));
  return values.length === 0 ? [] : [{ clauses: [{ ...only, values }] }];
};

/** The part first in the order of its slot. */
const raised = (compiled: CompiledDesign, slot: Slot, part: string): readonly Operation[] => {
  const order = orderedParts(compiled.design, slot);
  if (order[0] === part) return [];
  const parts = [part, ...order.filter((each) => each !== part)];
  const id = orderId(slot);
  return findBody(compiled.design, "order", id)
    ? [setOperation(compiled.design, id, ["parts"], parts)]
    : [{ op: "create", id, kind: "order", body: { schema: 1, slot, parts } }];
};

/** What could be done about a finding; only what makes it go away is given. */
export const mendsForFinding = (compiled: CompiledDesign, finding: Finding, at: string): readonly Mend[] => {
  const view: View = { audience: finding.audiences[0] ?? "signedOut", at };
  switch (finding.code) {
    case "tied":
      return mendsForTie(compiled, finding, view);
    case "overruled":
    case "waiting":
    case "nowhere":
      return mendsForUnseen(compiled, finding, view);
    case "broken":
      return mendsForBroken(compiled, finding, view);
    case "unused": {
      const operations = chooseOperations(compiled.design, finding.page, finding.slot, undefined);
      return working(
        compiled,
        [{ is: "reset", part: "part" in finding ? finding.part : "", operations }],
        view,
        () => true,
      );
    }
    case "valueUnread": {
      const operations = sayOperations(compiled.design, finding.page, finding.slot, finding.name, undefined);
      return working(compiled, [{ is: "forget", part: "", operations }], view, () => true);
    }
    case "sizeIgnored": {
      const { part } = finding;
      const operations = withHeardSize(compiled.design, finding);
      const signedOut: View = { ...view, audience: "signedOut" };
      return working(compiled, [{ is: "hearSize", part, operations }], view, (next) =>
        ignoredSizes(next, resolveAll(next, view), resolveAll(next, signedOut)).every(
          (each) => each.part !== part,
        ),
      );
    }
    case "missing":
    case "noBody":
      return [];
  }
};

const placementOf = (compiled: CompiledDesign, part: string): Placement =>
  (findBody(compiled.design, "part", part) as Part).placement;

const setPlacement = (
  compiled: CompiledDesign,
  part: string,
  change: Partial<Placement>,
): readonly Operation[] => [
  setOperation(compiled.design, part, ["placement"], { ...placementOf(compiled, part), ...change }),
];

const paused = (compiled: CompiledDesign, part: string): Attempt => ({
  is: "pause",
  part,
  operations: [setOperation(compiled.design, part, ["on"], false)],
});

const mendsForUnseen = (
  compiled: CompiledDesign,
  finding: Extract<Finding, { code: "overruled" | "waiting" | "nowhere" }>,
  view: View,
): readonly Mend[] => {
  const { part } = finding;
  const { window } = placementOf(compiled, part);
  const attempts: Attempt[] = [
    ...(finding.code === "overruled"
      ? [{ is: "over" as const, part, operations: setPlacement(compiled, part, { over: true }) }]
      : []),
    ...(finding.code === "waiting" && window
      ? [
          {
            is: "openNow" as const,
            part,
            operations: setPlacement(compiled, part, {
              window: window.until === null ? null : { from: null, until: window.until },
            }),
          },
        ]
      : []),
    paused(compiled, part),
  ];
  return working(compiled, attempts, view, (next) => {
    if (!next.byPart.has(part)) return true;
    const resolution = resolveAll(next, view);
    const own = resolution.numbers.numberOf(part);
    // later pages that an archive does not have are no pages
    return Object.values(resolution.columns).some(({ shown }) =>
      shown.some((each, number) => each === own && (resolution.weights[number] as number) > 0),
    );
  });
};

/** The parts that lose a tie give way: they keep off what the winner asks for, drop the line, or are paused. */
const mendsForTie = (
  compiled: CompiledDesign,
  finding: Extract<Finding, { code: "tied" }>,
  view: View,
): readonly Mend[] => {
  const [number] = finding.numbers;
  const page = compiled.index.pages[number ?? -1];
  const [winner, ...losers] = finding.parts;
  const asking = compiled.byPart.get(winner ?? "");
  const won = page && asking && bestMatch(asking, page, view);
  if (!page || !won) return [];
  const attempts = losers.flatMap((part): Attempt[] => {
    const placement = compiled.byPart.get(part) as CompiledPlacement;
    const own = bestMatch(placement, page, view);
    const { conditions, exceptions } = placementOf(compiled, part);
    return [
      ...(won.clauses.length === 0
        ? []
        : [
            {
              is: "giveWay" as const,
              part,
              operations: setPlacement(compiled, part, {
                exceptions: [...exceptions, { clauses: [...won.clauses] }],
              }),
            },
          ]),
      ...(own && conditions.length > 1
        ? [
            {
              is: "dropLine" as const,
              part,
              operations: setPlacement(compiled, part, { conditions: without(conditions, own.index) }),
            },
          ]
        : []),
      paused(compiled, part),
    ];
  });
  const isSettled = (next: CompiledDesign, { part }: Attempt) => {
    const { columns, numbers } = resolveAll(next, view);
    const own = numbers.numberOf(part);
    const { tie } = columns[finding.slot].ruled;
    return finding.numbers.every((each) => !numbers.tieHas(tie[each] as number, own));
  };
  return working(compiled, attempts, view, isSettled);
};

const without = <T>(items: readonly T[], place: number): T[] => items.filter((_, at) => at !== place);

const mendsForBroken = (
  compiled: CompiledDesign,
  finding: Extract<Finding, { code: "broken" }>,
  view: View,
): readonly Mend[] => {
  const { part, line, facet, values } = finding;
  const key = finding.in === "condition" ? "conditions" : "exceptions";
  const lines: readonly (Condition | Exception)[] = placementOf(compiled, part)[key];
  const found = lines[line];
  if (!found) return [];
  const left = (clause: Clause): Clause =>
    clause.facet === facet
      ? { ...clause, values: clause.values.filter((value) => !values.includes(value)) }
      : clause;
  const clauses = found.clauses.map(left);
  const mayStay = clauses.every((clause) => clause.values.length > 0);
  const replaced = lines.map((each, at) => (at === line ? { ...each, clauses } : each));
  const attempts: Attempt[] = [
    mayStay
      ? { is: "dropValues", part, operations: setPlacement(compiled, part, { [key]: replaced }) }
      : { is: "dropLine", part, operations: setPlacement(compiled, part, { [key]: without(lines, line) }) },
    paused(compiled, part),
  ];
  return working(compiled, attempts, view, () => true);
};
