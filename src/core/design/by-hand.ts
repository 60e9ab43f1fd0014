import { traitsOf } from "../blocks";
import { sameValue } from "../model/canonical";
import { type Operation, setNodeOperation, withValueAt } from "./operations";
import type { Block, Part } from "./part";
import { findPlace } from "./tree";

/** The operations that set a field of a node as a person does it, with the settings of its kind that go along. */
export const setByHand = (
  part: Pick<Part, "bands">,
  id: string,
  node: string,
  path: readonly (string | number)[],
  value: unknown,
): readonly Operation[] => {
  const set = setNodeOperation(part, id, node, path, value);
  const found = findPlace(part, node)?.node;
  const goAlong = found && "kind" in found ? traitsOf(found.kind).goAlong : undefined;
  if (!found || !goAlong || path[0] !== "settings") return [set];
  const before = (found as Block).settings as Record<string, unknown>;
  const after = withValueAt(before, path.slice(1), value) as Record<string, unknown>;
  const along = goAlong(before, after);
  return [
    set,
    ...Object.keys(along)
      .filter((key) => key !== path[1] && !sameValue(along[key], before[key]))
      .map((key) => setNodeOperation(part, id, node, ["settings", key], along[key])),
  ];
};
