import { settingsOfKind } from "../blocks/shown";
import { type Design, documentsOf, findBody } from "../design/design";
import { type Operation, setNodeOperation, setOperation, valueAt } from "../design/operations";
import type { Block } from "../design/part";
import { walk } from "../design/tree";
import type { MenuItem } from "../model/menu";

/** Words of a design that people typed: in parts, and in the labels of menus. */
export interface TextPlace {
  readonly document: string;
  /** The node of a part; null in a menu. */
  readonly node: string | null;
  readonly path: readonly (string | number)[];
  readonly text: string;
}

type Path = readonly (string | number)[];

/** The words of a rich text: what its runs and its code say. */
const inRichText = (value: unknown, path: Path): readonly (readonly [Path, string])[] => {
  if (value === null || typeof value !== "object") return [];
  return Object.entries(value).flatMap(([key, each]) => {
    const here = [...path, Array.isArray(value) ? Number(key) : key];
    if (typeof each === "string") return key === "text" ? [[here, each] as const] : [];
    return inRichText(each, here);
  });
};

/** The words of a block that people typed, with where they stand. */
const wordsOf = (block: Block): readonly (readonly [Path, string])[] =>
  settingsOfKind(block.kind).flatMap(({ path, role }) => {
    const here = ["settings", ...path];
    const value = valueAt(block, here);
    if (role === "richText") return inRichText(value, here);
    return role === "words" && typeof value === "string" ? [[here, value] as const] : [];
  });

const inMenu = (document: string, items: readonly MenuItem[], path: Path): readonly TextPlace[] =>
  items.flatMap((item, at): readonly TextPlace[] => [
    { document, node: null, path: [...path, at, "label"], text: item.label },
    ...(item.promotion && item.promotion.text !== ""
      ? [{ document, node: null, path: [...path, at, "promotion", "text"], text: item.promotion.text }]
      : []),
    ...inMenu(document, item.items, [...path, at, "items"]),
  ]);

/** All words of a design. Parts in the bin are left out. */
export const textPlaces = (design: Design): readonly TextPlace[] => [
  ...[...documentsOf(design, "part"), ...documentsOf(design, "piece")].flatMap(({ id, body }) =>
    "binnedAt" in body && body.binnedAt !== null
      ? []
      : [...walk(body)].flatMap(({ node }) =>
          "kind" in node
            ? wordsOf(node).map(([path, text]) => ({ document: id, node: node.id, path, text }))
            : [],
        ),
  ),
  ...documentsOf(design, "menu").flatMap(({ id, body }) => inMenu(id, body.items, ["items"])),
];

export interface Search {
  readonly find: string;
  readonly isExact: boolean;
}

/** Where a text has what is looked for: first and last place, ascending, none inside another. Case counts only when asked. */
export const matchesIn = (
  text: string,
  { find, isExact }: Search,
): readonly (readonly [number, number])[] => {
  if (find === "") return [];
  const escaped = find.replace(/[.*+?^${}()|[\]\\]/g, "\\$&");
  return [...text.matchAll(new RegExp(escaped, isExact ? "gu" : "giu"))].map((found) => [
    found.index,
    found.index + found[0].length,
  ]);
};

export const replaced = (text: string, search: Search, by: string): string => {
  let next = "";
  let from = 0;
  for (const [start, end] of matchesIn(text, search)) {
    next += text.slice(from, start) + by;
    from = end;
  }
  return next + text.slice(from);
};

export const sameTextPlace = (
  a: Pick<TextPlace, "document" | "node" | "path">,
  b: Pick<TextPlace, "document" | "node" | "path">,
): boolean =>
  a.document === b.document && a.node === b.node && JSON.stringify(a.path) === JSON.stringify(b.path);

/** The operations that replace in these places; those that no longer hold the text are left alone. */
export const replaceOperations = (
  design: Design,
  places: readonly Pick<TextPlace, "document" | "node" | "path">[],
  search: Search,
  by: string,
): readonly Operation[] => {
  const all = textPlaces(design);
  return places.flatMap((place): Operation[] => {
    const found = all.find((each) => sameTextPlace(each, place));
    if (!found || matchesIn(found.text, search).length === 0) return [];
    const next = replaced(found.text, search, by);
    if (next === found.text) return [];
    const { document, node, path } = found;
    const part = findBody(design, "part", document) ?? findBody(design, "piece", document);
    return node !== null && part
      ? [setNodeOperation(part, document, node, path, next)]
      : [setOperation(design, document, path, next)];
  });
};
