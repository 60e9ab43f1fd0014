import type { Address, SiteIndex } from "../addresses/facts";
import { choiceId, type Design, findBody, nextNumber, orderedParts, orderId } from "../design/design";
import { applyOperations, type Operation, setOperation } from "../design/operations";
import type { Band, Part } from "../design/part";
import { freshened } from "../design/tree";
import { type Clause, type Condition, NOWHERE } from "../model/placement";
import type { Slot } from "../model/slot";
import type { View } from "./match";
import { eachPage, hasPage } from "./page-sets";
import { partNumbersOf } from "./part-numbers";
import { resolveAll } from "./resolution";
import { type CompiledDesign, compileDesign } from "./resolve";
import { setsOf } from "./site-sets";
import { follow, slotColumn } from "./slot-columns";

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

/** Own choices are for pages one can name; for more, a line is the tool. */
const MOST_CHOICES = 2000;
const MOST_VALUES = 500;

/**
 * The line that holds on exactly these pages: a clause that says what they have in common ("notes", "pages under
 * Visit") if there is one, else their names. Naming an archive names its later pages too. Null if no line can.
 */
export const conditionFor = (
  numbers: readonly number[],
  index: SiteIndex,
  /** How many pages each number stands for; those that stand for none are nobody's concern. */
  weights?: Uint16Array,
): Condition | null => {
  const sets = setsOf(index);
  const chosen = new Set(numbers);
  const holdsOnJust = (clauses: readonly Clause[]): boolean => {
    const [first, second] = clauses.map((clause) => sets.of(clause));
    if (!first || first.size < chosen.size) return false;
    let held = 0;
    let others = false;
    eachPage(first, (number) => {
      if (second && !hasPage(second, number)) return;
      if (chosen.has(number)) held += 1;
      else if (weights?.[number] !== 0) others = true;
    });
    return !others && held === chosen.size;
  };
  const first = index.pages[numbers[0] ?? -1];
  if (!first) return null;
  if (numbers.length >= index.stems.length && index.stems.every((_, number) => chosen.has(number)))
    return { clauses: [] };
  const common =
    numbers.length > 1 ? commonClauses(first).find((clauses) => holdsOnJust(clauses)) : undefined;
  return common ? { clauses: [...common] } : namingCondition(numbers, index);
};

/** What lines could say of a page and its like, the usual first. */
const commonClauses = (page: Address): readonly (readonly Clause[])[] => {
  const one = (facet: Clause["facet"], value: string): readonly Clause[] => [{ facet, values: [value] }];
  // a kind holds on the front page too if that is one of its entries; the role keeps it out and counts nothing
  const kind = page.kind === null ? [] : [one("kind", page.kind)];
  return [
    ...kind,
    ...kind.map((clauses) => [...clauses, ...one("role", "entry")]),
    ...page.terms.map((term) => one("term", term)),
    ...page.ancestors.slice(0, 1).map((parent) => one("childOf", parent)),
    ...page.ancestors.map((ancestor) => one("under", ancestor)),
    ...(page.entry ? [one("access", page.access)] : []),
    ...(page.author === null ? [] : [one("author", page.author)]),
    ...(page.medium === null ? [] : [one("medium", page.medium)]),
    ...(page.role === "entry" ? [one("role", "entry")] : []),
    ...(page.archiveOf?.of === "term" ? [one("archiveOf", `grouping:${page.archiveOf.grouping}`)] : []),
    ...(page.archiveOf ? [one("role", "archive"), one("archiveOf", "any"), one("page", "later")] : []),
  ];
};

const namingCondition = (numbers: readonly number[], index: SiteIndex): Condition | null => {
  if (numbers.length > MOST_VALUES) return null;
  const pages = numbers.map((number) => index.pages[number] as Address);
  const stems = pages.filter((page) => page.pageNumber === 1);
  if (stems.length === 0)
    return {
      clauses: [
        { facet: "address", values: pages.map((page) => page.path) },
        { facet: "page", values: ["later"] },
      ],
    };
  // naming an archive names its first page too
  const identities = new Set(stems.map((page) => page.identity));
  if (pages.some((page) => page.pageNumber > 1 && !identities.has(page.identity))) return null;
  if (pages.every((page) => page.role === "entry"))
    return { clauses: [{ facet: "entry", values: pages.map((page) => page.entry?.id as string) }] };
  if (pages.every((page) => ["front", "search", "notFound"].includes(page.role)))
    return { clauses: [{ facet: "role", values: [...new Set(pages.map((page) => page.role))] }] };
  return { clauses: [{ facet: "address", values: [...new Set(pages.map((page) => page.path))] }] };
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
  const { design, index } = compiled;
  const { slot, pages, wanted, view } = request;
  const identities = identitiesOf(compiled, pages);
  const mayChoose = identities.length <= MOST_CHOICES;
  if (wanted.use === "nothing") {
    const operations = slot === "layout" || !mayChoose ? [] : chooseAll(design, identities, slot, "nothing");
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
  const { weights } = resolveAll(compiled, view);
  const condition = conditionFor(pages, index, weights);
  const found: Proposal[] = [];
  const choose = (): Proposal => ({
    way: "thisPageOnly",
    condition: null,
    operations: [
      ...(creates ? createPartOperations(design, part.id, part.body) : []),
      ...chooseAll(design, identities, slot, { part: part.id }),
    ],
    part: part.id,
    creates,
  });
  const offerChoice = () => {
    if (!mayChoose) return;
    const chosen = choose();
    if (gives(compiled, chosen.operations, slot, pages, view, part.id)) found.push(chosen);
  };
  if (!creates) offerChoice();
  if (condition) {
    // the pages' own choices would go before any rule
    const released = chooseAll(design, identities, slot, undefined);
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
  if (creates && found.length === 0) offerChoice();
  return found;
};

const nothingByRule = (
  compiled: CompiledDesign,
  { slot, pages, view }: { readonly slot: Slot; readonly pages: readonly number[]; readonly view: View },
  name: string,
  ids: NewIds,
): Proposal | null => {
  const condition = conditionFor(pages, compiled.index, resolveAll(compiled, view).weights);
  if (!condition || slot === "layout") return null;
  const id = ids.id();
  const body = emptyPart(compiled.design, slot, name, [], ids);
  const operations = [
    ...chooseAll(compiled.design, identitiesOf(compiled, pages), slot, undefined),
    ...createPartOperations(compiled.design, id, {
      ...body,
      placement: { ...NOWHERE, conditions: [condition] },
    }),
  ];
  return { way: "line", condition, operations, part: id, creates: true };
};
