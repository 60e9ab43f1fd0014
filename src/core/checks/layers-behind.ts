import { contrast, over } from "../colour/contrast";
import { type Colour, colourOf, steps } from "../colour/hex";
import { weightedPercentile } from "../colour/tones";
import { type Band, layerAbovePicture } from "../design/part";
import type { HouseStyle } from "../model/house-style";
import { hexOfValue } from "../style/resolve-colour";
import { COUNTED, textureCover } from "../style/textures-seen";

/**
 * What lies between a picture and the text on a band: its overlay and its texture, in the order they are laid there.
 * Of a gradient every step counts: somewhere along it a text stands.
 */
export interface Layer {
  readonly isAbovePicture: boolean;
  /** What it covers, and how much of the band: see-through colours it may have there, of a gradient its steps. */
  readonly cover: readonly { readonly colours: readonly Colour[]; readonly share: number }[];
}

/** What is seen behind a text, with how much there is of it: of a picture as greys 0 to 1, and of the ground beside it. */
export interface SeenBehind {
  readonly tones: readonly (readonly [grey: number, weight: number])[];
  /** Null where the picture fills everything. */
  readonly ground: readonly [colour: Colour, weight: number] | null;
}

const STEPS = 9;
const WHITE = { r: 1, g: 1, b: 1 };

const faded = (colour: Colour, percent: number): Colour => ({
  ...colour,
  alpha: colour.alpha * (percent / 100),
});

/** The layers of a band, the lowest first; with another overlay than its own if one is given, percent. */
export const layersOf = (
  { background, colour }: Band,
  style: HouseStyle,
  overlay = background.overlay,
): readonly Layer[] => {
  const { texture = "none", textureStrength, overlayColour, overlayTo } = background;
  const of = (value: string, otherwise: string) => colourOf(hexOfValue(style, value) ?? otherwise);
  const layers: (Layer & { readonly depth: number })[] = [];
  const add = (layer: "overlay" | "texture", cover: Layer["cover"]) => {
    const depth = layerAbovePicture(background, layer);
    layers.push({ isAbovePicture: depth > 0, depth, cover });
  };
  if (overlay > 0) {
    const first = of(overlayColour || background.colour, "#000000");
    const all = overlayTo ? steps(first, of(overlayTo, "#000000"), STEPS) : [first];
    add("overlay", [{ colours: all.map((each) => faded(each, overlay)), share: 1 }]);
  }
  if (texture !== "none") {
    const ink = faded(of(colour || "role:text", "#000000"), textureStrength);
    add("texture", textureCover(texture, ink));
  }
  return layers.sort((a, b) => a.depth - b.depth);
};

type Weighted<T> = readonly (readonly [T, number])[];
type Rgb = Parameters<typeof contrast>[0];

/** Grounds with a layer on them, of a gradient at one of its steps. */
const laidOn = (grounds: Weighted<Rgb>, { cover }: Layer, step: number): Weighted<Rgb> => {
  const free = cover.reduce((left, { share }) => left - share, 1);
  return grounds.flatMap(([ground, weight]) =>
    [
      ...cover.map(({ colours, share }) => {
        const colour = colours[Math.min(step, colours.length - 1)] as Colour;
        return [over(colour, ground), weight * share] as const;
      }),
      [ground, weight * free] as const,
    ].filter(([, share]) => share > 0),
  );
};

/**
 * Contrast of a text over what is seen behind it, at the 5th percentile of all that is seen; through the layers of the
 * band, of a gradient where it is worst, and through what the text's own band has of its ground at rest.
 */
export const ratioBehind = (
  text: Colour,
  { tones, ground }: SeenBehind,
  layers: readonly Layer[],
  laid: Colour | null = null,
): number => {
  const pictured: Weighted<Rgb> = tones.map(([grey, weight]) => [{ r: grey, g: grey, b: grey }, weight]);
  const free: Weighted<Rgb> = ground ? [[over(ground[0], WHITE), ground[1]]] : [];
  const most = Math.max(1, ...layers.flatMap(({ cover }) => cover.map(({ colours }) => colours.length)));
  const ratios = Array.from({ length: most }, (_, step) => {
    const through = (grounds: Weighted<Rgb>, some: readonly Layer[]) =>
      some.reduce((below, layer) => laidOn(below, layer, step), grounds);
    const above = layers.filter(({ isAbovePicture }) => isAbovePicture);
    const all = [...through(pictured, above), ...through(free, layers)];
    return weightedPercentile(
      all.map(([behind, weight]) => {
        const seen = laid ? over(laid, behind) : behind;
        return [contrast(over(text, seen), seen), weight];
      }),
      COUNTED,
    );
  });
  return Math.min(...ratios);
};
