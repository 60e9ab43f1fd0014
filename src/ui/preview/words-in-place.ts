import { settingsOfKind } from "../../core/blocks/shown";
import { readRichHtml } from "../../core/content/rich-html";
import type { Block, Part } from "../../core/design/part";
import { findPlace } from "../../core/design/tree";
import { changeItem, findItem } from "../../core/menus/item-tree";
import type { MenuItem } from "../../core/model/menu";

/** Words that can be edited where they stand in a preview: of which node, and which of its words. */
export interface Words {
  readonly node: string;
  readonly words: string;
}

/** Where such words are kept: in a setting of the block, or in an item of the menu it shows. */
export type WordsPlace =
  | {
      readonly in: "block";
      readonly node: string;
      readonly path: readonly string[];
      /** Whether they are marked up, not plain. */
      readonly isRich: boolean;
      /** A field stands there whether it says something or not. */
      readonly mayBeEmpty?: true;
    }
  | {
      readonly in: "menu";
      readonly menu: string;
      readonly item: string;
      readonly of: "label" | "promotion";
    };

/** As `itemWords` of the renderer marks them. */
const OF_ITEM = /^(label|promotion) of ([a-z0-9-]+)$/;

/** Where the words a preview was pointed at are kept; undefined if the part has no such words. */
export const wordsPlace = (part: Pick<Part, "bands">, { node, words }: Words): WordsPlace | undefined => {
  const place = findPlace(part, node);
  if (place?.type !== "block") return undefined;
  const block = place.node as Block;
  const [, of, item] = OF_ITEM.exec(words) ?? [];
  if (block.kind === "menu" && of && item && block.settings.menu !== "")
    return { in: "menu", menu: block.settings.menu, item, of: of as "label" | "promotion" };
  const found = settingsOfKind(block.kind).find(({ path }) => path.join(".") === words);
  if (found?.role !== "words" && found?.role !== "richText") return undefined;
  const { path, role, mayBeEmpty } = found;
  const kept = { in: "block" as const, node, path: ["settings", ...path], isRich: role === "richText" };
  return mayBeEmpty ? { ...kept, mayBeEmpty } : kept;
};

/** The value of a setting for what was typed; undefined while nothing is left, since its place would be gone with it. */
export const typedValue = (
  { isRich, mayBeEmpty }: Extract<WordsPlace, { in: "block" }>,
  typed: string,
): unknown | undefined => {
  if (isRich) {
    const text = readRichHtml(typed);
    return text.length === 0 ? undefined : text;
  }
  return typed.trim() === "" && !mayBeEmpty ? undefined : typed;
};

/** The items of a menu with what was typed into one of them; the same where nothing is left of it, or it is gone. */
export const itemsWith = (
  items: readonly MenuItem[],
  { item, of }: Extract<WordsPlace, { in: "menu" }>,
  typed: string,
): readonly MenuItem[] => {
  const found = findItem(items, item);
  if (!found || typed.trim() === "") return items;
  if (of === "label") return changeItem(items, item, { label: typed });
  return found.promotion
    ? changeItem(items, item, { promotion: { ...found.promotion, text: typed } })
    : items;
};
