"use client";
import { Button, Menu, MenuItem } from "@mui/material";
import { useState } from "react";
import { Quiet } from "../theme/pieces";
import { useFrame } from "./frame";

/** How the site is looked at: by whom, and the draft or what visitors see. */
export const SeenAsMenu = () => {
  const { frame, seen, setSeen } = useFrame();
  const [anchor, setAnchor] = useState<HTMLElement | null>(null);
  const audiences = [
    ["signedOut", "signed out"],
    ["signedIn", "signed in"],
    ...frame.levels.map((level) => [`level:${level.key}`, `as ${level.name}`] as const),
  ] as const;
  const name = audiences.find(([key]) => key === seen.audience)?.[1] ?? "signed out";
  const close = () => setAnchor(null);
  const look = (next: typeof seen) => {
    setSeen(next);
    close();
  };
  return (
    <>
      <Button
        variant="text"
        color="inherit"
        onClick={(event) => setAnchor(event.currentTarget)}
        aria-haspopup="menu"
        sx={{ fontWeight: 400, px: 0 }}
      >
        <span>
          <Quiet>seen</Quiet> <strong>{name}</strong>,{" "}
          <strong>{seen.state === "draft" ? "draft" : "what visitors see"}</strong> ▾
        </span>
      </Button>
      <Menu anchorEl={anchor} open={anchor !== null} onClose={close}>
        {audiences.map(([key, words]) => (
          <MenuItem
            key={key}
            selected={key === seen.audience}
            onClick={() => look({ ...seen, audience: key })}
          >
            {words}
          </MenuItem>
        ))}
        <MenuItem divider disabled aria-hidden sx={{ p: 0, minHeight: 0 }} />
        {(["draft", "live"] as const).map((state) => (
          <MenuItem key={state} selected={state === seen.state} onClick={() => look({ ...seen, state })}>
            {state === "draft" ? "the draft" : "what visitors see"}
          </MenuItem>
        ))}
      </Menu>
    </>
  );
};
