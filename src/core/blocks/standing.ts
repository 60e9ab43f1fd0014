import type { BUTTON_LOOKS, HouseStyle } from "../model/house-style";
import type { AnyBlock } from "../model/look";
import { lineHeight } from "./heights";
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

export const standingHeight = ({ look }: AnyBlock, style: HouseStyle): number =>
  lineHeight(style, look.type || "button") + 2 * style.buttons.paddingBlock + 2 * style.buttons.lineWidth;
