import { identitiesLedTo, idsShown, valuesFor } from "../blocks/shown";
import type { Block, Part } from "../design/part";
import { blocksOf } from "../design/tree";
import { rowsOf } from "../menus/item-tree";
import type { Menu, MenuItem } from "../model/menu";
import { identityOf, type Target } from "../model/values";

/** Links to pages that are gone: in blocks of any kind, in menus, in what pages say themselves. */

/** Whether there is a page with an identity. */
export type HasPage = (identity: string) => boolean;

export const isDead = (target: Target | null | undefined, hasPage: HasPage): boolean => {
  const identity = identityOf(target);
  return identity !== undefined && !hasPage(identity);
};

/** Items whose page is gone, at every level. */
export const deadItems = (items: readonly MenuItem[], hasPage: HasPage): readonly MenuItem[] =>
  rowsOf(items).flatMap(({ item }) => (isDead(item.target, hasPage) ? [item] : []));

/** Blocks of a part that lead to a page that is gone by themselves, menus left out. */
export const deadBlocks = (part: Pick<Part, "bands">, hasPage: HasPage): readonly Block[] =>
  blocksOf(part).filter((block) => identitiesLedTo(block).some((identity) => !hasPage(identity)));

/** The words of a block by which people know it; empty where it has none. */
export const wordsOfBlock = (block: Block): string =>
  String(valuesFor(block, "words").find((words) => words !== "") ?? "");

/** Whether anything in a part leads nowhere, the menus it shows included. */
export const leadsNowhere = (
  part: Pick<Part, "bands">,
  menuOf: (id: string) => Menu | undefined,
  hasPage: HasPage,
): boolean =>
  deadBlocks(part, hasPage).length > 0 ||
  blocksOf(part)
    .flatMap((block) => idsShown(block, "menu"))
    .some((id) => deadItems(menuOf(id)?.items ?? [], hasPage).length > 0);
