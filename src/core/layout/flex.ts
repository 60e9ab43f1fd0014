/**
 * Widths of flex items on one line, after CSS Flexible Box Layout 1 §9.7, "Resolving flexible lengths". Sizes in px;
 * shares are rounded to 1/64 px like Chromium's.
 */
export interface FlexItem {
  readonly grow: number;
  readonly basis: number;
  /** The least it becomes. All items may shrink, each in proportion to its basis. */
  readonly min: number;
}

interface Line {
  readonly item: FlexItem;
  size: number;
  isFrozen: boolean;
}

const rounded = (px: number): number => Math.round(px * 64) / 64;
const sum = (numbers: readonly number[]): number => numbers.reduce((total, each) => total + each, 0);

/** The width each item gets of what is there (without the gaps). */
export const flexWidths = (items: readonly FlexItem[], available: number): readonly number[] => {
  const lines: Line[] = items.map((item) => ({
    item,
    size: Math.max(item.basis, item.min),
    isFrozen: false,
  }));
  const isGrowing = sum(lines.map(({ size }) => size)) < available;
  for (const line of lines)
    if (isGrowing ? line.item.grow === 0 || line.item.basis > line.size : line.item.basis < line.size)
      line.isFrozen = true;
  for (let round = 0; round <= items.length; round += 1) {
    const loose = lines.filter(({ isFrozen }) => !isFrozen);
    if (loose.length === 0) break;
    share(lines, loose, available, isGrowing);
    const violating = loose.filter(({ size, item }) => size < item.min);
    for (const line of violating) line.size = line.item.min;
    // only the least sizes can be violated here: those are settled, the others share again
    for (const line of violating.length > 0 ? violating : loose) line.isFrozen = true;
  }
  return lines.map(({ size }) => size);
};

/** Gives the room left, or takes what is too much, among the items that are not settled. */
const share = (
  lines: readonly Line[],
  loose: readonly Line[],
  available: number,
  isGrowing: boolean,
): void => {
  const taken = sum(lines.map(({ item, size, isFrozen }) => (isFrozen ? size : item.basis)));
  const free = available - taken;
  const weight = ({ item }: Line) => (isGrowing ? item.grow : item.basis);
  const total = sum(loose.map(weight));
  for (const line of loose)
    line.size = line.item.basis + (total === 0 ? 0 : rounded((free * weight(line)) / total));
};
