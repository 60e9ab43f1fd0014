"use client";
import { Box, Button, Tooltip } from "@mui/material";
import { useParams } from "next/navigation";
import { useSnackbar } from "notistack";
import { useEffect } from "react";
import type { Part } from "../../core/model/part";
import { call } from "../client/call";
import { useCall, useRefresh, useSite } from "../client/hooks";
import { useFrame } from "../shell/frame";
import { useKeys } from "../shell/useKeys";
import { Pending, Quiet, Trouble, Wrong } from "../theme/pieces";
import { onSaved, useEditor } from "./editor";
import { PartHead } from "./PartHead";
import { PartList } from "./PartList";
import { Previews } from "./Previews";

/** One part: the list at the left, the previews at the right. */
export const PartScreen = () => {
  const { part: id } = useParams<{ part: string }>();
  const site = useSite();
  const { data, error } = useCall("part", { part: id });
  const editor = useEditor();
  const refresh = useRefresh();
  useEffect(() => {
    onSaved(() => void refresh());
    return () => {
      void useEditor.getState().flush();
    };
  }, [refresh]);
  useEffect(() => {
    if (data && data.id === id && useEditor.getState().saving !== "saving")
      editor.open(site, id, data.body as Part);
  }, [data, editor.open, id, site]);
  useEffect(() => {
    const leave = (event: BeforeUnloadEvent) => {
      if (useEditor.getState().saving !== "saved") event.preventDefault();
      void useEditor.getState().flush();
    };
    window.addEventListener("beforeunload", leave);
    return () => window.removeEventListener("beforeunload", leave);
  }, []);

  if (!data || !editor.part || editor.id !== id) return <Pending error={error} what="Opening the part …" />;
  return (
    <Box sx={{ display: "grid", gridTemplateRows: "auto minmax(0,1fr)", height: "100%" }}>
      <PartHead data={data} leaf="design">
        <Saving />
        <UndoRedo />
      </PartHead>
      <Box sx={{ display: "grid", gridTemplateColumns: { xs: "minmax(0,1fr)", md: "348px minmax(0,1fr)" } }}>
        <Box sx={{ borderRight: { md: 1 }, borderColor: { md: "divider" }, minWidth: 0, pb: 3 }}>
          {editor.trouble ? (
            <Box sx={{ px: 2 }}>
              <Trouble>{editor.trouble}</Trouble>
            </Box>
          ) : null}
          <PartList />
        </Box>
        <Box sx={(theme) => ({ background: theme.vars?.palette.ours.desk, minWidth: 0 })}>
          <Previews id={id} part={editor.part} />
        </Box>
      </Box>
    </Box>
  );
};

const Saving = () => {
  const { saving } = useEditor();
  if (saving === "failed") return <Wrong>Not saved</Wrong>;
  return <Quiet role="status">{saving === "saved" ? "Saved" : "Saving …"}</Quiet>;
};

const UndoRedo = () => {
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
  return (
    <>
      <Tooltip describeChild title="Ctrl Z">
        <span>
          <Button variant="text" color="inherit" disabled={frame.undo === null} onClick={() => step("undo")}>
            <span style={cut}>Undo {frame.undo ?? ""}</span>
          </Button>
        </span>
      </Tooltip>
      {frame.redo === null ? null : (
        <Tooltip describeChild title="Ctrl Shift Z">
          <Button variant="text" color="inherit" onClick={() => step("redo")}>
            <span style={cut}>Redo {frame.redo}</span>
          </Button>
        </Tooltip>
      )}
    </>
  );
};
