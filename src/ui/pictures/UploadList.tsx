"use client";
import { Box, LinearProgress } from "@mui/material";
import { describeIssues } from "../../messages/issues";
import { useSite } from "../client/hooks";
import { leafPath } from "../client/paths";
import { SheetLink } from "../shell/SheetLink";
import { Act, Quiet, Wrong } from "../theme/pieces";
import type { useUploads } from "./useUploads";

const line = { display: "flex", alignItems: "center", gap: 1.5, minHeight: 32 } as const;

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
          <span style={{ minWidth: 180 }}>{name}</span>
          {trouble ? (
            <Wrong role="alert" style={{ fontWeight: 400 }}>
              {trouble}
            </Wrong>
          ) : (
            <>
              <LinearProgress
                variant="determinate"
                value={sent * 100}
                aria-label={`Sending ${name}`}
                sx={{ flex: 1, maxWidth: 320 }}
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
          <span style={{ minWidth: 180 }}>{name}</span>
          {state === "failed" ? (
            <Wrong role="alert" style={{ fontWeight: 400 }}>
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
              <LinearProgress aria-label={`Making ${name} ready`} sx={{ flex: 1, maxWidth: 320 }} />
              <Quiet>{state === "waiting" ? "waits its turn" : "sizes are made"}</Quiet>
            </>
          )}
        </Box>
      ))}
      {isSettled ? <Act onClick={putAway}>Put away</Act> : null}
    </Box>
  );
};
