import { type Block, takesFrame } from "../../core/model/part";
import type { NodePlace } from "../../core/model/tree";
import { BLOCK_CONTROLS } from "./block-controls";
import type { FieldSpec } from "./control";
import { BAND_CONTROLS, CELL_CONTROLS, FRAME_PATHS, LOOK_CONTROLS } from "./controls";

/** The fields a node is edited with, the most used first. */
export const specsFor = (place: NodePlace): readonly FieldSpec[] => {
  if (place.type === "band") return BAND_CONTROLS;
  if (place.type === "cell") return CELL_CONTROLS;
  const { kind } = place.node as Block;
  const looks = takesFrame(kind)
    ? LOOK_CONTROLS
    : LOOK_CONTROLS.filter(({ path }) => !FRAME_PATHS.has(path.at(-1) ?? ""));
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
