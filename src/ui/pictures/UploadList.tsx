"use client";
import { Box, LinearProgress } from "@mui/material";
import { describeIssues } from "../../messages/issues";
import { useSite } from "../client/hooks";
import { leafPath } from "../client/paths";
import { SheetLink } from "../shell/SheetLink";
import { Act, Quiet, Wrong } from "../theme/pieces";
import type { useUploads } from "./useUploads";

const line = {
  display: "flex",
  flexWrap: "wrap",
  alignItems: "center",
  columnGap: 1.5,
  minHeight: 32,
} as const;
const nameOf = { flex: "0 1 180px", minWidth: 120, overflowWrap: "anywhere" } as const;
/** Beside the words, or on a line of its own where there is no room. */
const bar = { flex: "1 1 100px", maxWidth: 320 } as const;

/** What is on its way, what became of it. */
export const UploadList = ({ sending, jobs, stop, putAway }: ReturnType<typeof useUploads>) => {
  const site = useSite();
  if (sending.length === 0 && jobs.length === 0) return null;
  const isSettled =
    sending.every(({ trouble }) => trouble !== null) &&
    jobs.every(({ state }) => state === "done" || state === "failed");
  return (
    <Box
      role="region"
      aria-label="Pictures on their way"
      sx={(theme) => ({
        my: 1.5,
        px: 1.5,
        py: 0.75,
        borderRadius: 1,
        background: theme.vars?.palette.ours.desk,
      })}
    >
      {sending.map(({ key, name, sent, trouble }) => (
        <Box key={`s${key}`} sx={line}>
          <span style={nameOf}>{name}</span>
          {trouble ? (
            <Wrong role="alert" style={{ fontWeight: 400, flex: "1 1 180px" }}>
              {trouble}
            </Wrong>
          ) : (
            <>
              <LinearProgress
                variant="determinate"
                value={sent * 100}
                aria-label={`Sending ${name}`}
                sx={bar}
              />
              <Quiet>{Math.round(sent * 100)} % sent</Quiet>
              <Act onClick={() => stop(key)} aria-label={`Stop sending ${name}`}>
                Stop
              </Act>
            </>
          )}
        </Box>
      ))}
      {jobs.map(({ id, name, state, issue, picture }) => (
        <Box key={id} sx={line}>
          <span style={nameOf}>{name}</span>
          {state === "failed" ? (
            <Wrong role="alert" style={{ fontWeight: 400, flex: "1 1 180px" }}>
              {issue ? describeIssues([issue]) : "It could not be made ready."}
            </Wrong>
          ) : state === "done" ? (
            <span>
              ready{" "}
              {picture ? (
                <SheetLink href={leafPath("pictures", site, picture)} aria-label={`Open ${name}`}>
                  open
                </SheetLink>
              ) : null}
            </span>
          ) : (
            <>
              <LinearProgress aria-label={`Making ${name} ready`} sx={bar} />
              <Quiet>{state === "waiting" ? "waits its turn" : "sizes are made"}</Quiet>
            </>
          )}
        </Box>
      ))}
      {isSettled ? <Act onClick={putAway}>Put away</Act> : null}
    </Box>
  );
};
