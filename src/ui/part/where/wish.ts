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
interface Wishes {
  readonly wishes: Readonly<Record<string, Placement>>;
  readonly wish: (part: string, placement: Placement) => void;
  readonly drop: (part: string) => void;
}

export const useWishes = create<Wishes>((set) => ({
  wishes: {},
  wish: (part, placement) => set(({ wishes }) => ({ wishes: { ...wishes, [part]: placement } })),
  drop: (part) =>
    set(({ wishes }) => ({
      wishes: Object.fromEntries(Object.entries(wishes).filter(([id]) => id !== part)),
    })),
}));

const FIELDS = ["conditions", "exceptions", "audience", "window", "over"] as const;

/** The operations that keep a wish, a field at a time: what others changed in other fields stays. */
export const wishOperations = (id: string, part: Part, wish: Placement): readonly Operation[] => {
  const design: Design = new Map([[id, { id, kind: "part", body: part }]]);
  return FIELDS.filter((field) => JSON.stringify(part.placement[field]) !== JSON.stringify(wish[field])).map(
    (field) => setOperation(design, id, ["placement", field], wish[field]),
  );
};
