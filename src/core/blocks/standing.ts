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

export const standingHeight = (block: AnyBlock, scene: HeightScene): number => {
  const { paddingBlock, lineWidth } = scene.style.buttons;
  return wornHeight(block, "button", scene) + 2 * paddingBlock + 2 * lineWidth;
};
