import type { Address } from "../addresses/facts";
import { SLOTS, type Slot } from "../model/slot";
import type { View } from "./match";
import type { CompiledDesign, PageAnswers, SlotAnswer } from "./resolve";
import { resolveAll } from "./resolve-all";

/** One cell of the table of pages × slots. */
export interface CoverageCell {
  readonly part: string | null;
  readonly how: "rule" | "nothingByRule" | "choice" | "choiceOfNothing" | "missing" | "none";
  readonly tied: boolean;
}

export interface CoverageRow {
  readonly identity: string;
  readonly path: string;
  readonly title: string;
  /** Indentation within its group. */
  readonly depth: number;
  readonly cells: Readonly<Record<Slot, CoverageCell>>;
}

/** Pages that belong together: the front page, the entries of a kind, archives, search results, not found. */
export interface CoverageGroup {
  readonly id: string;
  readonly type: "front" | "kind" | "archives" | "search" | "notFound";
  /** Name of the kind; empty where the type says it all. */
  readonly name: string;
  readonly rows: readonly CoverageRow[];
}

const EXPECTED: readonly Slot[] = ["header", "layout", "footer"];

const cellOf = (slot: Slot, { resolved }: SlotAnswer): CoverageCell => {
  switch (resolved.by) {
    case "rule":
      return {
        part: resolved.part,
        how: resolved.nothing ? "nothingByRule" : "rule",
        tied: resolved.tied.length > 0,
      };
    case "choice":
      return { part: resolved.part, how: "choice", tied: false };
    case "choiceOfNothing":
      return { part: null, how: "choiceOfNothing", tied: false };
    case "none":
      return { part: null, how: EXPECTED.includes(slot) ? "missing" : "none", tied: false };
  }
};

const groupIdOf = (page: Address): string =>
  page.role === "entry" ? `kind:${page.kind}` : page.role === "archive" ? "archives" : page.role;

/** The whole table of a design at one view, in the order pages are numbered. Empty groups are left out. */
export const coverageOf = (compiled: CompiledDesign, view: View): readonly CoverageGroup[] => {
  const all = resolveAll(compiled, view);
  const rows = new Map<string, CoverageRow[]>();
  for (const page of compiled.index.stems) {
    const answers = all.get(page.identity) as PageAnswers;
    const cells = Object.fromEntries(SLOTS.map((slot) => [slot, cellOf(slot, answers[slot])]));
    const row = {
      identity: page.identity,
      path: page.path,
      title: page.title,
      depth: page.role === "entry" ? page.ancestors.length : 0,
      cells: cells as CoverageRow["cells"],
    };
    const id = groupIdOf(page);
    const group = rows.get(id);
    if (group) group.push(row);
    else rows.set(id, [row]);
  }
  const groups: Omit<CoverageGroup, "rows">[] = [
    { id: "front", type: "front", name: "" },
    ...compiled.index.facts.kinds.map((kind) => ({
      id: `kind:${kind.id}`,
      type: "kind" as const,
      name: kind.plural,
    })),
    { id: "archives", type: "archives", name: "" },
    { id: "search", type: "search", name: "" },
    { id: "notFound", type: "notFound", name: "" },
  ];
  return groups.flatMap((group) => {
    const own = rows.get(group.id);
    return own ? [{ ...group, rows: own }] : [];
  });
};
