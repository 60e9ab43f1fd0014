import type { HouseStyle, TypeStyle } from "../model/house-style";
import { familyOf, styleOn, textLookOf } from "../model/text-looks";
import type { Width } from "../model/values";
import { piecesOf } from "./line-ends";
import type { Shaper, TextSetting } from "./shaper";

/** A length of text, and whether the font could tell it; where not, room is reserved. */
export interface Measured {
  readonly width: number;
  readonly isExact: boolean;
}

const SOFT_HYPHEN = "\u00ad";
/** The hyphen that is drawn: the first one a font has. */
const HYPHENS = ["\u2010", "-"] as const;
/** What rounding two widths can come to. */
const ROUNDING = 1 / 32;

/** Measures texts in the type styles of a house style, at a root size in px (16 unless a reader chose another). */
export class TextMeasure {
  constructor(
    readonly shaper: Shaper,
    readonly style: HouseStyle,
    readonly language: string,
    readonly root: number = 16,
  ) {}

  at(root: number): TextMeasure {
    return root === this.root ? this : new TextMeasure(this.shaper, this.style, this.language, root);
  }

  /** As it is on screens of a width. */
  on(width: Width): TextMeasure {
    const style = styleOn(this.style, width);
    return style === this.style ? this : new TextMeasure(this.shaper, style, this.language, this.root);
  }

  /** A text style, at its own size or at another one, px at 16 px text. */
  setting(name: TypeStyle, sized?: number): TextSetting {
    const { family, size, weight, spacing, upper } = textLookOf(this.style, name);
    const px = (sized === undefined ? size : sized / 16) * this.root;
    return { family: familyOf(this.style, family), weight, size: px, spacing: spacing * px, upper };
  }

  /** A text on one line. */
  line(text: string, setting: TextSetting): Measured {
    const width = this.shaper.width(text, setting, this.style.ownFonts, this.language);
    if (width !== null) return { width, isExact: true };
    // a letter is hardly ever wider than it is high: as much room as that is kept
    return { width: [...text].length * (setting.size + setting.spacing), isExact: false };
  }

  /**
   * A text at the end of a line: the space behind it is not counted, though a letter may be moved towards it (kerning
   * with the space, as Chromium keeps it: measured there).
   */
  lineEnd(text: string, setting: TextSetting): Measured {
    if (text.endsWith(SOFT_HYPHEN)) return this.#hyphened(text, setting);
    const shown = text.replace(/ +$/, "");
    const alone = this.line(shown, setting);
    if (shown === text) return alone;
    const before = this.line(`${shown} `, setting).width - this.line(" ", setting).width;
    const isMoved = Math.abs(alone.width - before) > ROUNDING;
    return isMoved ? { ...alone, width: before } : alone;
  }

  /** A word that is parted at a soft hyphen: a hyphen is drawn, in a box of its own (CSS Text 3 §5.4, `hyphenate-character`). */
  #hyphened(text: string, setting: TextSetting): Measured {
    const word = this.line(text, setting);
    const hyphens = HYPHENS.map((hyphen) => this.line(hyphen, { ...setting, spacing: 0 }));
    const hyphen = hyphens.find(({ isExact }) => isExact) ?? (hyphens[0] as Measured);
    return { width: word.width + hyphen.width, isExact: word.isExact && hyphen.isExact };
  }

  /** The longest piece of a text that cannot be broken (see `line-ends`). */
  longestPiece(text: string, setting: TextSetting): Measured {
    const pieces = piecesOf(text).map((piece) => this.lineEnd(piece, setting));
    return {
      width: Math.max(0, ...pieces.map(({ width }) => width)),
      isExact: pieces.every(({ isExact }) => isExact),
    };
  }
}
