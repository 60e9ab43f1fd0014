import { type Design, getBody, STYLE_ID } from "../design/design";
import type { Pack } from "./shapes";

/** A text style of a pack: it comes along, or the site's own of the same name is worn. */
export interface PlannedTextStyle {
  readonly id: string;
  readonly name: string;
  /** The id it has on the site. */
  readonly here: string;
  readonly isThere: boolean;
}

/** The text styles of a pack, each with the one of the site that is worn for it. Names count, however they are written. */
export const plannedTextStyles = (
  { textStyles }: Pick<Pack, "textStyles">,
  design: Design,
): readonly PlannedTextStyle[] => {
  const mine = getBody(design, "style", STYLE_ID).textStyles;
  const taken = new Set([...mine, ...textStyles].map(({ id }) => id));
  return textStyles.map(({ id, name }) => {
    const same = mine.find((each) => each.name.toLowerCase() === name.toLowerCase());
    if (same) return { id, name, here: same.id, isThere: true };
    let here = id;
    if (mine.some((each) => each.id === id))
      for (let number = 2; taken.has(here); number += 1) here = `${id}-${number}`;
    taken.add(here);
    return { id, name, here, isThere: false };
  });
};
