import { stackNames } from "../draw/fonts";
import { canonicalJson } from "../model/canonical";
import {
  COLOUR_ROLES,
  type HouseStyle,
  type PaletteColour,
  TYPE_STYLES,
  type TypeStyle,
} from "../model/house-style";
import { namedStyle, textLookOf } from "../model/text-looks";

/**
 * A house style as a W3C Design Tokens file (Design Tokens Format Module 2025.10: §5.1 tokens, §6 groups, §7 aliases,
 * §8 types, §9 composite types). What has no type there (underlines, which colour a button takes) stands in
 * `$extensions` under a name of ours (§5.2.3), so that the file reads back as the same style.
 */
export const EXTENSION = "dev.graylatch.style";

const round = (value: number, digits: number): number => Number(value.toFixed(digits));
const component = (hex: string, at: number): number =>
  round(Number.parseInt(hex.slice(at, at + 2), 16) / 255, 5);

/** A colour value (Color Module 2025.10 §4): as it came in while its value stays, else sRGB. */
export const colourValue = ({ value, source }: Pick<PaletteColour, "value" | "source">): object => {
  if (source) return source;
  const solid = value.slice(0, 7);
  return {
    colorSpace: "srgb",
    components: [component(value, 1), component(value, 3), component(value, 5)],
    ...(value.length > 7 ? { alpha: component(value, 7) } : {}),
    hex: solid,
  };
};

const px = (value: number) => ({ value, unit: "px" });
const rem = (value: number) => ({ value, unit: "rem" });

/** A family that is not there is that of text: what was meant is said beside it. */
const typography = (style: HouseStyle, name: TypeStyle): object => {
  const { family, size, sizeOn, weight, lineHeight, spacing, upper } = textLookOf(style, name);
  const isThere = style.fonts[family] !== "";
  return {
    $value: {
      fontFamily: `{font.${isThere ? family : "text"}}`,
      fontSize: rem(size),
      fontWeight: weight,
      letterSpacing: rem(round(spacing * size, 6)),
      lineHeight,
    },
    $extensions: { [EXTENSION]: { spacing, upper, sizeOn, ...(isThere ? {} : { family }) } },
  };
};

/** The file's content as plain data. `kept` of an earlier file comes along; names of ours go before. */
export const styleTokens = (style: HouseStyle): Readonly<Record<string, unknown>> => {
  const { contentWidth, radius, distance, edgeWide, edgeMiddle } = style.measures;
  const { down, blur, strength } = style.shadow;
  const { links, buttons, fields, background, motion, ownFonts } = style;
  return {
    ...style.kept,
    colour: {
      $type: "color",
      ...Object.fromEntries(
        style.palette.map((colour) => [
          colour.id,
          { $value: colourValue(colour), $description: colour.name },
        ]),
      ),
    },
    role: {
      $type: "color",
      ...Object.fromEntries(COLOUR_ROLES.map((role) => [role, { $value: `{colour.${style.roles[role]}}` }])),
    },
    font: {
      $type: "fontFamily",
      text: { $value: stackNames(style.fonts.text) },
      headings: { $value: stackNames(style.fonts.headings) },
      ...(style.fonts.third === "" ? {} : { third: { $value: stackNames(style.fonts.third) } }),
    },
    type: {
      $type: "typography",
      ...Object.fromEntries(TYPE_STYLES.map((name) => [name, typography(style, name)])),
    },
    textStyle: {
      $type: "typography",
      ...Object.fromEntries(
        style.textStyles.map(({ id, name }) => [
          id,
          { ...typography(style, namedStyle(id)), $description: name },
        ]),
      ),
    },
    measure: {
      $type: "dimension",
      contentWidth: { $value: px(contentWidth) },
      radius: { $value: px(radius) },
      distance: { $value: px(distance) },
      edgeWide: { $value: px(edgeWide) },
      edgeMiddle: { $value: px(edgeMiddle) },
    },
    motion: { $type: "duration", pointed: { $value: { value: motion.duration, unit: "ms" } } },
    shadow: {
      $type: "shadow",
      raised: {
        $value: {
          color: { colorSpace: "srgb", components: [0, 0, 0], alpha: strength / 100 },
          offsetX: px(0),
          offsetY: px(down),
          blur: px(blur),
          spread: px(0),
        },
      },
    },
    $extensions: {
      ...((style.kept["$extensions"] as object | undefined) ?? {}),
      [EXTENSION]: {
        links,
        buttons,
        fields,
        background,
        ownFonts,
        easing: motion.easing,
        order: style.palette.map(({ id }) => id),
        textStyleOrder: style.textStyles.map(({ id }) => id),
        variations: style.variations,
      },
    },
  };
};

/** The file itself, to be read by people too: keys in order, so the same style gives the same bytes. */
export const writeStyleTokens = (style: HouseStyle): string =>
  `${JSON.stringify(JSON.parse(canonicalJson(styleTokens(style))), null, 2)}\n`;
