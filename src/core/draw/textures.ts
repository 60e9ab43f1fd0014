import type { Texture } from "../model/house-style";

/** Textures drawn in CSS alone, in a colour and how strong (percent). Pure gradients: no file, sharp at any size. */
const ink = (colour: string, strength: number): string =>
  `color-mix(in srgb,${colour} ${strength}%,transparent)`;

export const textureCss = (
  texture: Texture,
  colour: string,
  strength: number,
): Readonly<Record<string, string>> => {
  const line = ink(colour, strength);
  switch (texture) {
    case "none":
      return {};
    case "dots":
      return {
        "background-image": `radial-gradient(${line} 1px,transparent 1.5px)`,
        "background-size": "12px 12px",
      };
    case "grid":
      return {
        "background-image": `linear-gradient(${line} 1px,transparent 1px),linear-gradient(90deg,${line} 1px,transparent 1px)`,
        "background-size": "24px 24px",
      };
    case "lines":
      return { "background-image": `repeating-linear-gradient(135deg,${line} 0 1px,transparent 1px 9px)` };
    case "weave":
      return {
        "background-image": `repeating-linear-gradient(45deg,${line} 0 2px,transparent 2px 8px),repeating-linear-gradient(135deg,${line} 0 2px,transparent 2px 8px)`,
      };
  }
};

/** How much of a ground a texture covers, 0 to 1, as its gradients draw it: with its ink once, and where lines cross twice. */
export const inkShares = (texture: Texture): readonly [once: number, twice: number] => {
  switch (texture) {
    case "none":
      return [0, 0];
    case "dots":
      // solid to 1 px from the middle, gone at 1.5 px
      return [(Math.PI * 1.25 ** 2) / 12 ** 2, 0];
    case "grid":
      return crossed(1 / 24);
    case "lines":
      return [1 / 9, 0];
    case "weave":
      return crossed(2 / 8);
  }
};
/** Lines in two directions, each of which covers so much. */
const crossed = (share: number): readonly [number, number] => [2 * share * (1 - share), share ** 2];

export const declarations = (values: Readonly<Record<string, string>>): string =>
  Object.entries(values)
    .map(([property, value]) => `${property}:${value}`)
    .join(";");
