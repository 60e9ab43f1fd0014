import { mayGo } from "../blocks";
import type { Band, Block } from "../design/part";
import type { Slot } from "../model/slot";
import type { Width } from "../model/values";
import { BandFit, bandMenus, blocksIn, flipOf, isWrongIn, type Stretch, screenWidth } from "./fit";
import { withBlock } from "./reach";

/** One change that sees to what is wrong with the fit of a band; each was tried. Widths in px. */
export type FitMend =
  /** Cells one below another on small screens. */
  | { readonly is: "stack" }
  /** Something that may go is left out on narrower screens. */
  | {
      readonly is: "hide";
      readonly node: string;
      readonly kind: Block["kind"];
      readonly hideOn: readonly Width[];
    }
  /** The menus are a button below one width, whatever the screen. */
  | { readonly is: "oneEdge"; readonly nodes: readonly string[]; readonly to: number };

/** What is wrong with how a band fits, from one width to another (px, both included), with what would mend it. */
export interface FitTrouble {
  /** `flips`: its menu is spelled out, a button from `from` on, and spelled out again above `to`. */
  readonly state: "crowded" | "squeezed" | "overflowing" | "flips";
  readonly from: number;
  readonly to: number;
  /** The first block there is too little room for; null where it is all of them together. */
  readonly node: string | null;
  readonly mends: readonly FitMend[];
}

export const troublesOf = (
  fit: BandFit,
  slot: Slot,
  stretches: readonly Stretch[],
): readonly FitTrouble[] => {
  const wrong = stretches
    .filter(({ state }) => isWrongIn(slot, state))
    .map(
      (stretch): FitTrouble => ({
        state: stretch.state as "crowded" | "squeezed" | "overflowing",
        from: stretch.from,
        to: stretch.to,
        node: fit.tightAt(stretch.from)[0] ?? null,
        mends: mendsOf(fit, slot, stretch),
      }),
    );
  const flip = flipOf(stretches);
  if (!flip) return wrong;
  const nodes = bandMenus(fit.band).map(({ id }) => id);
  const mend: FitMend = { is: "oneEdge", nodes, to: flip.forGood };
  return [...wrong, { state: "flips", from: flip.button, to: flip.forGood - 1, node: null, mends: [mend] }];
};

const mendsOf = (fit: BandFit, slot: Slot, { from, to }: Stretch): readonly FitMend[] => {
  const { band, material, measure } = fit;
  const helps = (other: Band) =>
    new BandFit(other, material, measure).stretches(from, to).every(({ state }) => !isWrongIn(slot, state));
  const isSmall = to < measure.style.measures.edgeMiddle;
  const stack: FitMend[] =
    isSmall && !band.stackOnSmall && helps({ ...band, stackOnSmall: true }) ? [{ is: "stack" }] : [];
  // on wide screens nothing is left out for the sake of room
  if (screenWidth(to, measure) === "wide") return stack;
  const widths: readonly Width[] = isSmall ? ["small"] : ["middle", "small"];
  const hidden = blocksIn(band).flatMap((block): readonly FitMend[] => {
    const hideOn = [...new Set([...block.look.hideOn, ...widths])];
    if (!mayGo(block.kind) || hideOn.length === block.look.hideOn.length) return [];
    const without = withBlock(
      band,
      block.id,
      (each) => ({ ...each, look: { ...each.look, hideOn } }) as Block,
    );
    return helps(without) ? [{ is: "hide", node: block.id, kind: block.kind, hideOn }] : [];
  });
  return [...stack, ...hidden];
};
