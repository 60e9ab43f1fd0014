import type { Address, SiteIndex } from "../addresses/facts";
import { canonicalPath, splitPage } from "../addresses/paths";
import { valuesOnPage } from "../cascade/page-values";
import { choiceId, documentsOf, findBody } from "../design/design";
import { STANDING, type Standing } from "../model/identity";
import { SLOTS, type Slot } from "../model/slot";
import { expectedIn } from "./expectations";
import { type Resolution, shownAt } from "./resolution";
import { type CompiledDesign, isEmptyOnPurpose } from "./resolve";

/** One cell of the table of pages × slots. */
export interface CoverageCell {
  readonly part: string | null;
  readonly how: "rule" | "nothingByRule" | "choice" | "choiceOfNothing" | "missing" | "none";
  readonly tied: boolean;
  /** The page itself says something for what stands there: another picture, other words. */
  readonly says: boolean;
}

/** One page, or all later pages of an archive on one row. */
export interface CoverageRow {
  readonly key: string;
  readonly identity: string;
  /** How many later pages the row stands for; null for a page of its own. */
  readonly later: number | null;
  readonly path: string;
  readonly title: string;
  /** Indentation within its group. */
  readonly depth: number;
  readonly cells: Readonly<Record<Slot, CoverageCell>>;
}

/** What fills a slot on how many pages of a group, the largest share first. */
export interface Share {
  readonly part: string | null;
  readonly how: CoverageCell["how"];
  readonly pages: number;
}
export interface SlotShares {
  readonly shares: readonly Share[];
  readonly tied: number;
}

/** Pages that belong together: the front page, the entries of a kind or of a term, archives, and those every site has. */
export interface CoverageGroup {
  readonly id: string;
  readonly type: "front" | "kind" | "term" | "archives" | Standing;
  /** Name of the kind or term; empty where the type says it all. */
  readonly name: string;
  readonly rows: number;
  readonly pages: number;
  /** Its row, if it has just one. */
  readonly only: CoverageRow | null;
  readonly slots: Readonly<Record<Slot, SlotShares>>;
}

/** Which pages to show: words of title or path, parts that fill a slot, own choices, one finding. */
export interface CoverageFilter {
  readonly text?: string;
  readonly part?: string;
  readonly own?: boolean;
  readonly state?: "missing" | "tied" | "unused";
  /** The slot that part or state are about; any if not said. */
  readonly slot?: Slot;
}

interface Group extends Pick<CoverageGroup, "id" | "type" | "name"> {
  readonly numbers: readonly number[];
}

const LATER = "#later";

/** The key of a page number: its identity, marked for later pages of an archive. */
export const pageKey = (index: SiteIndex, number: number): string =>
  index.pages[number]?.identity + (number >= index.stems.length ? LATER : "");

/** The page number of a key, or undefined. */
export const numberOfKey = (index: SiteIndex, key: string): number | undefined => {
  if (!key.endsWith(LATER)) return index.numbers.get(key);
  const stem = index.numbers.get(key.slice(0, -LATER.length));
  return stem === undefined ? undefined : index.later.get(stem);
};

const grouped = new WeakMap<SiteIndex, Map<string, readonly Group[]>>();

/** The groups of a site, entries by kind or by the terms of a grouping, pages in tree order. Kept per site. */
export const groupsOf = (index: SiteIndex, by: string): readonly Group[] => {
  const known = grouped.get(index) ?? new Map<string, readonly Group[]>();
  grouped.set(index, known);
  const found = known.get(by) ?? makeGroups(index, by);
  known.set(by, found);
  return found;
};

const makeGroups = (index: SiteIndex, by: string): readonly Group[] => {
  const { facts, stems, later } = index;
  const members = new Map<string, number[]>();
  const put = (group: string, number: number) => {
    const list = members.get(group);
    if (list) list.push(number);
    else members.set(group, [number]);
  };
  const grouping = facts.groupings.find(({ id }) => id === by);
  const termOf = (page: Address) =>
    page.entry?.terms.find((term) => index.terms.get(term)?.grouping === grouping?.id) ?? "";
  for (const [number, page] of stems.entries()) {
    if (page.role === "entry") put(grouping ? `term:${termOf(page)}` : `kind:${page.kind}`, number);
    else put(page.role === "archive" ? "archives" : page.role, number);
    const more = later.get(number);
    if (more !== undefined) put("archives", more);
  }
  const entryGroups = grouping
    ? [
        ...facts.terms
          .filter((term) => term.grouping === grouping.id)
          .map((term) => ({ id: `term:${term.id}`, type: "term" as const, name: term.name })),
        { id: "term:", type: "term" as const, name: `without ${grouping.name}` },
      ]
    : facts.kinds.map((kind) => ({ id: `kind:${kind.id}`, type: "kind" as const, name: kind.plural }));
  return [
    { id: "front", type: "front" as const, name: "" },
    ...entryGroups,
    { id: "archives", type: "archives" as const, name: "" },
    ...STANDING.map((type) => ({ id: type, type, name: "" })),
  ].flatMap((group) => {
    const numbers = members.get(group.id);
    return numbers ? [{ ...group, numbers }] : [];
  });
};

/** Whether a page says something for a slot that the part there reads. */
const saysAt = ({ design, index }: CompiledDesign, slot: Slot, number: number, part: string): boolean => {
  const { identity } = index.pages[number] as Address;
  const values = findBody(design, "choice", choiceId(identity))?.values?.[slot];
  const body = findBody(design, "part", part);
  return body !== undefined && valuesOnPage(body, values).some(({ source }) => source === "page");
};

/** Cells of page numbers, one slot at a time. */
const cellsOf = (resolution: Resolution): ((slot: Slot, number: number) => CoverageCell) => {
  const expected = Object.fromEntries(SLOTS.map((slot) => [slot, expectedIn(resolution, slot)])) as Record<
    Slot,
    (number: number) => boolean
  >;
  const sayers = pagesThatSay(resolution.compiled, SLOTS);
  const empty = new Map<string, boolean>();
  const isNothing = (part: string) => {
    const found = empty.get(part) ?? isEmptyOnPurpose(resolution.compiled, part);
    empty.set(part, found);
    return found;
  };
  return (slot, number) => {
    const { ruled, marks } = resolution.columns[slot];
    const part = shownAt(resolution, slot, number);
    const mark = marks.get(number)?.is;
    if (mark === "nothing") return { part: null, how: "choiceOfNothing", tied: false, says: false };
    const says = part !== null && sayers.has(number) && saysAt(resolution.compiled, slot, number, part);
    if (mark === "choice") return { part, how: "choice", tied: false, says };
    if (part === null) return { part, how: expected[slot](number) ? "missing" : "none", tied: false, says };
    return { part, how: isNothing(part) ? "nothingByRule" : "rule", tied: ruled.tie[number] !== 0, says };
  };
};

/** The page a pasted address means, if it is one of the site's; words are looked for otherwise. */
const pastedNumber = (index: SiteIndex, text: string): number | undefined => {
  const path = /^https?:\/\/[^/]+(\/[^?#]*)?([?#].*)?$/.exec(text.trim());
  if (!path) return undefined;
  const canonical = canonicalPath(path[1] ?? "/");
  if (!canonical.ok) return undefined;
  const { stem, page } = splitPage(canonical.value);
  const number = index.paths.get(stem);
  return number === undefined || page === 1 ? number : index.later.get(number);
};

/** Page numbers of the groups that a filter lets through; pages that do not exist are left out. */
export const filtered = (resolution: Resolution, numbers: readonly number[], filter: CoverageFilter) => {
  const { compiled, weights, columns } = resolution;
  const { pages } = compiled.index;
  const pasted = pastedNumber(compiled.index, filter.text ?? "");
  const words =
    pasted === undefined
      ? (filter.text ?? "")
          .trim()
          .toLowerCase()
          .replace(/^https?:\/\/[^/]+/, "")
          .split(/\s+/)
          .filter((word) => word !== "")
      : [];
  const slots = filter.slot === undefined ? SLOTS : [filter.slot];
  const part = filter.part === undefined ? undefined : resolution.numbers.numberOf(filter.part);
  const isMarked = (number: number, ...states: string[]) =>
    slots.some((slot) => states.includes(columns[slot].marks.get(number)?.is ?? ""));
  const cell = filter.state === "missing" || filter.state === "tied" ? cellsOf(resolution) : undefined;
  const sayers = filter.own ? pagesThatSay(compiled, slots) : NOBODY;
  const inState = (number: number) =>
    filter.state === "unused"
      ? isMarked(number, "unused")
      : slots.some((slot) => {
          const found = cell?.(slot, number);
          return filter.state === "tied" ? found?.tied : found?.how === "missing";
        });
  return numbers.filter((number) => {
    if (weights[number] === 0 || (pasted !== undefined && number !== pasted)) return false;
    if (part !== undefined && !slots.some((slot) => columns[slot].shown[number] === part)) return false;
    if (filter.own && !isMarked(number, "choice", "nothing", "unused") && !sayers.has(number)) return false;
    if (filter.state !== undefined && !inState(number)) return false;
    if (words.length === 0) return true;
    const page = pages[number] as Address;
    const [title, path] = [page.title.toLowerCase(), page.path.toLowerCase()];
    return words.every((word) => title.includes(word) || path.includes(word));
  });
};

const NOBODY: ReadonlySet<number> = new Set();

/** Pages that say something themselves for what stands in one of the slots; of an archive its later pages too. */
const pagesThatSay = ({ design, index }: CompiledDesign, slots: readonly Slot[]): ReadonlySet<number> =>
  new Set(
    documentsOf(design, "choice").flatMap(({ body: { identity, values } }) => {
      const number = index.numbers.get(identity);
      const says = slots.some((slot) => Object.keys(values?.[slot] ?? {}).length > 0);
      if (number === undefined || !says) return [];
      const later = index.later.get(number);
      return later === undefined ? [number] : [number, later];
    }),
  );

/** The groups with their sizes and what fills their slots; groups that a filter empties are left out. */
export const coverageOf = (
  resolution: Resolution,
  by: string,
  filter: CoverageFilter,
): readonly CoverageGroup[] => {
  const cell = cellsOf(resolution);
  return groupsOf(resolution.compiled.index, by).flatMap((group) => {
    const numbers = filtered(resolution, group.numbers, filter);
    if (numbers.length === 0) return [];
    return [
      {
        id: group.id,
        type: group.type,
        name: group.name,
        rows: numbers.length,
        only: numbers.length === 1 ? (coverageRows(resolution, numbers)[0] ?? null) : null,
        pages: numbers.reduce((sum, number) => sum + (resolution.weights[number] as number), 0),
        slots: Object.fromEntries(
          SLOTS.map((slot) => [slot, sharesOf(numbers, slot, cell, resolution)]),
        ) as CoverageGroup["slots"],
      },
    ];
  });
};

const sharesOf = (
  numbers: readonly number[],
  slot: Slot,
  cell: (slot: Slot, number: number) => CoverageCell,
  { weights, columns }: Resolution,
): SlotShares => {
  const { shown, ruled, marks } = columns[slot];
  const shares = new Map<string, Share & { pages: number }>();
  /** Pages without a choice or a gap that show the same part are one share. */
  const byPart = new Map<number, Share & { pages: number }>();
  let tied = 0;
  for (const number of numbers) {
    const part = shown[number] as number;
    const weight = weights[number] as number;
    const isPlain = part !== 0 && !marks.has(number);
    if (isPlain && ruled.tie[number] !== 0) tied += weight;
    const known = isPlain ? byPart.get(part) : undefined;
    if (known) {
      known.pages += weight;
      continue;
    }
    const found = cell(slot, number);
    const key = `${found.how} ${found.part}`;
    const share = shares.get(key) ?? { part: found.part, how: found.how, pages: 0 };
    shares.set(key, share);
    share.pages += weight;
    if (isPlain) byPart.set(part, share);
    else if (found.tied) tied += weight;
  }
  return { shares: [...shares.values()].sort((a, b) => b.pages - a.pages), tied };
};

/** The rows of page numbers, in the order given. */
export const coverageRows = (resolution: Resolution, numbers: readonly number[]): readonly CoverageRow[] => {
  const { index } = resolution.compiled;
  const cell = cellsOf(resolution);
  return numbers.map((number) => {
    const page = index.pages[number] as Address;
    const isLater = number >= index.stems.length;
    return {
      key: pageKey(index, number),
      identity: page.identity,
      later: isLater ? (resolution.weights[number] as number) : null,
      path: page.path,
      title: page.title,
      depth: page.role === "entry" ? page.ancestors.length : isLater ? 1 : 0,
      cells: Object.fromEntries(SLOTS.map((slot) => [slot, cell(slot, number)])) as CoverageRow["cells"],
    };
  });
};
