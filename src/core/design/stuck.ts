import type { Responsive, Width } from "../model/values";
import { WIDTHS } from "../model/values";
import type { Band, Block, Cell } from "./part";

/**
 * What a band that stays at the top is once it does: lower, with the small logo, with other blocks. At rest and stuck it is
 * two bands, each of which has to fit.
 */

type Stuck = Band & { readonly sticky: true };

const differs = (block: Block): boolean =>
  (block.look.whenStuck ?? "") !== "" ||
  (block.kind === "logo" && block.settings.smallWhenStuck === true) ||
  (block.blocks ?? []).some(differs);

/** Whether a band is another one once it is stuck. */
export const hasStuckState = (band: Band): band is Stuck =>
  band.sticky && ((band.stuckSmaller ?? 0) > 0 || band.cells.some(({ blocks }) => blocks.some(differs)));

/** Whether a band stays at the top on screens of a width. */
export const staysOn = ({ sticky, stickyNotOn = [] }: Band, width: Width): boolean =>
  sticky && !stickyNotOn.includes(width);

/** Blocks without those that are not there in a state; what is left of a box may be nothing. */
const without = (blocks: readonly Block[], away: "only" | "not", change: (block: Block) => Block): Block[] =>
  blocks
    .filter(({ look }) => look.whenStuck !== away)
    .map((block) =>
      change(block.blocks ? ({ ...block, blocks: without(block.blocks, away, change) } as Block) : block),
    );

/** Cells with what is in them in a state; one that is left with nothing leaves no hole. */
const cellsWithout = (
  cells: readonly Cell[],
  away: "only" | "not",
  change: (block: Block) => Block,
): readonly Cell[] =>
  cells.flatMap((cell) => {
    const blocks = without(cell.blocks, away, change);
    return blocks.length === 0 && cell.blocks.length > 0 ? [] : [{ ...cell, blocks }];
  });

/** A length of each width, smaller by a share of itself, percent. */
export const smaller = <R extends Responsive<number>>(lengths: R, percent: number): R =>
  Object.fromEntries(
    WIDTHS.flatMap((width) => {
      const length = lengths[width];
      return length === undefined ? [] : [[width, Math.round(length * (100 - percent)) / 100]];
    }),
  ) as unknown as R;

const rests = new WeakMap<Band, Band>();
/** A band as it is while it is not stuck. */
export const bandAtRest = (band: Band): Band => {
  if (!hasStuckState(band)) return band;
  const known = rests.get(band) ?? {
    ...band,
    cells: cellsWithout(band.cells, "only", (block) => block),
  };
  rests.set(band, known);
  return known;
};

const stucks = new WeakMap<Band, Band>();
/** A band as it is while it is stuck. */
export const bandWhenStuck = (band: Band): Band => {
  if (!hasStuckState(band)) return band;
  const { stuckSmaller = 0 } = band;
  const change = (block: Block): Block =>
    block.kind !== "logo"
      ? block
      : {
          ...block,
          settings: {
            ...block.settings,
            height: smaller(block.settings.height, stuckSmaller),
            variant: block.settings.smallWhenStuck ? "small" : block.settings.variant,
          },
        };
  const known = stucks.get(band) ?? {
    ...band,
    height: smaller(band.height, stuckSmaller),
    paddingBlock: smaller(band.paddingBlock, stuckSmaller),
    cells: cellsWithout(band.cells, "not", change),
  };
  stucks.set(band, known);
  return known;
};

/** Each band that a band is: at rest and stuck, or the one it always is. */
export const statesOf = (band: Band): readonly Band[] =>
  hasStuckState(band) ? [bandAtRest(band), bandWhenStuck(band)] : [band];
