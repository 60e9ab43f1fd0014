import type { Extent, Scene } from "../blocks/sizes";
import type { Band } from "../design/part";
import { isStacked, shareAt } from "../design/part";
import { isCellHidden } from "../design/tree";
import { layoutUnit } from "../measure/shaper";
import { blockExtent, cellExtent } from "./extents";
import { flexWidths } from "./flex";

/** No screen is wider; a band that does not fit here never does. */
const WIDEST = 8000;
/** Distance of content from either side of the screen: 1.5rem. */
const SIDES = 48;

export const sum = (numbers: readonly number[]): number => numbers.reduce((total, each) => total + each, 0);

/** How much may be missing: less than layout can tell. */
const NOTHING = 1 / 128;

/** A band in a scene: what its cells want, told once, and what they get at any width, px of the band. */
export class Row {
  readonly #cells: Band["cells"];
  readonly #shares: readonly number[];
  readonly #extents: readonly Extent[];
  readonly #gaps: number;
  readonly #sides: number;
  readonly #most: number;
  readonly #isStacked: boolean;

  constructor(
    band: Band,
    readonly scene: Scene,
  ) {
    const { root, style } = scene.measure;
    const scale = root / 16;
    this.#cells = band.cells.filter((cell) => !isCellHidden(cell, scene.width));
    this.#shares = this.#cells.map((cell) => shareAt(cell, scene.width));
    this.#extents = this.#cells.map((cell) => cellExtent(cell, scene));
    this.#gaps = layoutUnit(band.gap * scale) * Math.max(0, this.#cells.length - 1);
    this.#sides = SIDES * scale;
    this.#most = band.width === "full" ? Number.POSITIVE_INFINITY : style.measures.contentWidth * scale;
    this.#isStacked = isStacked(band, scene.width);
  }

  get isExact(): boolean {
    return this.#extents.every(({ isExact }) => isExact);
  }

  /** What it comes from: rows with the same text have the same least width. */
  get wants(): string {
    return JSON.stringify([
      this.#extents,
      this.#shares,
      this.#gaps,
      this.#sides,
      this.#most,
      this.#isStacked,
    ]);
  }

  #inner(at: number): number {
    return Math.min(at - this.#sides, this.#most);
  }

  #widths(at: number): readonly number[] {
    const inner = this.#inner(at);
    if (this.#isStacked) return this.#extents.map(({ min }) => Math.max(inner, min));
    const items = this.#extents.map(({ min, max }, place) => {
      const share = this.#shares[place] ?? 0;
      return { grow: share, basis: share === 0 ? max : 0, min };
    });
    return flexWidths(items, inner - this.#gaps);
  }

  /** Whether something is wider than the band. */
  overflows(at: number): boolean {
    const widths = this.#widths(at);
    const taken = this.#isStacked ? Math.max(...widths) : sum(widths) + this.#gaps;
    // shares are rounded one by one
    return taken > this.#inner(at) + widths.length / 64;
  }

  /** How wide a cell is; null if it is not there, or depends on what cannot be measured. */
  cellWidth(id: string, at: number): number | null {
    const place = this.#cells.findIndex((cell) => cell.id === id);
    if (place < 0) return null;
    const isAlone = this.#cells.length === 1 && (this.#shares[0] ?? 0) > 0;
    const isTold = this.#isStacked
      ? this.#givesWay(place)
      : isAlone || this.#cells.every((_, each) => this.#givesWay(each));
    return this.isExact || isTold ? (this.#widths(at)[place] as number) : null;
  }

  /** Whether a cell is as wide as its share, whatever is in it: one whose content is no wider than that is known to be. */
  #givesWay(place: number): boolean {
    if (this.#extents[place]?.isExact) return this.#isStacked || (this.#shares[place] ?? 0) > 0;
    const isColumn = this.#cells[place]?.direction === "column";
    return isColumn && (this.#isStacked || (this.#shares[place] ?? 0) > 0);
  }

  /** Where the content of each cell lies: its middle, px from the middle of the row, and how wide it is. */
  masses(at: number): readonly { readonly middle: number; readonly size: number }[] {
    const widths = this.#widths(at);
    const gap = this.#gaps / Math.max(1, widths.length - 1);
    let left = -(sum(widths) + this.#gaps) / 2;
    return widths.map((width, place) => {
      const size = Math.min(width, this.#extents[place]?.max ?? 0);
      const start = left;
      left += width + gap;
      const align = this.#cells[place]?.align ?? "start";
      const free = width - size;
      return { middle: start + free * SHARE_BEFORE[align] + size / 2, size };
    });
  }

  fits(at: number): boolean {
    const widths = this.#widths(at);
    const keeps = this.#extents.every(({ keep }, place) => (widths[place] as number) >= keep - NOTHING);
    return keeps && !this.overflows(at);
  }

  /** Blocks that have too little room to be seen or read as they are meant. */
  tightAt(at: number): readonly string[] {
    const widths = this.#widths(at);
    const isTight = ({ read }: Extent, place: number) => (widths[place] as number) < read - NOTHING;
    return this.#extents.flatMap((extent, place) =>
      isTight(extent, place)
        ? (this.#cells[place]?.blocks ?? []).flatMap((block) => {
            const own = blockExtent(block, this.scene);
            return own && isTight(own, place) ? [block.id] : [];
          })
        : [],
    );
  }

  /** The least width from which on it fits, px in 64ths; Infinity if it never does. */
  least(): number {
    if (!this.fits(WIDEST)) return Number.POSITIVE_INFINITY;
    let [low, high] = [0, WIDEST * 64];
    while (high - low > 1) {
      const middle = (low + high) >> 1;
      if (this.fits(middle / 64)) high = middle;
      else low = middle;
    }
    return high / 64;
  }
}

/** How much of the free room of a cell lies before what it holds. */
const SHARE_BEFORE = { start: 0, centre: 0.5, end: 1, between: 0.5 } as const;
