"use client";
import { Button } from "@mui/material";
import { useSnackbar } from "notistack";
import { useStep } from "./hooks";

/** Says what was done, with the way back beside it. */
export const useUndoNotice = (): ((words: string, wayBack?: string) => void) => {
  const { enqueueSnackbar, closeSnackbar } = useSnackbar();
  const undo = useStep("undo");
  return (words, wayBack = "Undo") => {
    const key = enqueueSnackbar(words, {
      action: (
        <Button
          color="inherit"
          onClick={() => {
            closeSnackbar(key);
            undo.mutate();
          }}
        >
          {wayBack}
        </Button>
      ),
    });
  };
};
