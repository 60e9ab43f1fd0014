import type { CompiledDesign } from "./resolve";

/**
 * The next instant at which an answer about a design changes by itself: a window opens or ends, an entry is published.
 * Null if none is known; then an answer holds until someone changes something.
 */
export const nextEdge = ({ byPart, index }: CompiledDesign, at: string): string | null => {
  let edge: string | null = null;
  const consider = (instant: string | null | undefined) => {
    if (instant && instant > at && (edge === null || instant < edge)) edge = instant;
  };
  for (const { window } of byPart.values()) {
    consider(window?.from);
    consider(window?.until);
  }
  for (const { publishedOn } of index.facts.entries) consider(publishedOn);
  return edge;
};
