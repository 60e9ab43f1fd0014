"use client";
import { Box, Button, Dialog, DialogActions, DialogContent, DialogTitle, TextField } from "@mui/material";
import { useSnackbar } from "notistack";
import { useState } from "react";
import type { Block, Part } from "../../core/design/part";
import { findPlace } from "../../core/design/tree";
import { count } from "../../messages/words";
import { type CallInput, call } from "../client/call";
import { useCall, useRefresh, useSite } from "../client/hooks";
import { leafPath } from "../client/paths";
import { SheetLink } from "../shell/SheetLink";
import { Act, Quiet } from "../theme/pieces";
import { useEditor } from "./editor";

/** A change of the part that the server makes: what waits is saved first, what it becomes is shown at once. */
const useServerChange = () => {
  const site = useSite();
  const refresh = useRefresh();
  const say = useSnackbar().enqueueSnackbar;
  return async <Name extends "makePiece" | "ownPiece">(
    name: Name,
    input: CallInput<Name>,
  ): Promise<boolean> => {
    const { id, flush, replace, select } = useEditor.getState();
    await flush();
    try {
      const saved = await call(site, name, input);
      const body = saved.documents[id];
      select(null);
      if (body) replace(body as Part);
      await refresh([saved]);
      return true;
    } catch (error) {
      say(error instanceof Error ? error.message : "It could not be done.", { variant: "error" });
      return false;
    }
  };
};

/** Makes a shared piece of what is selected: a name is asked for first. Only parts have pieces made of them here. */
export const MakePiece = ({
  nodes,
  onClose,
}: {
  readonly nodes: readonly string[];
  readonly onClose: () => void;
}) => {
  const id = useEditor((state) => state.id);
  const change = useServerChange();
  const [name, setName] = useState("");
  const make = async () => {
    if (await change("makePiece", { part: id, nodes: [...nodes], name })) onClose();
  };
  return (
    <Dialog open onClose={onClose} aria-labelledby="make-piece">
      <DialogTitle id="make-piece" sx={{ fontSize: 15, fontWeight: 600 }}>
        A shared piece
      </DialogTitle>
      <DialogContent sx={{ display: "grid", gap: 1.5, "&&": { pt: 1 } }}>
        <TextField
          label="Name"
          value={name}
          autoFocus
          onChange={(event) => setName(event.target.value)}
          onKeyDown={(event) => {
            if (event.key === "Enter" && name.trim() !== "") void make();
          }}
          slotProps={{ inputLabel: { shrink: true }, htmlInput: { maxLength: 120 } }}
        />
        <Quiet>Other parts can use it too. It is edited in one place and changes everywhere.</Quiet>
      </DialogContent>
      <DialogActions>
        <Button onClick={onClose}>Cancel</Button>
        <Button variant="contained" onClick={make} disabled={name.trim() === ""}>
          Make it
        </Button>
      </DialogActions>
    </Dialog>
  );
};

/** Of a use of a piece: where else it is used, the way to edit it, and to part from it. */
export const PieceActs = ({ part, node }: { readonly part: string; readonly node: string }) => {
  const site = useSite();
  const change = useServerChange();
  const { body, editedKind } = useEditor();
  const { data } = useCall("pieces", {});
  const block = body ? (findPlace(body, node)?.node as Block | undefined) : undefined;
  const id = block?.kind === "piece" ? block.settings.piece : "";
  const piece = data?.pieces.find((each) => each.id === id);
  if (!piece) return null;
  const others = piece.uses.length - 1;
  return (
    <Box sx={{ display: "flex", flexWrap: "wrap", columnGap: 2, alignItems: "baseline" }}>
      <SheetLink href={`${leafPath("pieces", site, id)}?in=${part}`}>Edit the piece</SheetLink>
      {editedKind === "part" ? (
        <Act onClick={() => void change("ownPiece", { part, node })}>Make it this part's own</Act>
      ) : null}
      <Quiet style={{ fontSize: 12 }}>
        {others > 0 ? `used in ${count(others, "other place")}` : "used nowhere else yet"}
      </Quiet>
    </Box>
  );
};
