"use client";
import { Button, Menu } from "@mui/material";
import { type ReactNode, useState } from "react";

/** A quiet button that opens a menu beside a screen's heading. `children` are given the way to close it. */
export const QuietMenu = ({
  words,
  children,
}: {
  readonly words: string;
  readonly children: (close: () => void) => ReactNode;
}) => {
  const [anchor, setAnchor] = useState<HTMLElement | null>(null);
  const close = () => setAnchor(null);
  return (
    <>
      <Button
        variant="text"
        color="inherit"
        aria-haspopup="menu"
        sx={{ color: "text.secondary" }}
        onClick={(event) => setAnchor(event.currentTarget)}
      >
        {words} ▾
      </Button>
      <Menu anchorEl={anchor} open={anchor !== null} onClose={close}>
        {children(close)}
      </Menu>
    </>
  );
};
