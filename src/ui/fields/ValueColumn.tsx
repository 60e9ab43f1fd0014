"use client";
import { Box } from "@mui/material";
import type { ReactNode } from "react";
import { MayChange } from "./ChoiceInput";

/** A sheet of values at the left and what they do at the right; below each other where there is no room. */
export const ValueSheet = ({ children }: { readonly children: ReactNode }) => (
  <Box
    sx={{
      display: "grid",
      gridTemplateColumns: { xs: "minmax(0,1fr)", md: "348px minmax(0,1fr)" },
      minHeight: 0,
    }}
  >
    {children}
  </Box>
);

/** The values; closed as a whole to those who may not change them. */
export const ValueColumn = ({
  name,
  isOpen,
  children,
}: {
  readonly name: string;
  readonly isOpen: boolean;
  readonly children: ReactNode;
}) => (
  <Box
    component="fieldset"
    disabled={!isOpen}
    aria-label={name}
    sx={{
      m: 0,
      p: 0,
      border: 0,
      borderRight: { md: 1 },
      borderColor: { md: "divider" },
      minWidth: 0,
      overflowY: { md: "auto" },
    }}
  >
    <MayChange value={isOpen}>{children}</MayChange>
  </Box>
);
