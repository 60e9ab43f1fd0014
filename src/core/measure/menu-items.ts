import type { Menu, MenuItem, Promotion } from "../model/menu";

/** An item as a page shows it. `href` is null for a label that only opens what hangs below it. */
export interface ShownItem {
  readonly id: string;
  readonly label: string;
  /** Outline of its sign; null without one. */
  readonly sign: string | null;
  readonly href: string | null;
  readonly isHighlighted: boolean;
  readonly promotion: Promotion | null;
  readonly items: readonly ShownItem[];
}

/** Paths of pages by identity; one that is gone is not here. */
export type Links = Readonly<Record<string, { readonly path: string }>>;

/** The items of a menu. One whose page is gone is not shown; what hangs below it stays reachable in its place. */
export const shownItems = (items: readonly MenuItem[], links: Links): readonly ShownItem[] => {
  const known = knownItems.get(items);
  if (known?.links === links) return known.shown;
  const shown = items.flatMap((item) => shownItem(item, links));
  knownItems.set(items, { links, shown });
  return shown;
};
/** A page asks for the same menu several times: for what it shows, and for where it fits. */
const knownItems = new WeakMap<
  readonly MenuItem[],
  { readonly links: Links; readonly shown: readonly ShownItem[] }
>();

const shownItem = (item: MenuItem, links: Links): readonly ShownItem[] => {
  const items = shownItems(item.items, links);
  const { target } = item;
  const link = target && "identity" in target ? links[target.identity] : undefined;
  if (target && "identity" in target && !link) return items;
  const href = link ? link.path : target && "url" in target ? target.url : null;
  if (href === null && items.length === 0) return [];
  return [
    {
      id: item.id,
      label: item.label,
      sign: item.sign?.outline ?? null,
      href,
      isHighlighted: item.highlight ?? false,
      promotion: item.promotion ?? null,
      items,
    },
  ];
};

export type MenuShare = "all" | "first" | "second";

/** The items a menu block shows in its row: all, or the half before or after what stands in the middle. */
export const shareOf = (items: readonly ShownItem[], share: MenuShare): readonly ShownItem[] => {
  const middle = Math.ceil(items.length / 2);
  if (share === "all") return items;
  return share === "first" ? items.slice(0, middle) : items.slice(middle);
};

/** What a menu block shows in its row; empty where the menu is gone or has nothing to show. */
export const rowItems = (menu: Menu | undefined, share: MenuShare, links: Links): readonly ShownItem[] =>
  menu ? shareOf(shownItems(menu.items, links), share) : [];
