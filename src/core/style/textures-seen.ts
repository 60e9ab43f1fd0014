import { over } from "../colour/contrast";
import { type Colour, colourOf, hexOf } from "../colour/hex";
import { PAGE_TEXTURE_STRENGTH } from "../draw/base-css";
import { inkShares } from "../draw/textures";
import type { HouseStyle, Texture } from "../model/house-style";
import { hexOfValue } from "./resolve-colour";

/** So small a share of what lies behind a text does not make it unreadable: bright dots, thin lines. */
export const COUNTED = 0.05;

/** The ink of a texture where it lies once and where its lines cross, each with its share of the ground. */
export const textureCover = (
  texture: Texture,
  ink: Colour,
): readonly { readonly colours: readonly Colour[]; readonly share: number }[] => {
  const [once, twice] = inkShares(texture);
  return [
    { colours: [ink], share: once },
    { colours: [{ ...ink, alpha: 1 - (1 - ink.alpha) ** 2 }], share: twice },
  ];
};

/** What a texture makes of a solid ground where there is enough of it to count, as `#rrggbb`. */
export const texturedGrounds = (texture: Texture, ink: Colour, ground: string): readonly string[] => {
  const [once, twice] = textureCover(texture, ink);
  const counts = [once, twice].filter(
    (each, at) => each !== undefined && each.share + (at === 0 ? (twice?.share ?? 0) : 0) >= COUNTED,
  );
  return counts.flatMap((each) => each?.colours.map((colour) => hexOf(over(colour, colourOf(ground)))) ?? []);
};

/** The ground of pages, and what its texture makes of it. */
export const pageGrounds = (style: HouseStyle): readonly string[] => {
  const [ground, text] = ["role:background", "role:text"].map((role) => hexOfValue(style, role) ?? "#ffffff");
  const ink = colourOf(text as string);
  const { texture } = style.background;
  return [
    "role:background",
    ...texturedGrounds(
      texture,
      { ...ink, alpha: ink.alpha * (PAGE_TEXTURE_STRENGTH / 100) },
      ground as string,
    ),
  ];
};
