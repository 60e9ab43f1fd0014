import type { Part } from "../design/part";
import { USUAL_COLUMN } from "../design/side-column";
import { freshened } from "../design/tree";
import { canonicalJson } from "../model/canonical";
import type { Menu } from "../model/menu";
import type { Picture } from "../model/picture";
import { mapBands, mapMenuItems, mapPlacement, type ReferenceMap } from "./references";
import type { Pack, PackPart } from "./shapes";

const same = (a: unknown, b: unknown): boolean => canonicalJson(a) === canonicalJson(b);

/** Codes of what differs; the words are in `messages`. Node ids do not count: a copy has its own. */
export const partDifferences = (mine: Part, theirs: PackPart, map: ReferenceMap): readonly string[] => {
  const withoutIds = (part: Pick<Part, "bands" | "choices">) => {
    let count = 0;
    return freshened(part, () => `n${count++}`);
  };
  return [
    mine.name === theirs.name ? "" : "name",
    same(withoutIds(mine), withoutIds({ ...theirs, bands: mapBands(theirs.bands, map) })) &&
    same(mine.column ?? USUAL_COLUMN, theirs.column ?? USUAL_COLUMN)
      ? ""
      : "content",
    same(mine.placement, mapPlacement(theirs.placement, map)) ? "" : "placement",
  ].filter((code) => code !== "");
};

/** The same of a menu. */
export const menuDifferences = (mine: Menu, theirs: Menu, map: ReferenceMap): readonly string[] =>
  [
    mine.name === theirs.name ? "" : "name",
    same(mine.items, mapMenuItems(theirs.items, map)) ? "" : "items",
  ].filter((code) => code !== "");

/** The same of a picture. */
export const pictureDifferences = (mine: Picture, theirs: Pack["pictures"][number]): readonly string[] =>
  [
    mine.name === theirs.name ? "" : "name",
    mine.file === theirs.sha256 ? "" : "file",
    mine.alt === theirs.alt ? "" : "alt",
    same(mine.focal, theirs.focal) ? "" : "focal",
  ].filter((code) => code !== "");
