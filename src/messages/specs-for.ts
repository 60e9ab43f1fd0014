import { takesLook } from "../core/blocks";
import type { Block } from "../core/design/part";
import type { NodePlace, PartNode } from "../core/design/tree";
import type { Look } from "../core/model/look";
import { BLOCK_CONTROLS } from "./block-fields";
import type { FieldSpec } from "./controls";
import { BAND_CONTROLS, CELL_CONTROLS, LOOK_CONTROLS } from "./node-fields";

/** The fields a node is edited with, the most used first: those that change something of it. */
export const specsFor = ({ node }: Pick<NodePlace, "node">): readonly FieldSpec[] => {
  if ("cells" in node) return BAND_CONTROLS;
  if (!("kind" in node)) return CELL_CONTROLS;
  const block = node as Block;
  const looks = LOOK_CONTROLS.filter(({ path }) => takesLook(block, path[1] as keyof Look));
  return [...BLOCK_CONTROLS[block.kind], ...looks];
};

/** The fields that several nodes of one type have in common. */
export const commonSpecs = (places: readonly NodePlace[]): readonly FieldSpec[] => {
  const [first, ...others] = places.map(specsFor);
  const has = (specs: readonly FieldSpec[], spec: FieldSpec) =>
    specs.some(({ path }) => path.join(".") === spec.path.join("."));
  const kinds = new Set(places.map(({ node }) => ("kind" in node ? node.kind : "")));
  return (first ?? []).filter(
    // settings of different kinds may share a name and nothing else
    (spec) => others.every((specs) => has(specs, spec)) && (kinds.size === 1 || spec.path[0] !== "settings"),
  );
};

/** What a setting of a node is called beside its field; undefined for what has none. */
export const settingOf = (node: PartNode, path: readonly (string | number)[]): FieldSpec | undefined =>
  specsFor({ node }).find((spec) => spec.path.every((step, place) => step === path[place]));
