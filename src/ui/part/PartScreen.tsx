"use client";
import { Box } from "@mui/material";
import { useParams, useSearchParams } from "next/navigation";
import { type ReactNode, useEffect } from "react";
import type { Part } from "../../core/design/part";
import { useCall } from "../client/hooks";
import { useDocumentEditor } from "../client/useDocumentEditor";
import { ValueSheet } from "../fields/ValueColumn";
import { useMenuEditor } from "../menus/menu-editor";
import { Saving, SavingTrouble } from "../shell/Saving";
import { letterKeysOn, useKeys } from "../shell/useKeys";
import { Pending } from "../theme/pieces";
import { useEditor } from "./editor";
import { MenuInHand } from "./MenuInHand";
import { toggleMainSetting } from "./OpenToPages";
import { PartHead } from "./PartHead";
import { PartList } from "./PartList";
import { Previews } from "./Previews";

/** One part: the list at the left, the previews at the right. */
export const PartScreen = () => {
  const { part: id } = useParams<{ part: string }>();
  const { data, error } = useCall("part", { part: id });
  const open = useEditor((state) => state.id);
  const isOpen = useEditor((state) => state.body !== null);
  const select = useEditor((state) => state.select);
  useEffect(() => useEditor.setState({ editedKind: "part" }), []);
  useDocumentEditor(useEditor, id, data?.id === id ? (data.body as Part) : undefined);
  const node = useSearchParams().get("node");
  useEffect(() => {
    if (node !== null && open === id) select(node);
  }, [node, open, id, select]);
  useKeys({ p: () => (letterKeysOn() ? toggleMainSetting() : undefined) });
  if (!data || !isOpen || open !== id) return <Pending error={error} what="Opening the part …" />;
  return (
    <Box sx={{ display: "grid", gridTemplateRows: "auto minmax(0,1fr)", height: { md: "100%" } }}>
      <PartHead data={data} leaf="design">
        <Saving of={useEditor} and={useMenuEditor} />
      </PartHead>
      <ListAndDesk>
        <Previews id={id} />
      </ListAndDesk>
    </Box>
  );
};

/** The list at the left and what it looks like at the right: each is scrolled by itself, so that the other stays in sight. */
export const ListAndDesk = ({ children }: { readonly children: ReactNode }) => (
  <ValueSheet>
    <Box
      sx={{
        borderRight: { md: 1 },
        borderColor: { md: "divider" },
        minWidth: 0,
        pb: 3,
        overflowY: { md: "auto" },
      }}
    >
      <TroubleOfEditor />
      <PartList />
    </Box>
    <Box
      sx={(theme) => ({
        background: theme.vars?.palette.ours.desk,
        minWidth: 0,
        overflowY: { md: "auto" },
      })}
    >
      {children}
    </Box>
  </ValueSheet>
);

/** Why what was edited does not fit or is not saved. The screen round it is not rendered for it. */
const TroubleOfEditor = () => (
  <Box sx={{ px: 2 }}>
    <SavingTrouble of={useEditor} />
    <MenuInHand />
  </Box>
);
