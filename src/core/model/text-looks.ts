import type { FontUse, HouseStyle, TextLook, TypeStyle } from "./house-style";
import { type Responsive, valueAt, type Width } from "./values";

/** What a text style says, by its name and by the width of the screen. */

type Typed = Pick<HouseStyle, "type" | "textStyles">;

const OWN = "style:";
/** The name a block wears a text style of the site's own by. */
export const namedStyle = (id: string): TypeStyle => `${OWN}${id}`;
/** The id of a text style of the site's own; undefined for those that every site has. */
export const ownStyleId = (name: string): string | undefined =>
  name.startsWith(OWN) ? name.slice(OWN.length) : undefined;

/** Whether a house style has a text style. */
export const hasStyle = ({ textStyles }: Typed, name: TypeStyle): boolean => {
  const id = ownStyleId(name);
  return id === undefined || textStyles.some((own) => own.id === id);
};

/** A text style by name; one that is not there any more is that of running text. */
export const textLookOf = ({ type, textStyles }: Typed, name: TypeStyle): TextLook => {
  const id = ownStyleId(name);
  if (id === undefined) return type[name as keyof Typed["type"]];
  return textStyles.find((own) => own.id === id)?.look ?? type.body;
};

/** The sizes of a text style on the three widths, rem. */
export const sizesOf = ({ size, sizeOn }: TextLook): Responsive<number> => ({ wide: size, ...sizeOn });

/** Whether a text style has one size on all widths. */
const isOneSize = ({ sizeOn }: TextLook): boolean =>
  sizeOn.middle === undefined && sizeOn.small === undefined;

const onWidth = (look: TextLook, width: Width): TextLook =>
  isOneSize(look) ? look : { ...look, size: valueAt(sizesOf(look), width), sizeOn: {} };

const known = new WeakMap<HouseStyle, Partial<Record<Width, HouseStyle>>>();
/** A house style as it is on screens of a width: each text style in the size it has there. The same one where all have one size. */
export const styleOn = (style: HouseStyle, width: Width): HouseStyle => {
  const before = known.get(style) ?? {};
  const found = before[width];
  if (found) return found;
  const own = style.textStyles.map((each) => ({ ...each, look: onWidth(each.look, width) }));
  const looks = Object.entries(style.type);
  const made =
    looks.every(([, look]) => isOneSize(look)) && style.textStyles.every(({ look }) => isOneSize(look))
      ? style
      : {
          ...style,
          type: Object.fromEntries(
            looks.map(([name, look]) => [name, onWidth(look, width)]),
          ) as HouseStyle["type"],
          textStyles: own,
        };
  known.set(style, { ...before, [width]: made });
  return made;
};

/** The family text of a kind is set in. */
export const familyOf = ({ fonts }: Pick<HouseStyle, "fonts">, use: FontUse): string =>
  fonts[use] || fonts.text;
