import { isFramedItself, traitsOf } from "../blocks";
import type { Together } from "../blocks/kind";
import { around, type Extent, remIn, type Scene, withGaps } from "../blocks/sizes";
import type { Cell } from "../design/part";
import type { AnyBlock, Look } from "../model/look";

/** How wide blocks and cells want to be. What a kind takes stands with the kind. */

/** Kinds whose width is told exactly. Others depend on the page, or flow with the room they get. */
export const isMeasured = (kind: string): boolean => traitsOf(kind).extent !== undefined;

const FLOWS: Extent = { min: 0, max: 0, keep: 0, read: 0, isExact: false };

/** How wide a block wants to be; null if it is not drawn here. */
export const blockExtent = (block: AnyBlock, scene: Scene): Extent | null => {
  if (block.look.hideOn.includes(scene.width)) return null;
  const { extent } = traitsOf(block.kind);
  const inside = extent ? extent(block as never, scene, together) : FLOWS;
  return inside && !isFramedItself(block.kind) ? framed(inside, block.look, scene) : inside;
};

/** With the distances and the border of its look around it. */
const framed = (inside: Extent, { padding, borderWidth }: Look, scene: Scene): Extent => {
  const more = remIn(padding.left, scene) + remIn(padding.right, scene) + 2 * borderWidth;
  return more === 0 ? inside : around(inside, more);
};

/** Blocks in a row that may wrap, or below one another. */
const together: Together = (blocks, isRow, gap, scene) => {
  const extents = blocks.flatMap((block) => blockExtent(block, scene) ?? []);
  const widest = (of: (extent: Extent) => number) => Math.max(0, ...extents.map(of));
  const isExact = extents.every((extent) => extent.isExact);
  const min = widest((extent) => extent.min);
  const read = widest((extent) => extent.read);
  if (!isRow) return { min, max: widest(({ max }) => max), keep: widest(({ keep }) => keep), read, isExact };
  const max = withGaps(
    extents.map((extent) => extent.max),
    gap,
  );
  // a row wraps before anything in it is squeezed
  const [only] = extents;
  return { min, max, keep: extents.length === 1 && only ? only.keep : max, read, isExact };
};

export const cellExtent = (cell: Cell, scene: Scene): Extent => {
  const isRow = cell.direction === "row";
  const extent = together(cell.blocks, isRow, remIn(cell.gap, scene), scene);
  // a column is told it may become as narrow as need be
  return isRow ? extent : { ...extent, min: 0 };
};
