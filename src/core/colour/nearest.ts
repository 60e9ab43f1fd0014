import { deltaOk } from "./convert";
import { colourOf } from "./hex";

export interface Near<T> {
  readonly item: T;
  /** ΔE OK; below 0.02 people hardly see a difference. */
  readonly distance: number;
}

/** The colour of a palette that is nearest to a typed-in one; the first of equals. Undefined for an empty palette. */
export const nearestColour = <T extends { readonly value: string }>(
  value: string,
  palette: readonly T[],
): Near<T> | undefined => {
  const wanted = colourOf(value);
  let best: Near<T> | undefined;
  for (const item of palette) {
    const colour = colourOf(item.value);
    const distance = deltaOk(wanted, colour) + Math.abs(wanted.alpha - colour.alpha);
    if (!best || distance < best.distance) best = { item, distance };
  }
  return best;
};
