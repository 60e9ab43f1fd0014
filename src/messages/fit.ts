import type { BandState } from "../core/layout/fit";
import { digits } from "./words";

/** What a band does at a width, in a few words. */
export const STATE_NAMES: Readonly<Record<BandState, string>> = {
  hidden: "not shown",
  row: "one row",
  button: "menu as a button",
  crowded: "more than one row",
  overflowing: "wider than the screen",
};

export const stretchWords = ({
  state,
  from,
  to,
}: {
  readonly state: BandState;
  readonly from: number;
  readonly to: number;
}): string => `${STATE_NAMES[state]} from ${digits(from)} to ${digits(to)} px`;
