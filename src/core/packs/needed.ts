import { visitMenuPictures, visitReferences } from "./closure";
import { packLookup } from "./lookups";
import type { AskedNeed, Pack } from "./shapes";

/** What of a pack is needed while some of its parts are left out. */
export interface Needed {
  /** Whether a menu or a picture of the pack, by key, is used by a part that is not left out, or by none at all. */
  readonly item: (type: "menu" | "picture", key: string) => boolean;
  /** Whether a part that is not left out, or a menu that is needed and comes along, asks for it; or nobody does. */
  readonly need: (need: AskedNeed, isBrought: (menu: string) => boolean) => boolean;
}

const usesByPack = new WeakMap<Pack, ReadonlyMap<string, ReadonlySet<string>>>();

/** The parts by key that use each menu and picture: those in panels of menus too. */
const usesOf = (pack: Pack): ReadonlyMap<string, ReadonlySet<string>> => {
  const known = usesByPack.get(pack);
  if (known) return known;
  const uses = new Map<string, Set<string>>();
  const note = (id: string, part: string) => {
    const parts = uses.get(id) ?? new Set<string>();
    parts.add(part);
    uses.set(id, parts);
  };
  const { menus } = packLookup(pack);
  for (const part of pack.parts)
    visitReferences(part, (type, key) => {
      if (type !== "menu" && type !== "picture") return;
      note(`${type}:${key}`, part.key);
      const items = type === "menu" ? (menus.get(key)?.items ?? []) : [];
      visitMenuPictures(items, (picture) => note(`picture:${picture}`, part.key));
    });
  usesByPack.set(pack, uses);
  return uses;
};

/** `isLeftOut` says of parts by key whether they do not come in. */
export const neededOf = (pack: Pack, isLeftOut: (part: string) => boolean): Needed => {
  const uses = usesOf(pack);
  const item: Needed["item"] = (type, key) => {
    const by = uses.get(`${type}:${key}`);
    return by === undefined || [...by].some((part) => !isLeftOut(part));
  };
  return {
    item,
    need: ({ parts, menus }, isBrought) =>
      (parts.length === 0 && menus.length === 0) ||
      parts.some((part) => !isLeftOut(part)) ||
      menus.some((menu) => item("menu", menu) && isBrought(menu)),
  };
};
