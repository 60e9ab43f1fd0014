import { pagedListOf } from "../archives/page-size";
import { type Design, findBody } from "../design/design";
import { type Operation, setNodeOperation } from "../design/operations";
import { wholeDesign } from "../design/pieces";
import { type Resolution, shownAt } from "./resolution";
import type { CompiledDesign } from "./resolve";

/**
 * How many entries stand on a page of an archive is said by the layout of its first page, for all of them: else some would
 * be on two pages or on none. What another layout on the later ones says is not heard.
 */
export interface IgnoredSize {
  /** The layout of later pages, and what its list says. */
  readonly part: string;
  readonly size: number;
  /** The layout of the first page, and what holds. */
  readonly first: string;
  readonly holds: number;
}

const sizeOf = (design: Design, part: string | null): number | undefined =>
  pagedListOf((part === null ? undefined : findBody(wholeDesign(design), "part", part)) ?? null)?.settings
    .pageSize;

/** Sizes that are not heard, each with the numbers of the later pages they are not heard on. */
export const ignoredSizes = (
  { design, index }: CompiledDesign,
  resolution: Resolution,
): readonly (IgnoredSize & { readonly numbers: readonly number[] })[] => {
  const found = new Map<string, IgnoredSize & { numbers: number[] }>();
  for (const [stem, later] of index.later) {
    // an archive that is one page has no later ones
    if (resolution.weights[later] === 0) continue;
    const [first, part] = [shownAt(resolution, "layout", stem), shownAt(resolution, "layout", later)];
    if (first === null || part === null || first === part) continue;
    const [holds, size] = [sizeOf(design, first), sizeOf(design, part)];
    if (holds === undefined || size === undefined || holds === size) continue;
    const key = `${first} ${part}`;
    const known = found.get(key);
    if (known) known.numbers.push(later);
    else found.set(key, { part, size, first, holds, numbers: [later] });
  }
  return [...found.values()];
};

/** What has the later layout say what holds; nothing where its list stands in a shared piece. */
export const withHeardSize = (design: Design, { part, holds }: IgnoredSize): readonly Operation[] => {
  const body = findBody(design, "part", part);
  const list = pagedListOf(body ?? null);
  return body && list ? [setNodeOperation(body, part, list.id, ["settings", "pageSize"], holds)] : [];
};
