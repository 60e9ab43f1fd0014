"use client";
import { create } from "zustand";
import type { Menu } from "../../core/model/menu";
import type { Instead } from "../../workers/preview.worker";
import { useMenuEditor } from "../menus/menu-editor";

/** The menu whose words are edited in the previews of a part, and whether it is open in its editor. */
interface MenuInHand {
  readonly menu: string | null;
  readonly isOpen: boolean;
}
export const useMenuInHand = create<MenuInHand>(() => ({ menu: null, isOpen: false }));

export const takeInHand = (menu: string): void => {
  if (useMenuInHand.getState().menu !== menu) useMenuInHand.setState({ menu, isOpen: false });
};

const NOTHING_INSTEAD: Instead = {};
const insteadOf = new WeakMap<Menu, Instead>();

/** What stands in for the menu a page has: the one in hand as it is being edited. The same object while it stays the same. */
export const menuInstead = (): Instead => {
  const { menu, isOpen } = useMenuInHand.getState();
  const { id, body } = useMenuEditor.getState();
  if (!isOpen || id !== menu || !body) return NOTHING_INSTEAD;
  const instead = insteadOf.get(body) ?? { menus: { [id]: body } };
  insteadOf.set(body, instead);
  return instead;
};

export const useMenuInstead = (): Instead => {
  useMenuInHand();
  useMenuEditor(({ body }) => body);
  return menuInstead();
};
