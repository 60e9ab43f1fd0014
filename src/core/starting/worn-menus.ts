import type { Band, Block } from "../design/part";
import type { Slot } from "../model/slot";

const worn = (block: Block): Block => ({
  ...block,
  look: block.kind === "menu" && block.look.type === "" ? { ...block.look, type: "footerMenu" } : block.look,
  ...(block.blocks ? { blocks: block.blocks.map(worn) } : {}),
});

/** Bands with their menus in the text style that the house style has for menus of their slot. */
export const wearingOf = (slot: Slot, bands: readonly Band[]): readonly Band[] =>
  slot === "footer"
    ? bands.map((band) => ({
        ...band,
        cells: band.cells.map((cell) => ({ ...cell, blocks: cell.blocks.map(worn) })),
      }))
    : bands;
