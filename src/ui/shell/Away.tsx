"use client";
import { Box } from "@mui/material";
import { useQueryClient } from "@tanstack/react-query";
import { useSyncExternalStore } from "react";
import { Unreachable } from "../client/call";

/** Says that the server does not answer just now, while it is asked again by itself. What is on the screen stays. */
export const Away = () => {
  const queries = useQueryClient().getQueryCache();
  const isAway = useSyncExternalStore(
    (listener) => queries.subscribe(listener),
    () =>
      queries
        .getAll()
        .some(
          ({ state }) => state.fetchStatus === "fetching" && state.fetchFailureReason instanceof Unreachable,
        ),
    () => false,
  );
  return (
    // there before it has anything to say, so that what it says is heard
    <Box
      role="status"
      sx={(theme) => ({
        position: "fixed",
        zIndex: "snackbar",
        bottom: 16,
        left: "50%",
        transform: "translateX(-50%)",
        width: "max-content",
        maxWidth: "calc(100vw - 32px)",
        "&:not(:empty)": {
          px: 2,
          py: 1,
          borderRadius: 1,
          background: theme.vars?.palette.text.primary,
          color: theme.vars?.palette.ours.sheet,
          boxShadow: 3,
        },
      })}
    >
      {isAway
        ? "The server is busy or cannot be reached. It is asked again by itself; what you see stays."
        : null}
    </Box>
  );
};
