import { isFramedItself, takesSize, typeStyleOf, wearsType } from "../blocks";
import { textDeclarations, textSize } from "../draw/base-css";
import { alignedAlong, colourCss, rem, type Stylesheet } from "../draw/css";
import type { HouseStyle } from "../model/house-style";
import type { AnyBlock, Look, Sides } from "../model/look";
import { hasStyle, textLookOf } from "../model/text-looks";
import type { Responsive } from "../model/values";

/** How the look of a block becomes declarations: the same for every kind. */

const hasPadding = ({ top, right, bottom, left }: Sides): boolean => top + right + bottom + left > 0;

/** A look that says nothing: most do. */
export const isPlain = ({
  colour,
  background,
  align,
  type,
  padding,
  borderWidth,
  radius,
  shadow,
}: Look): boolean =>
  colour === "" &&
  !type &&
  background === "" &&
  align === "" &&
  !hasPadding(padding) &&
  borderWidth === 0 &&
  radius < 0 &&
  !shadow;

/** The shadow of a block that has one where the house style has none. */
const QUIET_SHADOW = "0 2px 8px rgb(0 0 0/.22)";

export const lookCss = (
  look: Look,
  kind: string,
  style: HouseStyle,
): Readonly<Record<string, string | null>> => {
  const { colour, background, align, padding, borderWidth, borderColour, radius, shadow } = look;
  const { top, right, bottom, left } = padding;
  const isFramed = !isFramedItself(kind);
  return {
    ...(look.type && wearsType(kind) && hasStyle(style, look.type) ? textDeclarations(style, look.type) : {}),
    color: colourCss(style, colour),
    background: colourCss(style, background),
    ...alignedAlong(align),
    padding: isFramed && hasPadding(padding) ? [top, right, bottom, left].map(rem).join(" ") : null,
    border:
      !isFramed || borderWidth === 0
        ? null
        : `${borderWidth}px solid ${colourCss(style, borderColour) || "var(--line)"}`,
    "border-radius": radius < 0 ? null : `${radius}px`,
    "box-shadow": !shadow ? null : style.shadow.strength === 0 ? QUIET_SHADOW : "var(--shadow)",
  };
};

/** The size and the line height a block's words have of their own, width by width; 0 is as their text style has it. */
export const sizeCss = ({ look, ...block }: AnyBlock, selector: string, css: Stylesheet): void => {
  const name = typeStyleOf({ look, ...block });
  if (!name || !takesSize(block.kind)) return;
  const own = textLookOf(css.style, name);
  const { size = NONE, lineHeight = NONE } = look;
  // one that is as everywhere on wide screens needs no rule there
  const told = (value: Responsive<number>): Responsive<number | null> => ({
    ...value,
    wide: value.wide || null,
  });
  css.responsive(selector, told(size), (px) => ({
    "font-size": px === null ? null : px === 0 ? textSize(css.style, name) : rem(px),
  }));
  css.responsive(selector, told(lineHeight), (percent) => ({
    "line-height": percent === null ? null : String(percent === 0 ? own.lineHeight : percent / 100),
  }));
};
const NONE: Responsive<number> = { wide: 0 };
