import { isFramedItself, wearsType } from "../../core/blocks";
import type { Block } from "../../core/design/part";
import type { NodePlace } from "../../core/design/tree";
import { BLOCK_CONTROLS } from "../../messages/block-fields";
import type { FieldSpec } from "../../messages/controls";
import { BAND_CONTROLS, CELL_CONTROLS, FRAME_PATHS, LOOK_CONTROLS } from "./controls";

/** The fields a node is edited with, the most used first. */
export const specsFor = (place: NodePlace): readonly FieldSpec[] => {
  if (place.type === "band") return BAND_CONTROLS;
  if (place.type === "cell") return CELL_CONTROLS;
  const { kind } = place.node as Block;
  const looks = LOOK_CONTROLS.filter(({ path }) => {
    const key = path.at(-1) ?? "";
    return key === "type" ? wearsType(kind) : !isFramedItself(kind) || !FRAME_PATHS.has(key);
  });
  return [...BLOCK_CONTROLS[kind], ...looks];
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
