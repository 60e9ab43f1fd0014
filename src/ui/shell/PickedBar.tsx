"use client";
import { Box } from "@mui/material";
import type { ReactNode } from "react";

/** What can be done with what is selected in a table, above it. */
export const PickedBar = ({ label, children }: { readonly label: string; readonly children: ReactNode }) => (
  <Box
    component="section"
    aria-label={label}
    sx={(theme) => ({
      mt: 1.25,
      px: 1.5,
      py: 1,
      border: 1,
      borderColor: "divider",
      borderRadius: 1,
      background: theme.vars?.palette.ours.brassWash,
      display: "flex",
      flexWrap: "wrap",
      alignItems: "center",
      gap: 1.25,
    })}
  >
    {children}
  </Box>
);
