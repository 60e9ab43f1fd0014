"use client";
import type { Block } from "../../core/design/part";
import { findPlace } from "../../core/design/tree";
import { useAboutSite } from "../client/about-site";
import { useSite } from "../client/hooks";
import { leafPath } from "../client/paths";
import { SheetLink } from "../shell/SheetLink";
import { Quiet } from "../theme/pieces";
import { useEditor } from "./editor";

/** Of a menu that is shown: the way to it. Its words can be written in the previews too. */
export const MenuActs = ({ node }: { readonly node: string }) => {
  const site = useSite();
  const { about } = useAboutSite();
  const id = useEditor(({ body }) => {
    const block = body ? (findPlace(body, node)?.node as Block | undefined) : undefined;
    return block?.kind === "menu" ? block.settings.menu : "";
  });
  const menu = about.menus.find((each) => each.id === id);
  if (!menu) return null;
  return (
    <div>
      <SheetLink href={leafPath("menus", site, id)}>Edit the menu</SheetLink>{" "}
      <Quiet style={{ fontSize: 12 }}>
        or click its words in a preview; they change wherever {menu.name} is shown
      </Quiet>
    </div>
  );
};
