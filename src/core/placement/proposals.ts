import type { Address } from "../addresses/facts";
import { choiceId, type Design, findBody, nextNumber, orderedParts, orderId } from "../design/design";
import { applyOperations, type Operation, setOperation } from "../design/operations";
import type { Band, Part } from "../design/part";
import { freshened } from "../design/tree";
import { type Condition, NOWHERE } from "../model/placement";
import type { Slot } from "../model/slot";
import { linesFor } from "./lines";
import type { View } from "./match";
import { partNumbersOf } from "./part-numbers";
import { resolveAll } from "./resolution";
import { type CompiledDesign, compileDesign } from "./resolve";
import { follow, slotColumn } from "./slot-columns";

/**
 * "Use another here": what can be done so that the chosen pages get another part in a slot. Every way is tried by
 * resolving again; one that would not give every chosen page what was asked is not offered. One page chooses for itself
 * before a rule is changed; for several pages one rule comes before a choice of each.
 */
export type Wanted =
  | { readonly use: "part"; readonly part: string }
  | { readonly use: "copy"; readonly part: string; readonly name: string }
  | { readonly use: "new"; readonly name: string; readonly bands: readonly Band[] }
  | { readonly use: "nothing"; readonly name: string };

export interface Proposal {
  readonly way: "thisPageOnly" | "line";
  /** The lines a rule would get, for saying them in words; none for a page's own choice. */
  readonly lines: readonly Condition[];
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

/** Own choices are for pages one can name; for more, a line is the tool. */
const MOST_CHOICES = 2000;
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
  if (
    value === undefined &&
    body.values === undefined &&
    Object.keys(body.slots).every((each) => each === slot)
  )
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
  ...freshened(source, ids.id),
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

/** Whether, after the operations, every page shows the part (or nothing, chosen) in the slot. */
const gives = (
  compiled: CompiledDesign,
  operations: readonly Operation[],
  slot: Slot,
  numbers: readonly number[],
  view: View,
  part: string | null,
): boolean => {
  const after = applyOperations(compiled.design, operations);
  if (!after.ok) return false;
  const next = follow(compileDesign(after.value, compiled.index, compiled), compiled);
  const { shown, marks } = slotColumn(next, slot, view);
  const wanted = part === null ? 0 : partNumbersOf(compiled.index).numberOf(part);
  return numbers.every(
    (number) => shown[number] === wanted && (part !== null || marks.get(number)?.is === "nothing"),
  );
};

const identitiesOf = (compiled: CompiledDesign, numbers: readonly number[]): readonly string[] => [
  ...new Set(numbers.map((number) => (compiled.index.pages[number] as Address).identity)),
];

const chooseAll = (
  design: Design,
  identities: readonly string[],
  slot: Slot,
  value: { part: string } | "nothing" | undefined,
) => identities.flatMap((identity) => chooseOperations(design, identity, slot, value));

/** The ways to give the pages (by number) what is wanted, each tried, page choices first. */
export const proposals = (
  compiled: CompiledDesign,
  request: {
    readonly slot: Slot;
    readonly pages: readonly number[];
    readonly wanted: Wanted;
    readonly view: View;
  },
  ids: NewIds,
): readonly Proposal[] => {
  const { design } = compiled;
  const { slot, pages, wanted, view } = request;
  const identities = identitiesOf(compiled, pages);
  const mayChoose = identities.length <= MOST_CHOICES;
  const part = wanted.use === "nothing" ? null : wantedPart(design, slot, wanted, ids);
  if (wanted.use !== "nothing" && !part) return [];
  const creates = part?.creates ?? false;
  const choose = (): Proposal | null => {
    if (!mayChoose || (!part && slot === "layout")) return null;
    const value = part ? { part: part.id } : "nothing";
    const operations = [
      ...(part && creates ? createPartOperations(design, part.id, part.body) : []),
      ...chooseAll(design, identities, slot, value),
    ];
    const shown = part?.id ?? null;
    return gives(compiled, operations, slot, pages, view, shown)
      ? { way: "thisPageOnly", lines: [], operations, part: shown, creates }
      : null;
  };
  const rule = byRule(compiled, request, ruledPart(compiled, slot, part, wanted, ids));
  // a new part that a line makes win needs no page to choose it
  const own = creates && rule ? null : choose();
  return (identities.length === 1 ? [own, rule] : [rule, own]).flatMap((way) => way ?? []);
};

type Ruled = NonNullable<ReturnType<typeof wantedPart>>;

/** The part that a rule would give: the one that is wanted, or a new one that is empty on purpose. Layouts cannot be. */
const ruledPart = (
  { design }: CompiledDesign,
  slot: Slot,
  part: Ruled | null,
  wanted: Wanted,
  ids: NewIds,
): Ruled | null => {
  if (part || wanted.use !== "nothing") return part;
  return slot === "layout"
    ? null
    : { id: ids.id(), body: emptyPart(design, slot, wanted.name, [], ids), creates: true };
};

/** The first way to say the pages that makes the part win on all of them; a new part may also show over narrower ones. */
const byRule = (
  compiled: CompiledDesign,
  { slot, pages, view }: { readonly slot: Slot; readonly pages: readonly number[]; readonly view: View },
  part: Ruled | null,
): Proposal | null => {
  if (!part) return null;
  const { design, index } = compiled;
  const { id, body, creates } = part;
  // the pages' own choices would go before any rule
  const released = chooseAll(design, identitiesOf(compiled, pages), slot, undefined);
  const said = linesFor({ numbers: pages, index, weights: resolveAll(compiled, view).weights });
  const tries = [false, ...(creates ? [true] : [])].flatMap((over) => said.map((lines) => ({ lines, over })));
  for (const { lines, over } of tries) {
    const placement = {
      ...body.placement,
      conditions: [...body.placement.conditions, ...lines],
      ...(over ? { over } : {}),
    };
    const operations = [
      ...released,
      ...(creates
        ? createPartOperations(design, id, { ...body, placement })
        : [setOperation(design, id, ["placement", "conditions"], placement.conditions)]),
    ];
    if (gives(compiled, operations, slot, pages, view, id))
      return { way: "line", lines, operations, part: id, creates };
  }
  return null;
};
