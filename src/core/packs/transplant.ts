import { Band, type Block, type Cell } from "../design/part";
import { mapBands, type ReferenceMap } from "./references";

/** What is copied from a part: a band, a cell or a block. */
export type Copied =
  | { readonly type: "band"; readonly node: Band }
  | { readonly type: "cell"; readonly node: Cell }
  | { readonly type: "block"; readonly node: Block };

/** A copy with its references carried over, as for a site that has other menus, pictures and colours. */
export const transplanted = (copied: Copied, map: ReferenceMap): Copied => {
  const around = Band.parse({ id: "around", cells: [{ id: "inside" }] }) as Band;
  const cell = around.cells[0] as Cell;
  const bandOf = (): Band => {
    if (copied.type === "band") return copied.node;
    if (copied.type === "cell") return { ...around, cells: [copied.node] };
    return { ...around, cells: [{ ...cell, blocks: [copied.node] }] };
  };
  const [band] = mapBands([bandOf()], map);
  const [first] = band?.cells ?? [];
  if (copied.type === "band") return { type: "band", node: band as Band };
  if (copied.type === "cell") return { type: "cell", node: first as Cell };
  return { type: "block", node: first?.blocks[0] as Block };
};

/** For another site: colours of the palette become what they are, menus, pictures and content are left open. */
export const forOtherSite = (
  palette: readonly { readonly id: string; readonly value: string }[],
): ReferenceMap => ({
  menu: () => null,
  picture: () => null,
  content: () => null,
  colour: (value) => {
    const named = palette.find(({ id }) => value === `colour:${id}`);
    return named ? named.value : value;
  },
});
