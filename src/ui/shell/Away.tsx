"use client";
import { Alert } from "@mui/material";
import { useQueryClient } from "@tanstack/react-query";
import { useSyncExternalStore } from "react";
import { Unreachable } from "../client/call";

/** Says that the server does not answer just now, while it is asked again by itself. What is on the screen stays. */
export const Away = () => {
  const queries = useQueryClient().getQueryCache();
  const reason = useSyncExternalStore(
    (listener) => queries.subscribe(listener),
    () => {
      const away = queries
        .getAll()
        .find(
          ({ state }) => state.fetchStatus === "fetching" && state.fetchFailureReason instanceof Unreachable,
        );
      return away?.state.fetchFailureReason?.message ?? null;
    },
    () => null,
  );
  if (reason === null) return null;
  return (
    <Alert
      severity="warning"
      variant="filled"
      role="status"
      sx={{
        position: "fixed",
        zIndex: "snackbar",
        top: 8,
        left: "50%",
        transform: "translateX(-50%)",
        maxWidth: "90vw",
      }}
    >
      {reason} It is asked again by itself.
    </Alert>
  );
};
