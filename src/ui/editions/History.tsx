"use client";
import { Box, Typography } from "@mui/material";
import { useSnackbar } from "notistack";
import type { CallResult } from "../client/call";
import { useAct } from "../client/hooks";
import { useFrame } from "../shell/frame";
import { Act, Quiet } from "../theme/pieces";

const REASONS = { publish: "", takeBack: "taken back", restore: "restored" } as const;

/** All editions, the newest first, each with the way back to it. */
export const History = ({ data }: { readonly data: CallResult<"editions"> }) => {
  const { moment } = useFrame();
  const restore = useAct("restore");
  const say = useSnackbar().enqueueSnackbar;
  return (
    <Box component="section" aria-labelledby="history-head">
      <Typography variant="h2" id="history-head">
        Published
      </Typography>
      {data.editions.length === 0 ? (
        <Quiet>Nothing yet. Visitors see that the site is not published.</Quiet>
      ) : null}
      <Box component="ol" sx={{ listStyle: "none", m: 0, p: 0 }}>
        {data.editions.map((edition) => (
          <Box
            component="li"
            key={edition.seq}
            sx={{
              display: "grid",
              gridTemplateColumns: "auto minmax(0,1fr) auto",
              columnGap: 1.5,
              py: 1,
              borderBottom: 1,
              borderColor: "divider",
            }}
          >
            <strong>{edition.seq}</strong>
            <span>
              {edition.note || REASONS[edition.reason] || "Published"}
              <br />
              <Quiet style={{ fontSize: 12 }}>
                {edition.state === "putOff" ? "put off; was to go live " : ""}
                {moment(edition.at)}, {edition.author}
              </Quiet>
            </span>
            {edition.state === "live" || edition.state === "waiting" ? (
              <Quiet>{edition.state === "live" ? "live" : "waits"}</Quiet>
            ) : (
              <Act
                disabled={restore.isPending}
                onClick={async () => {
                  const { seq } = await restore.mutateAsync({ seq: edition.seq });
                  say(
                    `Edition ${seq} is live with the design of edition ${edition.seq}. The draft keeps the newer work; words and pictures of entries were not touched.`,
                  );
                }}
              >
                Restore
              </Act>
            )}
          </Box>
        ))}
      </Box>
    </Box>
  );
};
