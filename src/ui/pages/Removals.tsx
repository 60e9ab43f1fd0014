"use client";
import { Box, Button, Menu, MenuItem } from "@mui/material";
import { useState } from "react";
import { useAct, useCall } from "../client/hooks";
import { useFrame } from "../shell/frame";
import { Quiet } from "../theme/pieces";

/** What was deleted and can be brought back. Not there while nothing was. */
export const Removals = () => {
  const { frame, moment } = useFrame();
  const [anchor, setAnchor] = useState<HTMLElement | null>(null);
  const { data } = useCall("removals", {});
  const bringBack = useAct("bringBack");
  const removals = data?.removals ?? [];
  if (removals.length === 0 || frame.role === "viewer" || frame.role === "editor") return null;
  return (
    <>
      <Button
        variant="text"
        color="inherit"
        aria-haspopup="menu"
        sx={{ color: "text.secondary" }}
        onClick={(event) => setAnchor(event.currentTarget)}
      >
        Deleted ({removals.length}) ▾
      </Button>
      <Menu anchorEl={anchor} open={anchor !== null} onClose={() => setAnchor(null)}>
        {removals.map(({ id, label, at }) => (
          <MenuItem
            key={id}
            onClick={() => {
              setAnchor(null);
              bringBack.mutate({ removal: id });
            }}
          >
            <span>Bring back {label}</span>
            <Box component="span" sx={{ ml: 2 }}>
              <Quiet>{moment(at)}</Quiet>
            </Box>
          </MenuItem>
        ))}
      </Menu>
    </>
  );
};
