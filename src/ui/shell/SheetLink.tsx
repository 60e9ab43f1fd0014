"use client";
import { Box } from "@mui/material";
import Link from "next/link";

/** A link of a sheet: brass, as what can be clicked is. */
export const SheetLink = (props: React.ComponentProps<typeof Link>) => (
  <Box
    component={Link}
    {...props}
    sx={(theme) => ({ color: theme.vars?.palette.ours.brass, fontWeight: 600, textUnderlineOffset: 3 })}
  />
);
