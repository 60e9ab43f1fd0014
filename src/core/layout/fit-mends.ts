import { type Operation, setNodeOperation } from "../design/operations";
import type { Part } from "../design/part";
import type { FitMend } from "./troubles";

/** What mends how a band of a part fits, as changes of the part. */
export const fitMendOperations = (
  part: Part,
  id: string,
  band: string,
  mend: FitMend,
): readonly Operation[] => {
  switch (mend.is) {
    case "stack":
      return [setNodeOperation(part, id, band, ["stackOnSmall"], true)];
    case "hide":
      return [setNodeOperation(part, id, mend.node, ["look", "hideOn"], mend.hideOn)];
    case "oneEdge":
      return mend.nodes.map((node) => setNodeOperation(part, id, node, ["settings", "buttonBelow"], mend.to));
  }
};
