import { create } from "zustand";
import type { Design } from "../../../core/design/design";
import type { Operation } from "../../../core/design/operations";
import { setOperation } from "../../../core/design/operations";
import type { Part } from "../../../core/design/part";
import type { Placement } from "../../../core/model/placement";

/**
 * Placements that are being edited, by part: what they would do stands beside them until they are kept. They outlive
 * a walk to another screen.
 */
interface InHand {
  readonly inHand: Readonly<Record<string, Placement>>;
  readonly put: (part: string, placement: Placement) => void;
  readonly drop: (part: string) => void;
}

export const useInHand = create<InHand>((set) => ({
  inHand: {},
  put: (part, placement) => set(({ inHand }) => ({ inHand: { ...inHand, [part]: placement } })),
  drop: (part) =>
    set(({ inHand }) => ({
      inHand: Object.fromEntries(Object.entries(inHand).filter(([id]) => id !== part)),
    })),
}));

const FIELDS = ["conditions", "exceptions", "audience", "window", "over"] as const;

/** The operations that keep a placement, a field at a time: what others changed in other fields stays. */
export const placementOperations = (id: string, part: Part, next: Placement): readonly Operation[] => {
  const design: Design = new Map([[id, { id, kind: "part", body: part }]]);
  return FIELDS.filter((field) => JSON.stringify(part.placement[field]) !== JSON.stringify(next[field])).map(
    (field) => setOperation(design, id, ["placement", field], next[field]),
  );
};
