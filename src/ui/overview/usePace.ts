import { useRef } from "react";

/** How fast a table is scrolled: to be read, too fast to be read, or by leaps of more than what is in view. */
export type Pace = "still" | "flying" | "leaping";

interface Motion {
  readonly offset: number;
  readonly pace: Pace;
}

/** Pixels between two renders, about a frame apart. A wheel or a finger stays below; a fling or the scrollbar does not. */
const FLYING = 150;
const LEAPING = 1200;

/** What moves on from `last`: once it flies it counts as flying until it stands, so that rows do not flicker. */
export const movedOn = (last: Motion, isScrolling: boolean, offset: number): Motion => {
  if (!isScrolling) return { offset, pace: "still" };
  const pixels = Math.abs(offset - last.offset);
  if (pixels === 0) return last;
  if (pixels >= LEAPING) return { offset, pace: "leaping" };
  return { offset, pace: pixels >= FLYING || last.pace !== "still" ? "flying" : "still" };
};

export const usePace = (isScrolling: boolean, offset: number): Pace => {
  const last = useRef<Motion>({ offset, pace: "still" });
  last.current = movedOn(last.current, isScrolling, offset);
  return last.current.pace;
};
