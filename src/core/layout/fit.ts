import { canFold } from "../blocks/menu";
import type { FitMaterial } from "../blocks/sizes";
import type { Band, Block } from "../design/part";
import { statesOf } from "../design/stuck";
import { flatBlocks } from "../design/tree";
import type { Edges } from "../draw/css";
import type { TextMeasure } from "../measure/text-measure";
import type { Slot } from "../model/slot";
import type { Width } from "../model/values";
import { WIDTHS } from "../model/values";
import { isMeasured } from "./extents";
import { Row, sum } from "./row";

/**
 * Which bands stand in one row at which width, and where their menus become a button.
 *
 * A band is one line of cells (a flex line). Each cell gets a width by the rules of flexible boxes; it stands in one
 * row if that width holds what the cell keeps together: a menu all of its items side by side, a row of blocks all of
 * them, a name its one line; running text only its longest word. More room never makes a cell narrower, so for given
 * settings there is one least width from which on all stands in one row: the *edge*, found by halving. Settings may
 * differ by the width of the screen (wide, middle, small), so there is an edge for each of the three. It is written
 * into the stylesheet as a container query in remIn, so that it also holds with scrollbars and with enlarged text.
 *
 * Widths are px of the band, at a root of 16 px unless said otherwise.
 */
/**
 * What a band does at a width. `crowded`: something breaks into a second row; `squeezed`: something has too little room to
 * be seen or read as it is meant; `overflowing`: it is wider than the screen.
 */
export type BandState = "hidden" | "row" | "button" | "crowded" | "squeezed" | "overflowing";

/** Headers are made to stand in one row; elsewhere rows may wrap. */
export const isWrongIn = (slot: Slot, state: BandState): boolean =>
  state === "overflowing" || state === "squeezed" || (state === "crowded" && slot === "header");

export interface Stretch {
  readonly state: BandState;
  /** First and last width, px. */
  readonly from: number;
  readonly to: number;
}

export const blocksIn = (band: Band): readonly Block[] =>
  flatBlocks(band.cells.flatMap(({ blocks }) => blocks));

/** Menus of a band that stand in a row. */
export const rowMenus = (band: Band) =>
  blocksIn(band).flatMap((block) =>
    block.kind === "menu" && block.settings.direction === "row" ? [block] : [],
  );

/** Menus of a band that can become a button. */
export const bandMenus = (band: Band) => rowMenus(band).filter(canFold);

const canFoldWithin = (block: Block): boolean =>
  (block.kind === "menu" && canFold(block)) || (block.blocks ?? []).some(canFoldWithin);

/** Whether a band has such a menu; asked for each drawing. */
export const hasBandMenu = ({ cells }: Band): boolean =>
  cells.some(({ blocks }) => blocks.some(canFoldWithin));

const perWidth = (of: (width: Width) => number): Edges =>
  Object.fromEntries(WIDTHS.map((width) => [width, of(width)])) as unknown as Edges;

/** How one band fits. What it is asked once it keeps. */
export class BandFit {
  readonly #rows = new Map<string, Row>();
  /** Rows that want the same need the same: most bands do not differ by width. */
  readonly #least = new Map<string, number>();

  /** What it is at rest and, if it is another one then, stuck: it fits where each of them does. */
  readonly #states: readonly Band[];

  constructor(
    readonly band: Band,
    readonly material: FitMaterial,
    readonly measure: TextMeasure,
  ) {
    this.#states = statesOf(band);
  }

  #row(width: Width, isFolded: boolean, root = this.measure.root, state = 0): Row {
    const key = `${width} ${isFolded} ${root} ${state}`;
    const known = this.#rows.get(key);
    if (known) return known;
    const band = this.#states[state] as Band;
    const row = new Row(band, {
      material: this.material,
      measure: this.measure.at(root).on(width),
      width,
      isFolded,
      rowMenus: rowMenus(band),
    });
    this.#rows.set(key, row);
    return row;
  }

  #rowsOf(width: Width, isFolded: boolean, root = this.measure.root): readonly Row[] {
    return this.#states.map((_, state) => this.#row(width, isFolded, root, state));
  }

  #leastOf(width: Width, root: number): number {
    const leasts = this.#rowsOf(width, false, root).map((row) => {
      const least = this.#least.get(row.wants) ?? row.least();
      this.#least.set(row.wants, least);
      return least;
    });
    return Math.max(...leasts);
  }

  /** Whether everything in the band could be measured: known kinds, fonts that have every letter. */
  get isExact(): boolean {
    const known = (block: Block): boolean => isMeasured(block.kind) && (block.blocks ?? []).every(known);
    return (
      this.band.cells.every(({ blocks }) => blocks.every(known)) &&
      this.#rowsOf("wide", false).every((row) => row.isExact)
    );
  }

  /** Kinds in the band that flow with the room they get, or depend on the page: with one of them it cannot be told. */
  get flowing(): readonly Block["kind"][] {
    return [...new Set(blocksIn(this.band).flatMap(({ kind }) => (isMeasured(kind) ? [] : [kind])))];
  }

  get hasFoldingMenu(): boolean {
    return hasBandMenu(this.band);
  }

  /** For each width of screens the least whole width from which on everything stands in one row, menus spelled out. */
  edges(root = this.measure.root): Edges {
    return perWidth((width) => Math.ceil(this.#leastOf(width, root)));
  }

  /**
   * The widths below which menus are a button, in rem: as computed, or as a menu of the band asks; null without such
   * a menu. Enlarged text rounds otherwise, so the largest of three root sizes counts, in 64ths of a rem.
   */
  folds(): Edges | null {
    const asked = bandMenus(this.band).map(({ settings }) => settings.buttonBelow);
    if (asked.length === 0) return null;
    if (asked.includes("always")) return perWidth(() => Number.POSITIVE_INFINITY);
    const widths = asked.flatMap((each) => (typeof each === "number" ? [each / 16] : []));
    if (widths.length > 0) return perWidth(() => Math.max(...widths));
    const own = this.measure.root;
    return perWidth((width) => {
      const least = ROOTS.map((root) => this.#leastOf(width, root) / root);
      const edge = Math.ceil(this.#leastOf(width, own)) / own;
      return Math.ceil(Math.max(edge, ...least) * 64) / 64;
    });
  }

  /** How much longer the labels of its menu may become, in px, before the band no longer stands in one row at a width; below 0 it does not now. */
  roomAt(at: number): number {
    const width = screenWidth(at, this.measure);
    const fits = (extra: number) =>
      this.#states.every((band) =>
        new Row(band, {
          material: this.material,
          measure: this.measure.on(width),
          width,
          isFolded: false,
          rowMenus: rowMenus(band),
          extra,
        }).fits(at),
      );
    let [low, high] = [-at, at];
    if (!fits(low)) return low;
    while (high - low > 1) {
      const middle = (low + high) >> 1;
      if (fits(middle)) low = middle;
      else high = middle;
    }
    return low;
  }

  /** How wide a cell is on a screen, px; null if it is not shown there or cannot be told. */
  cellWidth(id: string, at: number): number | null {
    const width = screenWidth(at, this.measure);
    const folds = this.folds();
    const isFolded = folds !== null && at / this.measure.root < folds[width];
    return this.#row(width, isFolded).cellWidth(id, at);
  }

  /** How evenly what is in the band lies about its middle at a width: 1 evenly, 0 all at one side. */
  balanceAt(at: number): number {
    const width = screenWidth(at, this.measure);
    const folds = this.folds();
    const isFolded = folds !== null && at / this.measure.root < folds[width];
    const masses = this.#row(width, isFolded).masses(at);
    const whole = sum(masses.map(({ middle, size }) => Math.abs(middle) * size));
    return whole === 0 ? 1 : 1 - Math.abs(sum(masses.map(({ middle, size }) => middle * size))) / whole;
  }

  stateAt(at: number, folds = this.folds()): BandState {
    const width = screenWidth(at, this.measure);
    if (this.band.hideOn.includes(width)) return "hidden";
    const isFolded = folds !== null && at / this.measure.root < folds[width];
    const rows = this.#rowsOf(width, isFolded);
    if (rows.every((row) => row.fits(at))) return isFolded ? "button" : "row";
    if (rows.some((row) => row.overflows(at))) return "overflowing";
    return rows.some((row) => !row.fits(at) && row.tightAt(at).length > 0) ? "squeezed" : "crowded";
  }

  /** Blocks that have too little room at a width to be seen or read as they are meant. */
  tightAt(at: number): readonly string[] {
    const width = screenWidth(at, this.measure);
    const folds = this.folds();
    const rows = this.#rowsOf(width, folds !== null && at / this.measure.root < folds[width]);
    return [...new Set(rows.flatMap((row) => row.tightAt(at)))];
  }

  /** What the band does from one width to another, both included, in as few stretches as there are. */
  stretches(from: number, to: number): readonly Stretch[] {
    const folds = this.folds();
    const { edgeWide, edgeMiddle } = this.measure.style.measures;
    const foldEdges = folds ? WIDTHS.map((width) => Math.ceil(folds[width] * this.measure.root)) : [];
    // between these, more room never makes a band worse: two ends that agree have all between them agree
    const cuts = [edgeMiddle, edgeWide, ...foldEdges].filter((at) => at > from && at <= to);
    const starts = [...new Set([from, ...cuts])].sort((a, b) => a - b);
    const pieces = starts.flatMap((start, place) =>
      this.#pieces(start, (starts[place + 1] ?? to + 1) - 1, folds),
    );
    const joined: Stretch[] = [];
    for (const piece of pieces) {
      const last = joined.at(-1);
      if (last?.state === piece.state) joined[joined.length - 1] = { ...last, to: piece.to };
      else joined.push(piece);
    }
    return joined;
  }

  #pieces(from: number, to: number, folds: Edges | null): readonly Stretch[] {
    const state = this.stateAt(from, folds);
    if (state === this.stateAt(to, folds)) return [{ state, from, to }];
    const middle = (from + to) >> 1;
    return [...this.#pieces(from, middle, folds), ...this.#pieces(middle + 1, to, folds)];
  }
}

/** Root sizes that edges are made to hold at: the usual one, and enlarged text. */
const ROOTS = [20, 32];

/** Which of the three widths a screen of so many px is. */
export const screenWidth = (at: number, { style }: Pick<TextMeasure, "style">): Width =>
  at >= style.measures.edgeWide ? "wide" : at >= style.measures.edgeMiddle ? "middle" : "small";

/** Px: where a menu is spelled out first, is a button all the same, and is spelled out for good. */
export interface Flip {
  readonly from: number;
  readonly button: number;
  readonly forGood: number;
}

/** Where a menu that is spelled out becomes a button, and is spelled out again, as its band gets wider; null if it does not. */
export const flipOf = (stretches: readonly Stretch[]): Flip | null => {
  const first = stretches.find(({ state }) => state === "row");
  const button = first && stretches.find(({ state, from }) => state === "button" && from > first.from);
  const last = stretches[stretches.findLastIndex(({ state }) => state === "button") + 1];
  if (!first || !button || last?.state !== "row") return null;
  return { from: first.from, button: button.from, forGood: last.from };
};
