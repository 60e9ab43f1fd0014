"use client";
import { Box, Typography } from "@mui/material";
import type { ReactNode } from "react";

/** Settings unfolded below what is selected. */
export const Fold = ({
  label,
  title,
  children,
}: {
  readonly label: string;
  readonly title: string;
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
    <Typography variant="h2" sx={{ mb: 0.5 }}>
      {title}
    </Typography>
    {children}
  </Box>
);
