"use client";
import { Box, LinearProgress } from "@mui/material";
import { describeIssues } from "../../messages/issues";
import { useSite } from "../client/hooks";
import { leafPath } from "../client/paths";
import type { useUploads } from "../client/useUploads";
import { SheetLink } from "../shell/SheetLink";
import { Act, Quiet, Wrong } from "../theme/pieces";

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
      {sending.map((each) => (
        <Box key={`s${each.key}`} sx={line}>
          <span style={nameOf}>{each.name}</span>
          <OnItsWay {...each} onStop={() => stop(each.key)} />
        </Box>
      ))}
      {jobs.map((job) => (
        <Box key={job.id} sx={line}>
          <span style={nameOf}>{job.name}</span>
          <InHand job={job} />
        </Box>
      ))}
      {isSettled ? <Act onClick={putAway}>Close the list</Act> : null}
    </Box>
  );
};

type Uploads = ReturnType<typeof useUploads>;
const TROUBLE = { fontWeight: 400, flex: "1 1 180px" } as const;

const OnItsWay = ({
  name,
  sent,
  trouble,
  onStop,
}: Uploads["sending"][number] & { readonly onStop: () => void }) =>
  trouble ? (
    <Wrong role="alert" style={TROUBLE}>
      {trouble}
    </Wrong>
  ) : (
    <>
      <LinearProgress variant="determinate" value={sent * 100} aria-label={`Sending ${name}`} sx={bar} />
      <Quiet>{Math.round(sent * 100)} % sent</Quiet>
      <Act onClick={onStop} aria-label={`Stop sending ${name}`}>
        Stop
      </Act>
    </>
  );

const InHand = ({ job: { name, state, issue, picture } }: { readonly job: Uploads["jobs"][number] }) => {
  const site = useSite();
  if (state === "failed")
    return (
      <Wrong role="alert" style={TROUBLE}>
        {issue ? describeIssues([issue]) : "It could not be made ready."}
      </Wrong>
    );
  if (state === "done")
    return (
      <span>
        ready{" "}
        {picture ? (
          <SheetLink href={leafPath("pictures", site, picture)} aria-label={`Open ${name}`}>
            open
          </SheetLink>
        ) : null}
      </span>
    );
  return (
    <>
      <LinearProgress aria-label={`Making ${name} ready`} sx={bar} />
      <Quiet>{state === "waiting" ? "waits its turn" : "sizes are made"}</Quiet>
    </>
  );
};
