import type { Address, SiteIndex } from "../addresses/facts";
import { choiceId, type Design, findBody, nextNumber, orderedParts, orderId } from "../model/design";
import { applyOperations, type Operation, setOperation } from "../model/operations";
import type { Band, Part } from "../model/part";
import { type Condition, NOWHERE } from "../model/placement";
import type { Slot } from "../model/slot";
import { withFreshIds } from "../model/tree";
import type { View } from "./match";
import { type CompiledDesign, compileDesign, partOf, resolveSlot } from "./resolve";

/**
 * "Use another here": what can be done so that the chosen pages get another part in a slot. Every way is tried by
 * resolving again; one that would not give every chosen page what was asked is not offered. Choices of single pages
 * come before changes of rules.
 */
export type Wanted =
  | { readonly use: "part"; readonly part: string }
  | { readonly use: "copy"; readonly part: string; readonly name: string }
  | { readonly use: "new"; readonly name: string; readonly bands: readonly Band[] }
  | { readonly use: "nothing"; readonly name: string };

export interface Proposal {
  readonly way: "thisPageOnly" | "line";
  /** The line a rule would get, for saying it in words; null for a page's own choice. */
  readonly condition: Condition | null;
  readonly operations: readonly Operation[];
  /** The part the pages would show; null for nothing. */
  readonly part: string | null;
  /** True if the part is created by the proposal. */
  readonly creates: boolean;
}

/** Ids and origins come from outside, so that core stays deterministic. */
export interface NewIds {
  readonly id: () => string;
  readonly uuid: () => string;
}

/** A group of pages that a single clause names exactly, so that a rule can say "notes" instead of listing ninety. */
export const conditionFor = (pages: readonly Address[], index: SiteIndex): Condition | null => {
  const same = (chosen: readonly Address[]) =>
    chosen.length === pages.length && chosen.every((page) => pages.includes(page));
  const [first] = pages;
  if (!first) return null;
  if (same(index.stems)) return { clauses: [] };
  if (pages.length > 1) {
    if (
      first.kind !== null &&
      same(index.stems.filter((page) => page.role === "entry" && page.kind === first.kind))
    )
      return { clauses: kindClauses(first.kind, index) };
    if (same(index.stems.filter((page) => page.role === "archive")))
      return { clauses: [{ facet: "role", values: ["archive"] }] };
  }
  if (pages.every((page) => page.role === "entry"))
    return { clauses: [{ facet: "entry", values: pages.map((page) => page.entry?.id as string) }] };
  if (pages.every((page) => ["front", "search", "notFound"].includes(page.role)))
    return { clauses: [{ facet: "role", values: [...new Set(pages.map((page) => page.role))] }] };
  return pages.every((page) => page.role !== "notFound")
    ? { clauses: [{ facet: "address", values: pages.map((page) => page.path) }] }
    : null;
};

/** A kind alone holds on the front page too if that is one of its entries; the role keeps it out and counts nothing. */
const kindClauses = (kind: string, index: SiteIndex): Condition["clauses"] => {
  const clause = { facet: "kind" as const, values: [kind] };
  const holdsOnFront = index.stems.some((page) => page.role === "front" && page.kind === kind);
  return holdsOnFront ? [clause, { facet: "role", values: ["entry"] }] : [clause];
};

/** The operations that make one page choose for itself. `undefined` gives the slot back to the rules. */
export const chooseOperations = (
  design: Design,
  identity: string,
  slot: Slot,
  value: { readonly part: string } | "nothing" | undefined,
): readonly Operation[] => {
  const id = choiceId(identity);
  const body = findBody(design, "choice", id);
  if (!body) {
    if (value === undefined) return [];
    return [{ op: "create", id, kind: "choice", body: { schema: 1, identity, slots: { [slot]: value } } }];
  }
  if (value === undefined && Object.keys(body.slots).every((each) => each === slot))
    return [{ op: "remove", id, kind: "choice", was: body }];
  return [setOperation(design, id, ["slots", slot], value)];
};

/** The operations that put a new part into a design: the document, and its place at the end of the slot's order. */
export const createPartOperations = (design: Design, id: string, part: Part): readonly Operation[] => {
  const order = findBody(design, "order", orderId(part.slot));
  const parts = [...orderedParts(design, part.slot), id];
  const place: Operation = order
    ? { op: "set", id: orderId(part.slot), path: ["parts"], value: parts, was: order.parts }
    : { op: "create", id: orderId(part.slot), kind: "order", body: { schema: 1, slot: part.slot, parts } };
  return [{ op: "create", id, kind: "part", body: part }, place];
};

/** A copy of a part with fresh node ids, a number of its own, and no place to show yet. */
export const copyOf = (design: Design, source: Part, name: string, ids: NewIds): Part => ({
  ...source,
  number: nextNumber(design, source.slot),
  name,
  origin: ids.uuid(),
  placement: NOWHERE,
  on: true,
  binnedAt: null,
  bands: source.bands.map((band) => withFreshIds(band, ids.id)),
});

const emptyPart = (design: Design, slot: Slot, name: string, bands: readonly Band[], ids: NewIds): Part => ({
  schema: 1,
  slot,
  number: nextNumber(design, slot),
  name,
  on: true,
  binnedAt: null,
  origin: ids.uuid(),
  placement: NOWHERE,
  bands,
});

const wantedPart = (
  design: Design,
  slot: Slot,
  wanted: Wanted,
  ids: NewIds,
): { id: string; body: Part; creates: boolean } | null => {
  switch (wanted.use) {
    case "part": {
      const body = findBody(design, "part", wanted.part);
      return body ? { id: wanted.part, body, creates: false } : null;
    }
    case "copy": {
      const source = findBody(design, "part", wanted.part);
      return source ? { id: ids.id(), body: copyOf(design, source, wanted.name, ids), creates: true } : null;
    }
    case "new":
      return { id: ids.id(), body: emptyPart(design, slot, wanted.name, wanted.bands, ids), creates: true };
    case "nothing":
      return null;
  }
};

/** Whether, after the operations, every page shows the part (or nothing) in the slot. */
const gives = (
  compiled: CompiledDesign,
  operations: readonly Operation[],
  slot: Slot,
  pages: readonly Address[],
  view: View,
  part: string | null,
): boolean => {
  const after = applyOperations(compiled.design, operations);
  if (!after.ok) return false;
  const next = compileDesign(after.value, compiled.index);
  return pages.every((page) => {
    const answer = resolveSlot(next, slot, page, view);
    return part === null ? answer.resolved.by === "choiceOfNothing" : partOf(answer) === part;
  });
};

const chooseAll = (
  design: Design,
  pages: readonly Address[],
  slot: Slot,
  value: { part: string } | "nothing" | undefined,
) => pages.flatMap((page) => chooseOperations(design, page.identity, slot, value));

/** The ways to give the pages what is wanted, each tried, page choices first. */
export const proposals = (
  compiled: CompiledDesign,
  request: {
    readonly slot: Slot;
    readonly pages: readonly Address[];
    readonly wanted: Wanted;
    readonly view: View;
  },
  ids: NewIds,
): readonly Proposal[] => {
  const { design, index } = compiled;
  const { slot, pages, wanted, view } = request;
  if (wanted.use === "nothing") {
    const operations = slot === "layout" ? [] : chooseAll(design, pages, slot, "nothing");
    const own: Proposal = { way: "thisPageOnly", condition: null, operations, part: null, creates: false };
    const rule = nothingByRule(compiled, request, wanted.name, ids);
    return [
      ...(operations.length > 0 && gives(compiled, operations, slot, pages, view, null) ? [own] : []),
      ...(rule && gives(compiled, rule.operations, slot, pages, view, rule.part) ? [rule] : []),
    ];
  }
  const part = wantedPart(design, slot, wanted, ids);
  if (!part) return [];
  const { creates } = part;
  const condition = conditionFor(pages, index);
  const found: Proposal[] = [];
  const chosen: Proposal = {
    way: "thisPageOnly",
    condition: null,
    operations: [
      ...(creates ? createPartOperations(design, part.id, part.body) : []),
      ...chooseAll(design, pages, slot, { part: part.id }),
    ],
    part: part.id,
    creates,
  };
  if (!creates && gives(compiled, chosen.operations, slot, pages, view, part.id)) found.push(chosen);
  if (condition) {
    // the pages' own choices would go before any rule
    const released = chooseAll(design, pages, slot, undefined);
    const placement = { ...part.body.placement, conditions: [...part.body.placement.conditions, condition] };
    const operations = [
      ...released,
      ...(creates
        ? createPartOperations(design, part.id, { ...part.body, placement })
        : [setOperation(design, part.id, ["placement", "conditions"], placement.conditions)]),
    ];
    if (gives(compiled, operations, slot, pages, view, part.id))
      found.push({ way: "line", condition, operations, part: part.id, creates });
  }
  // a new part that no line makes win on these pages is chosen by the pages themselves
  if (creates && found.length === 0 && gives(compiled, chosen.operations, slot, pages, view, part.id))
    found.push(chosen);
  return found;
};

const nothingByRule = (
  compiled: CompiledDesign,
  { slot, pages }: { readonly slot: Slot; readonly pages: readonly Address[] },
  name: string,
  ids: NewIds,
): Proposal | null => {
  const condition = conditionFor(pages, compiled.index);
  if (!condition || slot === "layout") return null;
  const id = ids.id();
  const body = emptyPart(compiled.design, slot, name, [], ids);
  const operations = [
    ...chooseAll(compiled.design, pages, slot, undefined),
    ...createPartOperations(compiled.design, id, {
      ...body,
      placement: { ...NOWHERE, conditions: [condition] },
    }),
  ];
  return { way: "line", condition, operations, part: id, creates: true };
};
