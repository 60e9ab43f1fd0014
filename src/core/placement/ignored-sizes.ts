import { pagedListOf } from "../archives/page-size";
import { type Design, findBody } from "../design/design";
import { type Operation, setNodeOperation } from "../design/operations";
import { wholeDesign } from "../design/pieces";
import { type Resolution, shownAt } from "./resolution";
import type { CompiledDesign } from "./resolve";

/**
 * How many entries stand on a page of an archive is said by the layout its first page has for who is signed out, for all of
 * its pages and everyone: else some would be on two pages or on none (`archives/page-size`). What other layouts say, on
 * later pages or to others, is not heard.
 */
export interface IgnoredSize {
  /** The layout that is not heard, and what its list says. */
  readonly part: string;
  readonly size: number;
  /** The layout that is, and what holds. */
  readonly first: string;
  readonly holds: number;
}

const sizeOf = (design: Design, part: string | null): number | undefined =>
  pagedListOf((part === null ? undefined : findBody(wholeDesign(design), "part", part)) ?? null)?.settings
    .pageSize;

/** Sizes that are not heard by who looks, each with the numbers of the pages they are not heard on. */
export const ignoredSizes = (
  { design, index }: CompiledDesign,
  resolution: Resolution,
  signedOut: Resolution,
): readonly (IgnoredSize & { readonly numbers: readonly number[] })[] => {
  const found = new Map<string, IgnoredSize & { numbers: number[] }>();
  for (const [stem, later] of index.later) {
    const own = shownAt(resolution, "layout", stem);
    // who sees no list on the first page sees one page
    if (sizeOf(design, own) === undefined) continue;
    const everyones = shownAt(signedOut, "layout", stem);
    const first = sizeOf(design, everyones) === undefined ? own : everyones;
    const holds = sizeOf(design, first);
    for (const number of [stem, later]) {
      const part = shownAt(resolution, "layout", number);
      const size = sizeOf(design, part);
      // of an archive that is one page there are no later ones
      if (resolution.weights[number] === 0 || first === null || part === null || part === first) continue;
      if (holds === undefined || size === undefined || holds === size) continue;
      const key = `${first} ${part}`;
      const known = found.get(key);
      if (known) known.numbers.push(number);
      else found.set(key, { part, size, first, holds, numbers: [number] });
    }
  }
  return [...found.values()];
};

/** What has the other layout say what holds; nothing where its list stands in a shared piece. */
export const withHeardSize = (design: Design, { part, holds }: IgnoredSize): readonly Operation[] => {
  const body = findBody(design, "part", part);
  const list = pagedListOf(body ?? null);
  return body && list ? [setNodeOperation(body, part, list.id, ["settings", "pageSize"], holds)] : [];
};
