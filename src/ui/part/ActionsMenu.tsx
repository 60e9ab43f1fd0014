"use client";
import { Box, Menu, MenuItem } from "@mui/material";
import { useState } from "react";
import { Act, Quiet } from "../theme/pieces";

/** Something that can be done with what is selected. */
export interface Action {
  readonly words: string;
  /** The keys that do the same, in the list. */
  readonly keys?: string;
  readonly run: () => void;
}

/** All that can be done with what is selected, in one place, each with its keys. */
export const ActionsMenu = ({ actions }: { readonly actions: readonly Action[] }) => {
  const [at, setAt] = useState<HTMLElement | null>(null);
  return (
    <>
      <Act
        aria-haspopup="menu"
        aria-expanded={at !== null}
        onClick={({ currentTarget }) => setAt(currentTarget)}
        style={{ fontWeight: 400, textDecoration: "none" }}
      >
        Actions ▾
      </Act>
      <Menu anchorEl={at} open={at !== null} onClose={() => setAt(null)}>
        {actions.map(({ words, keys, run }) => (
          <MenuItem
            key={words}
            onClick={() => {
              setAt(null);
              run();
            }}
          >
            <Box component="span" sx={{ flex: 1 }}>
              {words}
            </Box>
            {keys ? (
              <Quiet aria-hidden style={{ fontSize: 12, marginLeft: 24 }}>
                {keys}
              </Quiet>
            ) : null}
          </MenuItem>
        ))}
      </Menu>
    </>
  );
};
