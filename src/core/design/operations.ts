import { z } from "zod";
import { canonicalJson, sameValue } from "../model/canonical";
import { isTooDeep, MOST_DEPTH } from "../model/depth";
import { fail, type Issue, issue, type Outcome, succeed } from "../model/issue";
import { schemaIssue } from "../model/schema-problem";
import {
  type Design,
  type DesignDocument,
  DOCUMENT_KINDS,
  type DocumentKind,
  documentSchemas,
} from "./design";
import { wrongInHero } from "./hero";
import { Band, Block, Cell, type Part } from "./part";
import {
  childrenOf,
  childTypeOf,
  findPlace,
  insertNode,
  type NodePlace,
  type PartNode,
  removeNode,
  updateNode,
  walk,
} from "./tree";

/**
 * Every change to a design is a list of operations. Each says what it expects to find (`was`), so it can be inverted
 * without looking anything up, and so that it applies to a newer revision exactly where the field it touches is
 * untouched: two people who change different fields do not get in each other's way.
 */

const Path = z
  .array(z.union([z.string().max(200), z.number().int().min(0)]))
  .min(1)
  .max(20);
const DocumentId = z.string().min(1).max(300);

export const Operation = z.discriminatedUnion("op", [
  z.object({ op: z.literal("create"), id: DocumentId, kind: z.enum(DOCUMENT_KINDS), body: z.unknown() }),
  z.object({ op: z.literal("remove"), id: DocumentId, kind: z.enum(DOCUMENT_KINDS), was: z.unknown() }),
  /** Sets one field of a document; `value` or `was` left out means the field is not there. */
  z.object({
    op: z.literal("set"),
    id: DocumentId,
    path: Path,
    value: z.unknown().optional(),
    was: z.unknown().optional(),
  }),
  /** Sets one field of a node of a part. */
  z.object({
    op: z.literal("setNode"),
    id: DocumentId,
    node: z.string(),
    path: Path,
    value: z.unknown().optional(),
    was: z.unknown().optional(),
  }),
  z.object({
    op: z.literal("insertNode"),
    id: DocumentId,
    parent: z.string(),
    index: z.number().int().min(0),
    node: z.unknown(),
  }),
  z.object({
    op: z.literal("removeNode"),
    id: DocumentId,
    parent: z.string(),
    index: z.number().int().min(0),
    node: z.unknown(),
  }),
  z.object({
    op: z.literal("moveNode"),
    id: DocumentId,
    node: z.string(),
    from: z.object({ parent: z.string(), index: z.number().int().min(0) }),
    to: z.object({ parent: z.string(), index: z.number().int().min(0) }),
  }),
]);
export type Operation = z.infer<typeof Operation>;

/** The operation that takes this one back. */
export const invert = (operation: Operation): Operation => {
  switch (operation.op) {
    case "create":
      return { op: "remove", id: operation.id, kind: operation.kind, was: operation.body };
    case "remove":
      return { op: "create", id: operation.id, kind: operation.kind, body: operation.was };
    case "set":
    case "setNode":
      return { ...operation, value: operation.was, was: operation.value };
    case "insertNode":
      return { ...operation, op: "removeNode" };
    case "removeNode":
      return { ...operation, op: "insertNode" };
    case "moveNode":
      return { ...operation, from: operation.to, to: operation.from };
  }
};

/** The operations that take a whole change back, last first. */
export const invertAll = (operations: readonly Operation[]): Operation[] => operations.map(invert).reverse();

type Json = Record<string, unknown> | unknown[];

/** The value at a path of plain data; undefined where a step is missing. */
export const valueAt = (value: unknown, path: readonly (string | number)[]): unknown =>
  path.reduce<unknown>(
    (current, step) =>
      current !== null && typeof current === "object" ? (current as never)[step] : undefined,
    value,
  );

/** A copy of plain data with one value replaced; undefined takes the field out. */
export const withValueAt = (value: unknown, path: readonly (string | number)[], next: unknown): unknown => {
  const [step, ...rest] = path;
  if (step === undefined) return next;
  const around = (value !== null && typeof value === "object" ? value : {}) as Json;
  const child = withValueAt((around as never)[step], rest, next);
  if (Array.isArray(around)) {
    const copy = [...around];
    copy[Number(step)] = child;
    return copy;
  }
  const copy: Record<string, unknown> = { ...around, [step]: child };
  if (child === undefined) delete copy[step];
  return copy;
};

const FORBIDDEN_STEPS = new Set(["__proto__", "constructor", "prototype"]);

const changedMeanwhile = (operation: Operation, found: unknown): Issue =>
  issue("change.clash", [operation.id], { found: canonicalJson(found ?? null).slice(0, 200) });

const parseNode = (type: "band" | "cell" | "block", node: unknown): PartNode | undefined => {
  const schema = { band: Band, cell: Cell, block: Block }[type];
  const parsed = schema.safeParse(node);
  return parsed.success ? (parsed.data as PartNode) : undefined;
};

/**
 * Whether two values are the same once a schema has read them: one may have been written before a field with a default
 * was added, the other after.
 */
const sameAsRead = (read: (value: unknown) => unknown, found: unknown, was: unknown): boolean =>
  sameValue(found, was) || sameValue(read(found), read(was));

const applyToPart = (part: Part, operation: Extract<Operation, { op: `${string}Node` }>): Outcome<Part> => {
  switch (operation.op) {
    case "setNode": {
      const place = findPlace(part, operation.node);
      if (!place) return fail(issue("change.nodeGone", [operation.id, operation.node]));
      if (!sameValue(valueAt(place.node, operation.path), operation.was))
        return fail(changedMeanwhile(operation, valueAt(place.node, operation.path)));
      const next = withValueAt(place.node, operation.path, operation.value) as PartNode;
      // before the next operation walks through it
      if (WHOLE_KEYS.has(String(operation.path[0])) && !parseNode(place.type, next))
        return fail(issue("change.badNode", [operation.id, operation.node]));
      return succeed(updateNode(part, operation.node, () => next));
    }
    case "insertNode": {
      const type = childTypeOf(part, operation.parent);
      if (!type) return fail(issue("change.nodeGone", [operation.id, operation.parent]));
      const node = parseNode(type, operation.node);
      if (!node) return fail(issue("change.badNode", [operation.id]));
      const taken = new Set([...walk(part)].map((place) => place.node.id));
      const inside = [...walk({ bands: [node] } as unknown as Part)].map((place) => place.node.id);
      if (inside.some((id) => taken.has(id)) || new Set(inside).size !== inside.length)
        return fail(issue("change.nodeTwice", [operation.id]));
      const wrong = wrongInHero(part, node, operation.parent, operation.id);
      if (wrong) return fail(wrong);
      return succeed(insertNode(part, operation.parent, operation.index, node));
    }
    case "removeNode": {
      const id = (operation.node as PartNode | undefined)?.id ?? "";
      const place = findPlace(part, id);
      if (!place) return fail(issue("change.nodeGone", [operation.id, id]));
      const read = (node: unknown) => parseNode(place.type, node) ?? node;
      if (!sameAsRead(read, place.node, operation.node)) return fail(changedMeanwhile(operation, place.node));
      return succeed(removeNode(part, id));
    }
    case "moveNode": {
      const place = findPlace(part, operation.node);
      if (!place) return fail(issue("change.nodeGone", [operation.id, operation.node]));
      const without = removeNode(part, operation.node);
      const type = childTypeOf(without, operation.to.parent);
      if (type !== place.type) return fail(issue("change.badPlace", [operation.id, operation.node]));
      const wrong = wrongInHero(without, place.node, operation.to.parent, operation.id);
      if (wrong) return fail(wrong);
      return succeed(insertNode(without, operation.to.parent, operation.to.index, place.node));
    }
  }
};

const applyToBody = (document: DesignDocument, operation: Operation): Outcome<unknown> => {
  if (operation.op === "set") {
    const found = valueAt(document.body, operation.path);
    if (!sameValue(found, operation.was)) return fail(changedMeanwhile(operation, found));
    const next = withValueAt(document.body, operation.path, operation.value);
    // before the next operation walks through it
    const isWalked = document.kind === "part" || document.kind === "piece";
    const read =
      isWalked && operation.path[0] === "bands" ? checkedDocument(document.id, document.kind, next) : null;
    return read && !read.ok ? read : succeed(next);
  }
  if (document.kind !== "part" && document.kind !== "piece")
    return fail(issue("change.notAPart", [document.id]));
  return applyToPart(document.body as Part, operation as Extract<Operation, { op: `${string}Node` }>);
};

/** More problems of one document than these help nobody. */
const MOST_PROBLEMS = 20;

const checkedDocument = (id: string, kind: DocumentKind, body: unknown): Outcome<DesignDocument> => {
  const parsed = documentSchemas[kind].safeParse(body);
  if (parsed.success) return succeed({ id, kind, body: parsed.data } as DesignDocument);
  return fail(
    ...parsed.error.issues
      .slice(0, MOST_PROBLEMS)
      .map((problem) => schemaIssue(problem, "change.badValue", [id])),
  );
};

/** The most children of a node, as the schemas of their parents say. */
const MOST_CHILDREN = { part: 40, band: 12, cell: 100, block: 100 } as const;
const LONE_CELL = Cell.parse({ id: "cell" });

/** A node as its schema reads it, without reading what stands in it; undefined if it does not fit. */
const readAlone = ({ node, type }: NodePlace): PartNode | undefined => {
  if (type === "band") {
    const read = Band.safeParse({ ...node, cells: [LONE_CELL] }).data;
    return read && ({ ...read, cells: (node as Band).cells } as PartNode);
  }
  if (!("blocks" in node)) return parseNode(type, node);
  const read = parseNode(type, { ...node, blocks: [] });
  return read && ({ ...read, blocks: node.blocks } as PartNode);
};

/** What a change of nodes touched: nodes that were set, and parents that got another child. Null where it did more. */
const touchedBy = (operations: readonly Operation[]) => {
  const [nodes, parents] = [new Set<string>(), new Set<string>()];
  for (const operation of operations) {
    // a node that came in was read then; one that is set among its children, or is made another, is read with all of it
    if (operation.op === "setNode" && !WHOLE_KEYS.has(String(operation.path[0]))) nodes.add(operation.node);
    else if (operation.op === "insertNode") parents.add(operation.parent);
    else if (operation.op === "moveNode") parents.add(operation.to.parent);
    else if (operation.op !== "removeNode") return null;
  }
  return { nodes, parents };
};
const WHOLE_KEYS = new Set(["cells", "blocks", "id", "kind"]);

/** Whether there are as many nodes in each other as there may be, as far as a change could have made it otherwise. */
const hasRightNumbers = (part: Part, parents: ReadonlySet<string>, isPiece: boolean): boolean => {
  if (part.bands.length > MOST_CHILDREN.part || part.bands.some(({ cells }) => cells.length === 0))
    return false;
  return [...parents].every((id) => {
    const place = id === "" ? undefined : findPlace(part, id);
    // a piece has one band and one cell
    if (isPiece && (!place || place.type === "band")) return false;
    return !place || (childrenOf(place.node)?.length ?? 0) <= MOST_CHILDREN[place.type];
  });
};

/**
 * The document with just the nodes checked that a change touched, all others being who they were. Undefined where more
 * was touched, or something does not fit: then the whole document is read, which also says what is wrong where.
 */
const checkedNodes = (
  document: DesignDocument,
  operations: readonly Operation[],
): DesignDocument | undefined => {
  if (document.kind !== "part" && document.kind !== "piece") return undefined;
  const touched = touchedBy(operations.filter(({ id }) => id === document.id));
  let part = document.body as Part;
  if (!touched || !hasRightNumbers(part, touched.parents, document.kind === "piece")) return undefined;
  for (const id of touched.nodes) {
    const place = findPlace(part, id);
    if (!place) continue;
    const read = readAlone(place);
    if (!read) return undefined;
    part = updateNode(part, id, () => read);
  }
  return { ...document, body: part } as DesignDocument;
};

const applyOne = (design: Design, operation: Operation): Outcome<Design> => {
  const found = design.get(operation.id);
  if ("path" in operation && operation.path.some((step) => FORBIDDEN_STEPS.has(String(step))))
    return fail(issue("change.badValue", [operation.id]));
  if (operation.op === "create") {
    if (found) return fail(issue("change.exists", [operation.id]));
    if (isTooDeep(operation.body)) return fail(issue("change.tooDeep", [operation.id]));
    const checked = checkedDocument(operation.id, operation.kind, operation.body);
    return checked.ok ? succeed(new Map(design).set(operation.id, checked.value)) : checked;
  }
  if (!found) return fail(issue("change.documentGone", [operation.id]));
  if (operation.op === "remove") {
    const read = (body: unknown) => documentSchemas[operation.kind].safeParse(body).data ?? body;
    if (!sameAsRead(read, found.body, operation.was)) return fail(changedMeanwhile(operation, found.body));
    const rest = new Map(design);
    rest.delete(operation.id);
    return succeed(rest);
  }
  const body = applyToBody(found, operation);
  if (!body.ok) return body;
  if (body.value === found.body) return succeed(design);
  // before the next operation walks through it; what a node was set to is looked at by itself
  const isDeep =
    operation.op === "setNode" ? isTooDeep(operation.value, MOST_DEPTH / 2) : isTooDeep(body.value);
  if (isDeep) return fail(issue("change.tooDeep", [operation.id]));
  return succeed(new Map(design).set(operation.id, { ...found, body: body.value } as DesignDocument));
};

/**
 * Applies a whole change or nothing of it. Documents the change touched are checked against their schemas at the end,
 * and come back as the schema reads them. A change that changes nothing returns the same design.
 */
export const applyOperations = (design: Design, operations: readonly Operation[]): Outcome<Design> => {
  let current = design;
  for (const operation of operations) {
    const next = applyOne(current, operation);
    if (!next.ok) return next;
    current = next.value;
  }
  const checked = new Map(current);
  // what was made and not changed since was checked when it was made
  const last = new Map(operations.map((operation) => [operation.id, operation.op]));
  for (const [id, op] of last) {
    const document = current.get(id);
    if (op === "create" || !document || document === design.get(id)) continue;
    const quick = checkedNodes(document, operations);
    if (quick) {
      checked.set(id, quick);
      continue;
    }
    const parsed = checkedDocument(id, document.kind, document.body);
    if (!parsed.ok) return parsed;
    checked.set(id, parsed.value);
  }
  return succeed(current === design ? design : checked);
};

/** An operation that sets one field of a document, reading what it was from the design. */
export const setOperation = (
  design: Design,
  id: string,
  path: readonly (string | number)[],
  value: unknown,
): Operation => ({ op: "set", id, path: [...path], value, was: valueAt(design.get(id)?.body, path) });

/** The same for a node of a part. */
export const setNodeOperation = (
  part: Pick<Part, "bands">,
  id: string,
  node: string,
  path: readonly (string | number)[],
  value: unknown,
): Operation => ({
  op: "setNode",
  id,
  node,
  path: [...path],
  value,
  was: valueAt(findPlace(part, node)?.node, path),
});
