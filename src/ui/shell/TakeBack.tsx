"use client";
import { Button } from "@mui/material";
import { useSnackbar } from "notistack";
import { useAct } from "../client/hooks";

/** For an hour after publishing, one click brings the edition before back. */
export const TakeBack = () => {
  const takeBack = useAct("takeBack");
  const say = useSnackbar().enqueueSnackbar;
  return (
    <Button
      variant="outlined"
      disabled={takeBack.isPending}
      onClick={async () => {
        const { seq } = await takeBack.mutateAsync({});
        say(
          `Taken back: edition ${seq} shows what was there before. Your changes are in the draft again; words and pictures of entries were not touched.`,
        );
      }}
    >
      Take it back
    </Button>
  );
};
