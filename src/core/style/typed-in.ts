import { nearestColour } from "../colour/nearest";
import { type Design, documentsOf, getBody, STYLE_ID } from "../design/design";
import type { Operation } from "../design/operations";
import { walk } from "../design/tree";
import type { HouseStyle, PaletteColour } from "../model/house-style";

/** A colour that was typed in where one of the house style could stand. */
export interface TypedIn {
  /** The document it is in, and the node of a part; null in the house style itself. */
  readonly document: string;
  readonly node: string | null;
  readonly path: readonly (string | number)[];
  readonly value: string;
  readonly nearest: Pick<PaletteColour, "id" | "name" | "value">;
  /** ΔE OK to the nearest; 0 is the same colour. */
  readonly distance: number;
}

const STYLE_FIELDS = new Set([
  "colour",
  "ground",
  "text",
  "line",
  "pointedColour",
  "pointedGround",
  "pointedText",
  "focus",
]);
const NODE_FIELDS = new Set([
  "colour",
  "background",
  "overlayColour",
  "overlayTo",
  "borderColour",
  "colourTo",
]);
const TYPED = /^#[0-9a-f]{6}([0-9a-f]{2})?$/;

type FieldPath = readonly (string | number)[];

/** Colours in the named fields of a value, by path. What hangs below a node is left to its own turn. */
const coloursIn = (
  value: unknown,
  fields: ReadonlySet<string>,
  path: FieldPath = [],
): readonly (readonly [colour: string, path: FieldPath])[] => {
  if (value === null || typeof value !== "object" || Array.isArray(value)) return [];
  return Object.entries(value).flatMap(([key, each]) => {
    const here = [...path, key];
    if (typeof each === "string") return fields.has(key) && TYPED.test(each) ? [[each, here] as const] : [];
    return key === "cells" || key === "blocks" ? [] : coloursIn(each, fields, here);
  });
};

const nearestOf = (style: HouseStyle, value: string): Pick<TypedIn, "nearest" | "distance"> => {
  const found = nearestColour(value, style.palette);
  if (!found) throw new Error("house style: expected a palette with colours, got none");
  const { id, name, value: colour } = found.item;
  return { nearest: { id, name, value: colour }, distance: found.distance };
};

/** Every typed-in colour of a design, the house style's own looks included; nearest first. Parts in the bin are left out. */
export const typedInColours = (design: Design): readonly TypedIn[] => {
  const style = getBody(design, "style", STYLE_ID);
  const { links, buttons, fields } = style;
  const own = coloursIn({ links, buttons, fields }, STYLE_FIELDS).map(([value, path]) => ({
    document: STYLE_ID,
    node: null,
    path,
    value,
    ...nearestOf(style, value),
  }));
  const shown = documentsOf(design, "part").filter(({ body }) => body.binnedAt === null);
  const inParts = [...shown, ...documentsOf(design, "piece")].flatMap(({ id, body }) =>
    [...walk(body)].flatMap(({ node }) =>
      coloursIn(node, NODE_FIELDS).map(([value, path]) => ({
        document: id,
        node: node.id,
        path,
        value,
        ...nearestOf(style, value),
      })),
    ),
  );
  return [...own, ...inParts].sort((a, b) => a.distance - b.distance);
};

/** The operation that takes the colour from the house style instead. */
export const bindOperation = (typed: TypedIn): Operation => {
  const { document: id, node, path, value: was, nearest } = typed;
  const value = `colour:${nearest.id}`;
  return node === null
    ? { op: "set", id, path: [...path], value, was }
    : { op: "setNode", id, node, path: [...path], value, was };
};
