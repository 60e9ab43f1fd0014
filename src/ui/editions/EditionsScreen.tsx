"use client";
import { Box, Typography } from "@mui/material";
import { useState } from "react";
import { count } from "../../messages/words";
import { useCall } from "../client/hooks";
import { Empty, Pending, SheetHead } from "../theme/pieces";
import { NONE } from "./Changes";
import { DraftLinks } from "./DraftLinks";
import { History } from "./History";
import { Review } from "./Review";
import { WaitingNotice } from "./WaitingNotice";

/** The draft compared with what visitors see: all of it, or the changes that are chosen. */
const useReviewed = () => {
  const [left, setLeft] = useState<ReadonlySet<string>>(NONE);
  const whole = useCall("review", {});
  const ids = whole.data?.changes.map(({ id }) => id) ?? [];
  const only = ids.filter((id) => !left.has(id));
  const isPart = only.length < ids.length;
  const some = useCall("review", { only }, { enabled: isPart });
  return {
    // what was there stays until what is chosen is compared
    review: isPart && some.data ? some : whole,
    only: isPart ? only : null,
    isCurrent: !isPart || (some.data !== undefined && !some.isPlaceholderData),
    left,
    setLeft,
  };
};

/** The draft in words, what it changes, publishing, and the way back. */
export const EditionsScreen = () => {
  const { review, only, isCurrent, left, setLeft } = useReviewed();
  const editions = useCall("editions", {});
  const error = review.error ?? editions.error;
  if (!review.data || !editions.data)
    return <Pending error={error} what="Comparing the draft with what visitors see …" />;
  const { changes } = review.data;
  return (
    <Box sx={{ px: 2.5, pt: 2.25, pb: 5 }}>
      <SheetHead
        title="Editions"
        about={
          editions.data.current === null
            ? "nothing published yet"
            : `visitors see edition ${editions.data.current}`
        }
      ></SheetHead>
      <Box
        sx={{
          display: "grid",
          gridTemplateColumns: { xs: "minmax(0,1fr)", lg: "minmax(0,1fr) 380px" },
          gap: 5,
          mt: 2,
        }}
      >
        <Box component="section" aria-labelledby="draft-head">
          <Typography variant="h2" id="draft-head">
            The draft{changes.length > 0 ? `: ${count(changes.length, "change")}` : ""}
          </Typography>
          {review.data.waiting ? <WaitingNotice waiting={review.data.waiting} /> : null}
          {changes.length === 0 ? (
            <Empty title="Nothing to publish">
              Visitors see everything as it is in the draft. Change a part, or where it shows, and it is
              listed here first.
            </Empty>
          ) : (
            <Review
              key={review.data.waiting?.seq ?? 0}
              data={review.data}
              only={only}
              isCurrent={isCurrent}
              left={left}
              onLeave={setLeft}
            />
          )}
        </Box>
        <Box sx={{ display: "grid", gap: 4, alignContent: "start", minWidth: 0 }}>
          <DraftLinks />
          <History data={editions.data} />
        </Box>
      </Box>
    </Box>
  );
};
