"use client";
import { Box, Tooltip } from "@mui/material";
import type { ReactNode } from "react";

/** A small sign at the end of a setting's line that does something, and says what when it is pointed at. */
export const SignButton = ({
  title,
  label,
  isPressed,
  onPress,
  children,
}: {
  readonly title: string;
  readonly label: string;
  /** Of a sign that is on or off. */
  readonly isPressed?: boolean;
  readonly onPress: () => void;
  readonly children: ReactNode;
}) => (
  <Tooltip describeChild title={title}>
    <Box
      component="button"
      type="button"
      aria-label={label}
      aria-pressed={isPressed}
      onClick={onPress}
      sx={(theme) => ({
        flex: "none",
        display: "grid",
        placeItems: "center",
        width: 19,
        height: 24,
        p: 0,
        border: 0,
        borderRadius: "5px",
        background: isPressed ? theme.vars?.palette.ours.brassWash : "none",
        color: isPressed ? theme.vars?.palette.ours.brass : "text.secondary",
        cursor: "pointer",
        "&:hover": { color: "text.primary", background: theme.vars?.palette.ours.brassWash },
        "&:focus-visible": { outline: `2px solid ${theme.vars?.palette.ours.brass}` },
        "@media (pointer: coarse)": { width: 32, height: 44 },
      })}
    >
      {children}
    </Box>
  </Tooltip>
);
