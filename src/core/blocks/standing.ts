import { type BlockContext, nodeClass } from "../draw/context";
import { colourCss } from "../draw/css";
import type { BUTTON_LOOKS } from "../model/house-style";
import type { AnyBlock } from "../model/look";
import { type HeightScene, wornHeight } from "./heights";
import { type Extent, label, remIn, type Scene, wornText } from "./sizes";

/** Sizes of links that look like buttons: they follow `standingCss`. */

export const standingExtent = (
  text: string,
  look: (typeof BUTTON_LOOKS)[number],
  block: AnyBlock,
  scene: Scene,
): Extent => {
  const { paddingInline, lineWidth } = scene.measure.style.buttons;
  const padding = look === "plain" ? 0 : 2 * remIn(paddingInline, scene);
  return label(text, wornText(block, "button", scene), scene, padding + 2 * lineWidth);
};

/** Colours of its own hold pointed at as at rest, where an underline tells the two apart. */
export const standingLook = (
  { id, look }: AnyBlock,
  { css, data }: Pick<BlockContext, "css" | "data">,
): void => {
  const { colour, background } = look;
  if (colour === "" && background === "") return;
  css.node(`.${nodeClass(id)}:hover`, {
    color: colourCss(data.style, colour),
    background: colourCss(data.style, background),
    "text-decoration": "underline",
  });
};

export const standingHeight = (block: AnyBlock, scene: HeightScene): number => {
  const { paddingBlock, lineWidth } = scene.style.buttons;
  return wornHeight(block, "button", scene) + 2 * paddingBlock + 2 * lineWidth;
};
