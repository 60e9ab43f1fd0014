"use client";
import { useSnackbar } from "notistack";
import { useAboutSite, useMay } from "../client/about-site";
import { useAct } from "../client/hooks";
import { Act, Notice } from "../theme/pieces";
import type { ReviewData } from "./Changes";

/** An edition that goes live by itself, and the way to stop that. */
export const WaitingNotice = ({ waiting }: { readonly waiting: NonNullable<ReviewData["waiting"]> }) => {
  const { moment } = useAboutSite();
  const mayDesign = useMay("design");
  const putOff = useAct("putOff");
  const say = useSnackbar().enqueueSnackbar;
  return (
    <Notice>
      Edition {waiting.seq} goes live on {moment(waiting.at)}, as the draft was when that was said. Until then
      nothing else is published.{" "}
      {mayDesign ? (
        <Act
          disabled={putOff.isPending}
          onClick={() =>
            putOff.mutate(
              { seq: waiting.seq },
              {
                onSuccess: () =>
                  say(
                    `Edition ${waiting.seq} does not go live by itself any more. Its changes are in the draft.`,
                  ),
              },
            )
          }
        >
          Call it off
        </Act>
      ) : null}
    </Notice>
  );
};
