import type { HouseStyle, StyleValues } from "../model/house-style";
import type { ColourValue, Responsive } from "../model/values";
import { WIDTHS, type Width } from "../model/values";

/** For each width of screens a width below which something holds. */
export interface Edges extends Readonly<Record<Width, number>> {}

/** One small stylesheet, put together while the page is drawn: base, kinds in use, rules of single nodes. */
export class Stylesheet {
  readonly #shared = new Map<string, string>();
  readonly #rules: Record<Width, Map<string, string>> = {
    wide: new Map(),
    middle: new Map(),
    small: new Map(),
  };
  readonly #extra: string[] = [];
  #waiting: Stylesheet[] = [];
  constructor(readonly style: HouseStyle) {}

  /** Rules of a kind, once however often it is used. */
  share(name: string, css: string): void {
    this.#takeIn();
    this.#shared.set(name, css);
  }

  /** Declarations of one node, from the given width down. Empty values are left out. */
  node(selector: string, declarations: Readonly<Record<string, string | null>>, width: Width = "wide"): void {
    let lines = "";
    for (const property in declarations) {
      const value = declarations[property];
      if (value !== null && value !== "") lines += `${lines === "" ? "" : ";"}${property}:${value}`;
    }
    if (lines === "") return;
    this.#takeIn();
    this.#add(selector, lines, width);
  }

  /** A value per width, each as declarations. */
  responsive<T>(
    selector: string,
    value: Responsive<T>,
    declare: (value: T) => Readonly<Record<string, string | null>>,
  ): void {
    for (const width of WIDTHS) {
      const own = value[width];
      if (own !== undefined) this.node(selector, declare(own), width);
    }
  }

  /** Takes over everything another sheet of the same style holds; that one must not change any more. */
  absorb(other: Stylesheet): void {
    this.#waiting.push(other);
  }

  /** What was absorbed comes in before anything that is added later: rules keep their order. */
  #takeIn(): void {
    if (this.#waiting.length === 0) return;
    const waiting = this.#waiting;
    this.#waiting = [];
    for (const other of waiting) {
      for (const [name, css] of other.#shared) this.#shared.set(name, css);
      for (const width of WIDTHS)
        for (const [selector, lines] of other.#rules[width]) this.#add(selector, lines, width);
      this.#extra.push(...other.#extra);
    }
  }

  #add(selector: string, lines: string, width: Width): void {
    const rules = this.#rules[width];
    const before = rules.get(selector);
    rules.set(selector, before === undefined ? lines : `${before};${lines}`);
  }

  /** A whole rule that fits nowhere else, such as a container query. */
  extra(css: string): void {
    this.#takeIn();
    this.#extra.push(css);
  }

  hide(selector: string, widths: readonly Width[]): void {
    for (const width of widths)
      this.extra(`${onlyAt(this.style, width)}{${selector}{display:none!important}}`);
  }

  /** Where a band that stays at the top does not. */
  letGo(selector: string, widths: readonly Width[]): void {
    for (const width of widths)
      this.extra(`${onlyAt(this.style, width)}{${selector}{position:relative!important;top:0!important}}`);
  }

  /** Rules for where a band's menus are a button: below its edge, which may differ by the width of screens. */
  folded(folds: Edges, rules: string): void {
    const below = (edge: number) =>
      edge === Number.POSITIVE_INFINITY ? rules : `@container (width < ${edge}rem){${rules}}`;
    const { wide, middle, small } = folds;
    if (wide === middle && wide === small) this.extra(below(wide));
    else for (const width of WIDTHS) this.extra(`${onlyAt(this.style, width)}{${below(folds[width])}}`);
  }

  toString(): string {
    this.#takeIn();
    const rulesOf = (width: Width) =>
      [...this.#rules[width]].map(([selector, lines]) => `${selector}{${lines}}`).join("");
    const narrower = (["middle", "small"] as const)
      .map((width) => ({ width, css: rulesOf(width) }))
      .filter(({ css }) => css !== "")
      .map(({ width, css }) => `${downFrom(this.style, width)}{${css}}`);
    return [...this.#shared.values(), rulesOf("wide"), ...narrower, ...this.#extra].join("\n");
  }
}

const em = (pixels: number): string => `${Math.round((pixels / 16) * 10000) / 10000}em`;

/** The media query for a width and everything narrower. */
export const downFrom = (style: HouseStyle, width: "middle" | "small"): string => {
  const edge = width === "middle" ? style.measures.edgeWide : style.measures.edgeMiddle;
  return `@media (width < ${em(edge)})`;
};

const onlyAt = (style: HouseStyle, width: Width): string => {
  const { edgeWide, edgeMiddle } = style.measures;
  if (width === "wide") return `@media (width >= ${em(edgeWide)})`;
  if (width === "small") return `@media (width < ${em(edgeMiddle)})`;
  return `@media (${em(edgeMiddle)} <= width < ${em(edgeWide)})`;
};

/** The CSS of a colour: a custom property of the house style, or what was typed in. */
export const colourCss = (style: Pick<StyleValues, "palette">, value: ColourValue | ""): string => {
  if (value === "" || value.startsWith("#")) return value;
  const [type, name = ""] = value.split(":");
  if (type === "role") return `var(--${name})`;
  return style.palette.some((colour) => colour.id === name) ? `var(--c-${name})` : "var(--text)";
};

/** Distances that scale with the reader's text size. */
export const rem = (pixels: number): string =>
  pixels === 0 ? "0" : `${Math.round((pixels / 16) * 10000) / 10000}rem`;

const ALONG = { start: "flex-start", centre: "center", end: "flex-end" } as const;

/** How lines of text stand in their box, and lines of what is no text: those of flexible boxes do not follow `text-align`. */
export const alignedAlong = (align: keyof typeof ALONG | ""): Readonly<Record<string, string>> =>
  align === "" ? {} : { "text-align": align === "centre" ? "center" : align, "--along": ALONG[align] };
