"use client";
import { Box, Typography } from "@mui/material";
import type { ReactNode } from "react";
import { MayChange } from "./ChoiceInput";

/** Settings unfolded below what is selected. */
export const Fold = ({
  label,
  title,
  mayChange = true,
  actions,
  children,
}: {
  readonly label: string;
  readonly title: string;
  /** Closed, they are only looked at. */
  readonly mayChange?: boolean;
  /** What can be done with it, beside the title. */
  readonly actions?: ReactNode;
  readonly children: ReactNode;
}) => (
  <Box
    component="section"
    aria-label={label}
    sx={(theme) => ({
      pl: "14px",
      pr: 2,
      py: 1.25,
      borderLeft: `2px solid ${theme.vars?.palette.ours.brass}`,
      background: theme.vars?.palette.ours.paper,
    })}
  >
    <Box sx={{ display: "flex", alignItems: "baseline", justifyContent: "space-between", gap: 1, mb: 0.5 }}>
      <Typography variant="h2" sx={{ minWidth: 0, overflowWrap: "anywhere" }}>
        {title}
      </Typography>
      {actions}
    </Box>
    <Box component="fieldset" disabled={!mayChange} sx={{ m: 0, p: 0, border: 0, minWidth: 0 }}>
      <MayChange value={mayChange}>{children}</MayChange>
    </Box>
  </Box>
);
