import type { HouseStyle, PaletteColour } from "../model/house-style";

type Colours = Pick<HouseStyle, "palette" | "roles">;

/** The colour of the palette a value stands for; undefined for a typed-in one, an empty one and one that is gone. */
export const findColour = (style: Colours, value: string): PaletteColour | undefined => {
  const [type, name = ""] = value.split(":");
  const id =
    type === "role" ? style.roles[name as keyof typeof style.roles] : type === "colour" ? name : null;
  return style.palette.find((colour) => colour.id === id);
};

/** What a colour value is as `#rrggbb[aa]`; one that is gone falls back to the colour of texts, as on pages. Undefined for empty. */
export const hexOfValue = (style: Colours, value: string): string | undefined => {
  if (value === "") return undefined;
  if (value.startsWith("#")) return value;
  return (findColour(style, value) ?? findColour(style, "role:text"))?.value;
};
