"use client";
import { Box, Button, Tooltip } from "@mui/material";
import { useParams, useSearchParams } from "next/navigation";
import { useSnackbar } from "notistack";
import { useEffect } from "react";
import type { Part } from "../../core/model/part";
import { call } from "../client/call";
import { useCall, useRefresh, useSite } from "../client/hooks";
import { Saving } from "../client/Saving";
import { useDocumentEditor } from "../client/useDocumentEditor";
import { useFrame } from "../shell/frame";
import { letterKeysOn, useKeys } from "../shell/useKeys";
import { Pending, Trouble } from "../theme/pieces";
import { useEditor } from "./editor";
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
    <Box sx={{ display: "grid", gridTemplateRows: "auto minmax(0,1fr)", height: "100%" }}>
      <PartHead data={data} leaf="design">
        <SavingOfEditor />
        <UndoRedo />
      </PartHead>
      <Box sx={{ display: "grid", gridTemplateColumns: { xs: "minmax(0,1fr)", md: "348px minmax(0,1fr)" } }}>
        <Box sx={{ borderRight: { md: 1 }, borderColor: { md: "divider" }, minWidth: 0, pb: 3 }}>
          <TroubleOfEditor />
          <PartList />
        </Box>
        <Box sx={(theme) => ({ background: theme.vars?.palette.ours.desk, minWidth: 0 })}>
          <Previews id={id} />
        </Box>
      </Box>
    </Box>
  );
};

/** How far what was edited is saved. The screen round it is not rendered for it. */
export const SavingOfEditor = () => <Saving state={useEditor((state) => state.saving)} />;

/** Why the last edit did not fit, if it did not. */
export const TroubleOfEditor = () => {
  const trouble = useEditor((state) => state.trouble);
  return trouble ? (
    <Box sx={{ px: 2 }}>
      <Trouble>{trouble}</Trouble>
    </Box>
  ) : null;
};

/** Undo and redo that save first, and show what they did at once. */
export const UndoRedo = () => {
  const { frame } = useFrame();
  const site = useSite();
  const refresh = useRefresh();
  const say = useSnackbar().enqueueSnackbar;
  const step = async (name: "undo" | "redo") => {
    const { id, flush, replace } = useEditor.getState();
    await flush();
    try {
      const saved = await call(site, name, {});
      const body = saved.documents[id];
      if (body) replace(body as Part);
      await refresh();
    } catch (error) {
      say(error instanceof Error ? error.message : "It could not be undone.", { variant: "error" });
    }
  };
  useKeys({ "ctrl+z": () => step("undo"), "ctrl+shift+z": () => step("redo"), "ctrl+y": () => step("redo") });
  const cut = { maxWidth: 230, overflow: "hidden", textOverflow: "ellipsis", whiteSpace: "nowrap" } as const;
  // what they name is cut where there is no room for it
  const asRoomAllows = { width: 92, flexGrow: 1, maxWidth: "max-content" } as const;
  return (
    <>
      <Tooltip describeChild title="Ctrl Z">
        <span style={asRoomAllows}>
          <Button
            variant="text"
            color="inherit"
            sx={{ maxWidth: "100%" }}
            disabled={frame.undo === null}
            onClick={() => step("undo")}
          >
            <span style={cut}>Undo {frame.undo ?? ""}</span>
          </Button>
        </span>
      </Tooltip>
      {frame.redo === null ? null : (
        <Tooltip describeChild title="Ctrl Shift Z">
          <Button variant="text" color="inherit" sx={asRoomAllows} onClick={() => step("redo")}>
            <span style={cut}>Redo {frame.redo}</span>
          </Button>
        </Tooltip>
      )}
    </>
  );
};
