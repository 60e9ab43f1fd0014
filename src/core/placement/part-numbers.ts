import type { SiteIndex } from "../addresses/facts";

/**
 * Numbers for part ids and for lists of tied parts, so that what fills a hundred thousand pages is arrays of numbers.
 * Numbers are never given twice; all designs of a site share them, so that their columns compare as they are.
 */
export class PartNumbers {
  private readonly numbers = new Map<string, number>();
  private readonly ids: string[] = [""];
  private readonly ties: (readonly number[])[] = [[]];
  private readonly tieNumbers = new Map<string, number>([["", 0]]);
  private readonly ranks: number[] = [0];
  private readonly rankNumbers = new Map<number, number>([[0, 0]]);
  private readonly longer = new Map<number, number>();

  numberOf(part: string): number {
    const found = this.numbers.get(part);
    if (found !== undefined) return found;
    this.numbers.set(part, this.ids.length);
    this.ids.push(part);
    return this.ids.length - 1;
  }

  /** The part's id, or null for 0. */
  idOf(number: number): string | null {
    return number === 0 ? null : (this.ids[number] as string);
  }

  /** A small number for a rank; ranks are few, and pages keep only this. */
  rankNumber(rank: number): number {
    const found = this.rankNumbers.get(rank);
    if (found !== undefined) return found;
    this.rankNumbers.set(rank, this.ranks.length);
    this.ranks.push(rank);
    return this.ranks.length - 1;
  }

  /** The rank behind its number; number 0 is below all. */
  rankOf(number: number): number {
    return this.ranks[number] as number;
  }

  tied(tie: number): readonly number[] {
    return this.ties[tie] as readonly number[];
  }

  tieHas(tie: number, part: number): boolean {
    return tie !== 0 && this.tied(tie).includes(part);
  }

  tieOf(parts: readonly number[]): number {
    const key = parts.join(" ");
    const found = this.tieNumbers.get(key);
    if (found !== undefined) return found;
    this.tieNumbers.set(key, this.ties.length);
    this.ties.push(parts);
    return this.ties.length - 1;
  }

  /** The list with one more part at its end; the same list if the part is in it. */
  tieWith(tie: number, part: number): number {
    if (this.tieHas(tie, part)) return tie;
    const key = tie * 2 ** 24 + part;
    const found = this.longer.get(key) ?? this.tieOf([...this.tied(tie), part]);
    this.longer.set(key, found);
    return found;
  }
}

const known = new WeakMap<SiteIndex, PartNumbers>();

export const partNumbersOf = (index: SiteIndex): PartNumbers => {
  const found = known.get(index) ?? new PartNumbers();
  known.set(index, found);
  return found;
};

/** Gives an index that follows another the same numbers. */
export const carryNumbers = (from: SiteIndex, to: SiteIndex): void => {
  known.set(to, partNumbersOf(from));
};
