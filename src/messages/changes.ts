import type { BlockKind } from "../core/blocks";
import { type Design, type DesignDocument, findBody } from "../core/design/design";
import type { Operation } from "../core/design/operations";
import type { Block, Part } from "../core/design/part";
import { USUAL_COLUMN } from "../core/design/side-column";
import { findPlace, type PartNode } from "../core/design/tree";
import { type NodeDifference, nodeDifferences } from "../core/editions/node-differences";
import type { RedrawnBecause } from "../core/editions/redrawing";
import { sameValue } from "../core/model/canonical";
import { type HouseStyle, valuesOf } from "../core/model/house-style";
import { WIDTHS, type Width } from "../core/model/values";
import { styleDifferences } from "../core/style/differences";
import { BLOCK_NAMES } from "./block-fields";
import type { FieldSpec } from "./controls";
import { fieldName } from "./fields";
import { settingOf } from "./specs-for";
import { differenceName } from "./style";
import { valueWords } from "./values";
import { badgeText, count } from "./words";

/** Changes in words: for undo, for the review, for history. */

export const partName = (part: Pick<Part, "slot" | "number">): string => badgeText(part.slot, part.number);

const documentName = (document: DesignDocument | undefined): string => {
  switch (document?.kind) {
    case "part":
      return partName(document.body);
    case "piece":
      return `piece “${document.body.name}”`;
    case "menu":
      return `menu “${document.body.name}”`;
    case "picture":
      return `picture “${document.body.name}”`;
    case "style":
      return "house style";
    case "profile":
      return "site profile";
    case "order":
      return `order of ${document.body.slot === "titleBar" ? "title bars" : `${document.body.slot}s`}`;
    case "choice":
      return "a page's own choice";
    case "expectations":
      return "which slots are expected";
    default:
      return "something";
  }
};

export const nodeName = (node: PartNode | undefined): string => {
  if (!node) return "block";
  if ("kind" in node) return BLOCK_NAMES[node.kind as BlockKind].toLowerCase();
  return "cells" in node ? (node.name === "" ? "band" : node.name.toLowerCase()) : "cell";
};

/** From what to what, where both can be said in a few words. */
const step = (
  { path, was, value }: Extract<Operation, { op: "set" | "setNode" }>,
  design: Design,
  field?: FieldSpec,
): string => {
  // an instant is another wall time in another zone: which one is meant is not known here
  if (field?.control.type === "moment") return "";
  const setting = String(
    path.findLast((each) => typeof each === "string" && !WIDTHS.includes(each as Width)) ?? "",
  );
  const [from, to] = [was, value].map((each) => valueWords(setting, each, design));
  return from === "" || to === "" ? "" : ` ${from} → ${to}`;
};

const settingName = (path: readonly (string | number)[]): string => {
  const words = path.filter(
    (each): each is string =>
      typeof each === "string" && !["settings", "look", "wide", "background"].includes(each),
  );
  return fieldName(words.at(-1) ?? "");
};

/** What a setting is called; what its field says in brackets explains a value. */
const nameOf = (field: FieldSpec | undefined, path: readonly (string | number)[]): string =>
  field?.label?.replace(/ \(.*\)$/, "") ?? settingName(path);

const describeSet = (operation: Extract<Operation, { op: "set" }>, design: Design): string => {
  const document = design.get(operation.id);
  const name = documentName(document);
  const [field] = operation.path;
  if (document?.kind === "part") {
    if (field === "name") return `rename ${name} to “${valueWords("name", operation.value, design)}”`;
    if (field === "on") return operation.value ? `switch ${name} on` : `pause ${name}`;
    if (field === "binnedAt") return operation.value === null ? `restore ${name}` : `put ${name} in the bin`;
    if (field === "choices") return `what pages may change in ${name}`;
    if (field === "column") return `how ${name} stands`;
    if (field === "placement") return `where ${name} shows`;
  }
  if (document?.kind === "choice") return field === "values" ? "what a page says" : "what a page chooses";
  if (document?.kind === "style") return describeStyle(operation, document.body);
  if (document?.kind === "profile") return `${name}: ${settingName(operation.path).toLowerCase()}`;
  if (document?.kind === "picture") return `${name}: ${settingName(operation.path).toLowerCase()}`;
  return `${name}${step(operation, design)}`;
};

/** What of the house style is set: "colour Brass", "Heading 1 size", "buttons: filled ground". */
const describeStyle = (operation: Extract<Operation, { op: "set" }>, style: HouseStyle): string => {
  const [group, at] = operation.path;
  if (group === "palette")
    return typeof at === "number" ? `colour ${style.palette[at]?.name ?? ""}` : "colours of the palette";
  if (group === "textStyles") {
    const own = typeof at === "number" ? style.textStyles[at] : undefined;
    if (!own) return "text styles of the house style";
    const told = (path: readonly string[]) => differenceName({ path, before: own, after: own });
    const inside = operation.path.slice(2).map(String);
    return `${told(["textStyles", own.id])} ${told(["", ...inside.filter((step) => step !== "look")])}`.trim();
  }
  if (group === "variations") return "variations of the house style";
  const path = operation.path.map(String);
  return differenceName({ path, before: operation.was, after: operation.value });
};

/** One operation in a few words, without the verb "undo" in front. */
export const describeOperation = (operation: Operation, design: Design): string => {
  switch (operation.op) {
    case "create":
      return operation.kind === "choice"
        ? "a page's own choice"
        : `new ${documentName({ id: operation.id, kind: operation.kind, body: operation.body } as DesignDocument)}`;
    case "remove":
      return operation.kind === "choice"
        ? "reset of a page"
        : `removal of ${documentName({ id: operation.id, kind: operation.kind, body: operation.was } as DesignDocument)}`;
    case "set":
      return describeSet(operation, design);
    case "setNode": {
      const part = findBody(design, "part", operation.id) ?? findBody(design, "piece", operation.id);
      const node = part ? findPlace(part, operation.node)?.node : undefined;
      const field = node && settingOf(node, operation.path);
      return `${nodeName(node)}: ${nameOf(field, operation.path)}${step(operation, design, field)}`;
    }
    case "insertNode":
      return `new ${nodeName(operation.node as Block)}`;
    case "removeNode":
      return `removal of ${nodeName(operation.node as Block)}`;
    case "moveNode": {
      const part = findBody(design, "part", operation.id) ?? findBody(design, "piece", operation.id);
      return `move of ${nodeName(part ? findPlace(part, operation.node)?.node : undefined)}`;
    }
  }
};

/** A whole change in a few words: its main operation, and how many more. */
export const describeChange = (operations: readonly Operation[], design: Design): string => {
  const main =
    operations.find((operation) => operation.op === "create" && operation.kind === "part") ?? operations[0];
  if (!main) return "nothing";
  const others = operations.filter(
    (operation) => operation !== main && !operation.id.startsWith("order:"),
  ).length;
  return describeOperation(main, design) + (others > 0 ? ` and ${count(others, "more change")}` : "");
};

/** What differs between two versions of a document, in words, for the review. */
export const describeDocumentChange = (
  before: DesignDocument | undefined,
  after: DesignDocument | undefined,
): string => {
  if (!before && after) {
    if (after.kind === "choice") return "chooses for itself";
    return "new";
  }
  if (before && !after) return before.kind === "choice" ? "no longer chooses for itself" : "removed";
  if (before?.kind === "part" && after?.kind === "part") return describePartChange(before.body, after.body);
  if (before?.kind === "style" && after?.kind === "style")
    return describeStyleChange(before.body, after.body);
  if (before && after && (after.kind === "profile" || after.kind === "picture"))
    return inShort(changedFields(before.body, after.body));
  if (before?.kind === "choice" && after?.kind === "choice")
    return differs(before.body.slots, after.body.slots) ? "chooses something else" : "says something else";
  if (after?.kind === "order") return "another order among equals";
  return "changed";
};

/** One thing in which a part is drawn otherwise: "new search", "band: ground", "menu: gap". */
const nodeInWords = (difference: NodeDifference): string => {
  const { node } = difference;
  switch (difference.is) {
    case "more":
      return `new ${nodeName(node)}`;
    case "less":
      return `no ${nodeName(node)}`;
    case "moved":
      return `${nodeName(node)} moved`;
    case "set": {
      const name = nameOf(settingOf(node, difference.path), difference.path);
      return `${nodeName(node)}: ${name.toLowerCase()}`;
    }
  }
};

const nodesInWords = (differences: readonly NodeDifference[]): string =>
  inShort([...new Set(differences.map(nodeInWords))]);

/** Why a part looks otherwise: what in it is another, then what it shares with others. */
export const describeRedrawn = (because: RedrawnBecause): string => {
  const byName = new Map<string, string[]>();
  for (const { before, after } of because.shared) {
    const name = documentName(after ?? before);
    byName.set(name, [...(byName.get(name) ?? []), describeDocumentChange(before, after)]);
  }
  const shared = [...byName].map(([name, what]) => `${name} (${inShort(what)})`);
  // what a band is called is seen by nobody
  const seen = because.nodes.filter((each) => each.is !== "set" || each.path[0] !== "name");
  const own = [...new Set(seen.map(nodeInWords))];
  return inShort([...own, ...shared]);
};

const MOST_NAMED = 3;
/** "colour Brass, Heading 1 size, content width and 4 more". */
const inShort = (names: readonly string[]): string => {
  if (names.length === 0) return "changed";
  const more = names.length - MOST_NAMED;
  return `${names.slice(0, MOST_NAMED).join(", ")}${more > 0 ? ` and ${more} more` : ""}`;
};

const changedFields = (before: object, after: object): readonly string[] =>
  Object.keys(after)
    .filter((key) => differs(before[key as never], after[key as never]))
    .map((key) => fieldName(key).toLowerCase());

const describeStyleChange = (before: HouseStyle, after: HouseStyle): string =>
  inShort([
    ...styleDifferences(valuesOf(before), valuesOf(after)).map(differenceName),
    ...(differs(before.variations, after.variations) ? ["variations"] : []),
  ]);

const differs = (a: unknown, b: unknown): boolean => !sameValue(a, b);

const describePartChange = (before: Part, after: Part): string => {
  const changes = [
    before.name === after.name ? "" : `renamed to “${after.name}”`,
    before.on === after.on ? "" : after.on ? "switched on" : "paused",
    before.binnedAt === after.binnedAt ? "" : after.binnedAt === null ? "restored" : "put in the bin",
    differs(before.placement, after.placement) ? "where it shows changed" : "",
    differs(before.choices ?? [], after.choices ?? []) ? "pages may change other things" : "",
    differs(before.column ?? USUAL_COLUMN, after.column ?? USUAL_COLUMN)
      ? "its column stands in another place"
      : "",
    differs(before.bands, after.bands) ? nodesInWords(nodeDifferences(before.bands, after.bands)) : "",
  ].filter((change) => change !== "");
  return changes.length === 0 ? "changed" : changes.join(", ");
};

export { documentName };
