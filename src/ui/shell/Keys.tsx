"use client";
import {
  Box,
  Button,
  Checkbox,
  Dialog,
  DialogActions,
  DialogContent,
  DialogTitle,
  FormControlLabel,
} from "@mui/material";
import { useState } from "react";
import { Act } from "../theme/pieces";
import { letterKeysOn, setLetterKeys, useKeys } from "./useKeys";

const KEYS: readonly (readonly [string, string])[] = [
  ["Ctrl K", "go to a part, a page, a path"],
  ["Ctrl Z, Ctrl Shift Z", "undo, redo"],
  ["?", "this list"],
  ["arrow keys", "along the list of a part; in the table of pages"],
  ["Alt and an arrow", "move a block, a band"],
  ["A, B, C", "add a block, a band, a cell to a part"],
  ["P", "let pages change the main setting of a block, or not"],
  ["Ctrl D", "duplicate a block, a band"],
  ["Ctrl C, X, V", "copy, cut, paste a block, a cell, a band; also in other parts and sites"],
  [
    "Ctrl V from other programs",
    "a picture becomes a block, an address a button, lines items of the menu selected",
  ],
  ["F2", "rename a part or a band; change the words of a block"],
  ["Delete", "remove it; undo brings it back"],
  ["Esc", "from a field to its block; from block to cell to band, and out"],
  ["1 to 5", "look at another page while designing"],
];

/** The list of keys, and the switch for single-letter ones. */
export const Keys = () => {
  const [open, setOpen] = useState(false);
  const [letters, setLetters] = useState(true);
  const show = () => {
    setLetters(letterKeysOn());
    setOpen(true);
  };
  useKeys({ "?": () => (letterKeysOn() ? show() : undefined) });
  return (
    <>
      <Act onClick={show} style={{ fontWeight: 400, textDecoration: "none", color: "inherit", fontSize: 12 }}>
        ? keys
      </Act>
      <Dialog open={open} onClose={() => setOpen(false)} aria-labelledby="keys-title">
        <DialogTitle id="keys-title" sx={{ fontSize: 15, fontWeight: 600 }}>
          Keys
        </DialogTitle>
        <DialogContent>
          <Box
            component="dl"
            sx={{
              m: 0,
              display: "grid",
              gridTemplateColumns: "auto 1fr",
              gap: "6px 20px",
              "& dt": { fontWeight: 600 },
              "& dd": { m: 0, color: "text.secondary" },
            }}
          >
            {KEYS.map(([key, what]) => [<dt key={key}>{key}</dt>, <dd key={`${key} what`}>{what}</dd>])}
          </Box>
          <FormControlLabel
            sx={{ mt: 2 }}
            control={
              <Checkbox
                size="small"
                checked={letters}
                onChange={(_, on) => {
                  setLetterKeys(on);
                  setLetters(on);
                }}
              />
            }
            label="Keys of a single letter or mark work"
          />
        </DialogContent>
        <DialogActions>
          <Button onClick={() => setOpen(false)}>Close</Button>
        </DialogActions>
      </Dialog>
    </>
  );
};
