import type { Menu, MenuItem, Promotion } from "../model/menu";
import { type Audience, isFor } from "../model/placement";
import type { Width } from "../model/values";

/** An item as a page shows it. `href` is null for a label that only opens what hangs below it. */
export interface ShownItem {
  readonly id: string;
  readonly label: string;
  /** Outline of its sign; null without one. */
  readonly sign: string | null;
  readonly href: string | null;
  readonly isHighlighted: boolean;
  readonly hideOn: readonly Width[];
  readonly opensTab: boolean;
  readonly promotion: Promotion | null;
  readonly items: readonly ShownItem[];
}

/** Paths of pages by identity; one that is gone is not here. */
export type Links = Readonly<Record<string, { readonly path: string }>>;

/** What decides which items are shown: pages there are, and who looks; everyone's items where nobody is told. */
export interface Shown {
  readonly links: Links;
  readonly audience?: Audience | undefined;
}

/**
 * The items of a menu as somebody sees them. One whose page is gone is not shown; what hangs below it stays reachable in
 * its place. One that is for others is not, with what is below it.
 */
export const shownItems = (items: readonly MenuItem[], { links, audience }: Shown): readonly ShownItem[] => {
  const known = knownItems.get(items);
  if (known?.links === links && known.audience === audience) return known.shown;
  const shown = items
    .filter(({ seenBy }) => audience === undefined || isFor(seenBy, audience))
    .flatMap((item) => shownItem(item, { links, audience }));
  knownItems.set(items, { links, audience, shown });
  return shown;
};
/** A page asks for the same menu several times: for what it shows, and for where it fits. */
const knownItems = new WeakMap<readonly MenuItem[], Shown & { readonly shown: readonly ShownItem[] }>();

const shownItem = (item: MenuItem, about: Shown): readonly ShownItem[] => {
  const items = shownItems(item.items, about);
  const { target } = item;
  const link = target && "identity" in target ? about.links[target.identity] : undefined;
  if (target && "identity" in target && !link) return items;
  const href = link ? link.path : target && "url" in target ? target.url : null;
  if (href === null && items.length === 0 && item.plain !== true) return [];
  return [
    {
      id: item.id,
      label: item.label,
      sign: item.sign?.outline ?? null,
      href,
      isHighlighted: item.highlight ?? false,
      hideOn: item.hideOn ?? [],
      opensTab: (item.newTab ?? false) && href !== null,
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
export const rowItems = (menu: Menu | undefined, share: MenuShare, about: Shown): readonly ShownItem[] =>
  menu ? shareOf(shownItems(menu.items, about), share) : [];

/** Those of them that are there on screens of a width. */
export const itemsOn = (items: readonly ShownItem[], width: Width): readonly ShownItem[] =>
  items.filter(({ hideOn }) => !hideOn.includes(width));
