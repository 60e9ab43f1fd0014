"use client";
import { Box } from "@mui/material";
import { Act, Wrong } from "../theme/pieces";

/** One line of the ledger: what it is, a sentence about it, and the click that sees to it. */
export const LedgerLine = ({
  name,
  isError,
  isCurrent = false,
  act,
  children,
}: {
  readonly name: string;
  readonly isError: boolean;
  readonly isCurrent?: boolean;
  readonly act: { readonly words: string; readonly about: string; readonly onClick: () => void };
  readonly children: React.ReactNode;
}) => (
  <Box
    component="li"
    sx={(theme) => ({
      display: "grid",
      gridTemplateColumns: "86px minmax(0,1fr) auto",
      gap: 1,
      alignItems: "center",
      minHeight: 35,
      borderBottom: 1,
      borderColor: "divider",
      pr: 1,
      background: isCurrent ? theme.vars?.palette.ours.brassWash : undefined,
    })}
  >
    {isError ? (
      <Wrong>{name}</Wrong>
    ) : (
      <Box component="span" sx={(theme) => ({ color: theme.vars?.palette.ours.brass, fontWeight: 600 })}>
        {name}
      </Box>
    )}
    {children}
    <Act onClick={act.onClick} aria-label={`${act.words}: ${act.about}`}>
      {act.words}
    </Act>
  </Box>
);

/** A sentence that can be pressed. */
export const PlainButton = (props: React.ComponentProps<"button">) => (
  <Box
    component="button"
    type="button"
    {...props}
    sx={{
      font: "inherit",
      color: "inherit",
      background: "none",
      border: 0,
      p: 0,
      textAlign: "left",
      cursor: "pointer",
      "&:hover": { textDecoration: "underline" },
    }}
  />
);
