import fc from "fast-check";
import { FAMILIES } from "../src/core/measure/families";
import {
  BUTTON_LOOKS,
  COLOUR_ROLES,
  FONT_USES,
  HouseStyle,
  TEXTURES,
  TYPE_STYLES,
} from "../src/core/model/house-style";

/** Random house styles: every field, names with anything in them, colours see-through or not. */
const hex = fc
  .array(fc.constantFrom(..."0123456789abcdef"), { minLength: 6, maxLength: 6 })
  .map((digits) => `#${digits.join("")}`);
const value = fc.oneof(
  hex,
  fc.tuple(hex, fc.constantFrom("00", "33", "80", "cc")).map(([solid, alpha]) => solid + alpha),
);
const family = fc.constantFrom(...Object.keys(FAMILIES));

const paletteOf = fc.uniqueArray(
  fc.record({
    id: fc.constantFrom("ink", "paper", "brass-2", "mist", "a", "b9"),
    name: fc.string({ minLength: 1, maxLength: 20 }),
    value,
  }),
  { selector: (colour) => colour.id, minLength: 1, maxLength: 6 },
);
const hundredths = (from: number, to: number) =>
  fc.integer({ min: from * 100, max: to * 100 }).map((n) => n / 100);
const look = fc.record({
  family: fc.constantFrom(...FONT_USES),
  size: hundredths(1, 8),
  sizeOn: fc.record({ middle: hundredths(1, 8), small: hundredths(1, 8) }, { requiredKeys: [] }),
  weight: fc.integer({ min: 100, max: 900 }),
  lineHeight: hundredths(1, 3),
  spacing: hundredths(0, 1),
  upper: fc.boolean(),
});

export const randomStyle: fc.Arbitrary<HouseStyle> = paletteOf.chain((palette) => {
  const id = fc.constantFrom(...palette.map((colour) => colour.id));
  const colour = fc.oneof(
    fc.constant(""),
    hex,
    id.map((each) => `colour:${each}`),
    fc.constant("role:accent"),
  );
  const record = <T>(keys: readonly string[], of: fc.Arbitrary<T>) =>
    fc.record(Object.fromEntries(keys.map((key) => [key, of])));
  const px = fc.integer({ min: 0, max: 40 });
  return fc
    .record({
      schema: fc.constant(2),
      palette: fc.constant(palette),
      roles: record(COLOUR_ROLES, id),
      fonts: fc.record({ text: family, headings: family, third: fc.oneof(fc.constant(""), family) }),
      type: record(TYPE_STYLES, look),
      textStyles: fc.uniqueArray(
        fc.record({
          id: fc.constantFrom("t1", "t2", "2", "b9"),
          name: fc.string({ minLength: 1, maxLength: 20 }),
          look,
        }),
        { selector: ({ id }) => id, maxLength: 4 },
      ),
      measures: fc.record({
        contentWidth: fc.integer({ min: 320, max: 2400 }),
        radius: px,
        distance: fc.integer({ min: 2, max: 64 }),
      }),
      links: fc.record({
        colour,
        pointedColour: colour,
        underline: fc.constantFrom("always", "pointedAt", "never"),
        focus: colour,
      }),
      buttons: fc.record({
        radius: px,
        paddingBlock: px,
        ...Object.fromEntries(
          BUTTON_LOOKS.map((each) => [
            each,
            record(["ground", "text", "line", "pointedGround", "pointedText"], colour),
          ]),
        ),
      }),
      fields: fc.record({ ground: colour, text: colour, line: colour, focus: colour, radius: px }),
      background: fc.record({ texture: fc.constantFrom(...TEXTURES) }),
      motion: fc.record({ duration: px, easing: fc.constantFrom("ease", "linear") }),
      shadow: fc.record({ down: px, blur: px, strength: px }),
    })
    .map((style) => HouseStyle.parse(style));
});
