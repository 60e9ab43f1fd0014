"use client";
import { useEffect } from "react";
import type { Menu } from "../../core/model/menu";
import { useCall, useSite } from "../client/hooks";
import { leafPath } from "../client/paths";
import { useDocumentEditor } from "../client/useDocumentEditor";
import { useMenuEditor } from "../menus/menu-editor";
import { SavingTrouble } from "../shell/Saving";
import { Trouble } from "../theme/pieces";
import { useEditor } from "./editor";
import { useMenuInHand } from "./menu-in-hand";

/** Opens the menu whose words are edited in a preview, as on its own screen; what is not saved of it is said here. */
export const MenuInHand = () => {
  const menu = useMenuInHand((state) => state.menu);
  useEffect(() => () => useMenuInHand.setState({ menu: null, isOpen: false }), []);
  return menu === null ? null : <Open key={menu} menu={menu} />;
};

const Open = ({ menu }: { readonly menu: string }) => {
  const site = useSite();
  const { data, error } = useCall("menu", { menu });
  const body = data?.id === menu ? (data.body as Menu) : undefined;
  useDocumentEditor(useMenuEditor, menu, body, leafPath("menus", site, menu));
  const isThere = body !== undefined;
  useEffect(() => {
    if (isThere) useMenuInHand.setState({ menu, isOpen: true });
  }, [isThere, menu]);
  // what was changed of it is asked for by the previews once it is saved and no longer in hand
  useEffect(() => () => void useMenuEditor.getState().flush().then(useEditor.getState().countOther), []);
  return (
    <>
      {error ? <Trouble>{error.message}</Trouble> : null}
      <SavingTrouble of={useMenuEditor} />
    </>
  );
};
