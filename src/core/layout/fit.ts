import { accountLabel } from "../model/account";
import type { Band, Block, Part, Width } from "../model/part";
import { shareAt, WIDTHS } from "../model/part";
import type { Audience } from "../model/placement";
import { flatBlocks, isCellHidden } from "../model/tree";
import { canFold, cellExtent, type Extent, type FitMaterial, isMeasured, type Scene } from "./extents";
import { flexWidths } from "./flex";
import { rowItems } from "./menu-items";
import { layoutUnit } from "./shaper";
import type { TextMeasure } from "./text-measure";

/**
 * Which bands stand in one row at which width, and where their menus become a button.
 *
 * A band is one line of cells (a flex line). Each cell gets a width by the rules of flexible boxes; it stands in one
 * row if that width holds what the cell keeps together: a menu all of its items side by side, a row of blocks all of
 * them, a name its one line; running text only its longest word. More room never makes a cell narrower, so for given
 * settings there is one least width from which on all stands in one row: the *edge*, found by halving. Settings may
 * differ by the width of the screen (wide, middle, small), so there is an edge for each of the three. It is written
 * into the stylesheet as a container query in rem, so that it also holds with scrollbars and with enlarged text.
 *
 * Widths are px of the band, at a root of 16 px unless said otherwise.
 */
export interface Edges extends Readonly<Record<Width, number>> {}

/** What a band does at a width. `crowded`: something breaks into a second row; `overflowing`: it is wider than the screen. */
export type BandState = "hidden" | "row" | "button" | "crowded" | "overflowing";

export interface Stretch {
  readonly state: BandState;
  /** First and last width, px. */
  readonly from: number;
  readonly to: number;
}

/** No screen is wider; a band that does not fit here never does. */
const WIDEST = 8000;
/** Distance of content from either side of the screen: 1.5rem. */
const SIDES = 48;

const sum = (numbers: readonly number[]): number => numbers.reduce((total, each) => total + each, 0);

/** How much may be missing: less than layout can tell. */
const NOTHING = 1 / 128;

/** A band in a scene: what its cells want, told once, and what they get at any width. */
class Row {
  readonly #cells: Band["cells"];
  readonly #shares: readonly number[];
  readonly #extents: readonly Extent[];
  readonly #gaps: number;
  readonly #sides: number;
  readonly #most: number;
  readonly #isStacked: boolean;

  constructor(band: Band, scene: Scene) {
    const { root, style } = scene.measure;
    const scale = root / 16;
    this.#cells = band.cells.filter((cell) => !isCellHidden(cell, scene.width));
    this.#shares = this.#cells.map((cell) => shareAt(cell, scene.width));
    this.#extents = this.#cells.map((cell) => cellExtent(cell, scene));
    this.#gaps = layoutUnit(band.gap * scale) * Math.max(0, this.#cells.length - 1);
    this.#sides = SIDES * scale;
    this.#most = band.width === "full" ? Number.POSITIVE_INFINITY : style.measures.contentWidth * scale;
    this.#isStacked = band.stackOnSmall && scene.width === "small";
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
    const isTold = this.isExact || this.#shares.every((share) => share > 0) || this.#isStacked;
    return isTold ? (this.#widths(at)[place] as number) : null;
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

const blocksIn = (band: Band): readonly Block[] => flatBlocks(band.cells.flatMap(({ blocks }) => blocks));

/** Menus of a band that can become a button. */
const bandMenus = (band: Band) =>
  blocksIn(band).flatMap((block) => (block.kind === "menu" && canFold(block) ? [block] : []));

const perWidth = (of: (width: Width) => number): Edges =>
  Object.fromEntries(WIDTHS.map((width) => [width, of(width)])) as unknown as Edges;

/** How one band fits. What it is asked once it keeps. */
export class BandFit {
  readonly #rows = new Map<string, Row>();
  /** Rows that want the same need the same: most bands do not differ by width. */
  readonly #least = new Map<string, number>();

  constructor(
    readonly band: Band,
    readonly material: FitMaterial,
    readonly measure: TextMeasure,
  ) {}

  #row(width: Width, isFolded: boolean, root = this.measure.root): Row {
    const key = `${width} ${isFolded} ${root}`;
    const known = this.#rows.get(key);
    if (known) return known;
    const row = new Row(this.band, {
      material: this.material,
      measure: this.measure.at(root),
      width,
      isFolded,
    });
    this.#rows.set(key, row);
    return row;
  }

  #leastOf(width: Width, root: number): number {
    const row = this.#row(width, false, root);
    const known = this.#least.get(row.wants);
    if (known !== undefined) return known;
    const least = row.least();
    this.#least.set(row.wants, least);
    return least;
  }

  /** Whether everything in the band could be measured: known kinds, fonts that have every letter. */
  get isExact(): boolean {
    const known = (block: Block): boolean => isMeasured(block.kind) && (block.blocks ?? []).every(known);
    return this.band.cells.every(({ blocks }) => blocks.every(known)) && this.#row("wide", false).isExact;
  }

  get hasFoldingMenu(): boolean {
    return bandMenus(this.band).length > 0;
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
      new Row(this.band, {
        material: this.material,
        measure: this.measure,
        width,
        isFolded: false,
        extra,
      }).fits(at);
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
    const row = this.#row(width, isFolded);
    if (row.fits(at)) return isFolded ? "button" : "row";
    return row.overflows(at) ? "overflowing" : "crowded";
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

/** What the folds of a band were computed from: while all of it is the same, so are they. */
interface Source {
  readonly measure: TextMeasure;
  readonly profile: FitMaterial["profile"];
  readonly documents: readonly unknown[];
  /** Items that are shown: pages come and go without a change of the menu. */
  readonly shown: string;
}

const sourceOf = (band: Band, material: FitMaterial, measure: TextMeasure): Source => {
  const { profile, pictures, menus, links } = material;
  const blocks = blocksIn(band);
  const shown = blocks.map((block) => {
    if (block.kind === "menu")
      return rowItems(menus[block.settings.menu], "all", links)
        .map(({ id }) => id)
        .join(" ");
    if (block.kind === "account") return accountLabel(block.settings, material.audience);
    return block.kind === "button" && "identity" in block.settings.target
      ? String(links[block.settings.target.identity] !== undefined)
      : "";
  });
  return {
    measure,
    profile,
    documents: [
      ...blocks.map((block) => (block.kind === "menu" ? menus[block.settings.menu] : null)),
      ...[profile.logo, profile.logoOverPictures, profile.logoSmall].map((id) => pictures[id]),
    ],
    shown: shown.join("|"),
  };
};

const isSame = (a: Source, b: Source): boolean =>
  a.measure.shaper === b.measure.shaper &&
  a.measure.style === b.measure.style &&
  a.measure.language === b.measure.language &&
  a.profile === b.profile &&
  a.shown === b.shown &&
  a.documents.every((each, place) => each === b.documents[place]);

type KnownFolds = WeakMap<Band, { readonly source: Source; readonly folds: Edges | null }>;
/** Visitors come signed out and signed in by turns, and what a band says to them may differ. */
const known: Readonly<Record<"out" | "in", KnownFolds>> = { out: new WeakMap(), in: new WeakMap() };
const knownTo = (audience: Audience): KnownFolds => known[audience === "signedOut" ? "out" : "in"];

/** `BandFit.folds`, kept for each band while what it shows is the same: pages are drawn far oftener than changed. */
export const foldsOf = (band: Band, material: FitMaterial, measure: TextMeasure): Edges | null => {
  if (bandMenus(band).length === 0) return null;
  const source = sourceOf(band, material, measure);
  const folded = knownTo(material.audience);
  const found = folded.get(band);
  if (found && isSame(found.source, source)) return found.folds;
  const folds = new BandFit(band, material, measure).folds();
  // a font that was not there yet may be there next time
  if (folds === null || new BandFit(band, material, measure).isExact) folded.set(band, { source, folds });
  return folds;
};

/** Whether the folds of a band are known for good: it has no menu that folds, or they were told with all fonts there. */
export const hasSettledFolds = (band: Band, audience: Audience): boolean =>
  bandMenus(band).length === 0 || knownTo(audience).has(band);

/** Root sizes that edges are made to hold at: the usual one, and enlarged text. */
const ROOTS = [20, 32];

/** Which of the three widths a screen of so many px is. */
export const screenWidth = (at: number, { style }: Pick<TextMeasure, "style">): Width =>
  at >= style.measures.edgeWide ? "wide" : at >= style.measures.edgeMiddle ? "middle" : "small";

/** What a ruler says of a band. */
export interface BandReading {
  readonly band: string;
  readonly name: string;
  /** False where something in it cannot be measured: then there are no stretches. */
  readonly isExact: boolean;
  readonly hasMenu: boolean;
  readonly stretches: readonly Stretch[];
  /** The least width of wide screens with everything in one row; null: none. */
  readonly edge: number | null;
  /** How many letters longer its labels may become at `ROOM_AT`; null without a menu. */
  readonly letters: number | null;
}

/** Widths of screens that rulers look at, and the one that room is told for, px. */
export const NARROWEST = 320;
export const WIDEST_SCREEN = 1600;
export const ROOM_AT = 1280;

const SOME_LETTERS = "nnnnnnnnnn";

export const readBands = (part: Part, material: FitMaterial, measure: TextMeasure): readonly BandReading[] =>
  part.bands.map((band) => {
    const fit = new BandFit(band, material, measure);
    const { isExact, hasFoldingMenu } = fit;
    const edge = isExact ? fit.edges()[screenWidth(ROOM_AT, measure)] : Number.POSITIVE_INFINITY;
    const [menu] = bandMenus(band);
    const worn = measure.setting(menu?.look.type || "menu");
    const letter = measure.line(SOME_LETTERS, worn).width / SOME_LETTERS.length;
    return {
      band: band.id,
      name: band.name,
      isExact,
      hasMenu: hasFoldingMenu,
      stretches: isExact ? fit.stretches(NARROWEST, WIDEST_SCREEN) : [],
      edge: Number.isFinite(edge) ? edge : null,
      letters: isExact && hasFoldingMenu ? Math.floor(fit.roomAt(ROOM_AT) / letter) : null,
    };
  });
