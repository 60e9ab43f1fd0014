import { valuesFor } from "../blocks/shown";
import { documentsOf } from "../design/design";
import { blocksOf } from "../design/tree";
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

const pageEdges = new WeakMap<CompiledDesign, { readonly at: string; readonly edge: string }>();

/**
 * The next instant at which what is drawn of any page may change by itself: besides the edges of the design, an event
 * begins or ends, a notice comes or goes, a year ends (all instants are UTC, ISO).
 */
export const nextPageEdge = (compiled: CompiledDesign, at: string): string => {
  const known = pageEdges.get(compiled);
  if (known && known.at <= at && at < known.edge) return known.edge;
  let edge = `${Number(at.slice(0, 4)) + 1}-01-01T00:00:00.000Z`;
  const consider = (instant: string | null | undefined) => {
    if (instant && instant > at && instant < edge) edge = instant;
  };
  consider(nextEdge(compiled, at));
  for (const { startsAt, endsAt } of compiled.index.facts.entries) {
    consider(startsAt);
    consider(endsAt);
  }
  const bodies = [...documentsOf(compiled.design, "part"), ...documentsOf(compiled.design, "piece")];
  for (const { body } of bodies)
    for (const block of blocksOf(body))
      for (const instant of valuesFor(block, "moment")) consider(instant as string);
  pageEdges.set(compiled, { at, edge });
  return edge;
};
