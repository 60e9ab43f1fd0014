"use client";
import { Box, Button, Dialog, DialogActions, DialogContent, DialogTitle, Typography } from "@mui/material";
import { useSnackbar } from "notistack";
import { useState } from "react";
import { describeFinding } from "../../messages/findings";
import { count, pages as pagesText } from "../../messages/words";
import { useAboutSite, useMay } from "../client/about-site";
import type { CallResult } from "../client/call";
import { useAct, useCall } from "../client/hooks";
import { ImpactView } from "../overview/ImpactView";
import { Act, Quiet, Trouble, Waiting } from "../theme/pieces";
import { ChangeWords } from "./Changes";

const STATES = {
  live: "Published",
  over: "Published",
  waiting: "Waits for its time",
  putOff: "Not published",
} as const;
const REASONS = { publish: "", takeBack: "taken back", restore: "restored" } as const;

/** All editions, the newest first, each with the way back to it. */
export const History = ({ data }: { readonly data: CallResult<"editions"> }) => {
  const mayDesign = useMay("design");
  // while one waits for its time nothing else goes live
  const mayRestore = mayDesign && data.editions.every(({ state }) => state !== "waiting");
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
          <Edition key={edition.seq} edition={edition} mayRestore={mayRestore} />
        ))}
      </Box>
    </Box>
  );
};

interface EditionProps {
  readonly edition: CallResult<"editions">["editions"][number];
  readonly mayRestore: boolean;
}

const Edition = ({ edition, mayRestore }: EditionProps) => {
  const { moment } = useAboutSite();
  const [isOpen, setOpen] = useState(false);
  const [isAsked, setAsked] = useState(false);
  return (
    <Box
      component="li"
      sx={{
        display: "grid",
        gridTemplateColumns: "auto minmax(0,1fr) auto",
        columnGap: 1.5,
        py: 1,
        borderBottom: 1,
        borderColor: "divider",
      }}
    >
      <strong style={{ minWidth: 22 }}>{edition.seq}</strong>
      <span>
        {edition.note.trim() || REASONS[edition.reason] || STATES[edition.state]}
        <br />
        <Quiet style={{ fontSize: 12 }}>
          {edition.state === "putOff" ? "called off; was to go live " : ""}
          {moment(edition.at)}, {edition.author}
          <br />
          <Act aria-expanded={isOpen} onClick={() => setOpen(!isOpen)} style={{ fontWeight: 400 }}>
            {isOpen ? "Hide what changed" : "What changed"}
          </Act>
        </Quiet>
      </span>
      {edition.state === "live" || edition.state === "waiting" ? (
        <Quiet>{edition.state === "live" ? "live" : "waits"}</Quiet>
      ) : !mayRestore ? null : (
        <Act onClick={() => setAsked(true)} aria-haspopup="dialog">
          Restore …
        </Act>
      )}
      {isAsked ? <Restore seq={edition.seq} onClose={() => setAsked(false)} /> : null}
      {isOpen ? <EditionChanges seq={edition.seq} /> : null}
    </Box>
  );
};

/** What would be live again, and what visitors would see otherwise, before it is. */
const Restore = ({ seq, onClose }: { readonly seq: number; readonly onClose: () => void }) => {
  const { data, error } = useCall("restoreImpact", { seq });
  const restore = useAct("restore");
  const say = useSnackbar().enqueueSnackbar;
  const run = async () => {
    const done = await restore.mutateAsync({ seq }).catch(() => null);
    if (!done) return;
    onClose();
    say(
      `Edition ${done.seq} is live with the design of edition ${seq}. It can be taken back for an hour; the draft keeps the newer work.`,
    );
  };
  const isSame = data?.changes.length === 0;
  return (
    <Dialog open onClose={onClose} fullWidth maxWidth="sm" aria-labelledby="restore">
      <DialogTitle id="restore" sx={{ fontSize: 15, fontWeight: 600 }}>
        Make edition {seq} live again?
      </DialogTitle>
      <DialogContent sx={{ display: "grid", gap: 2 }}>
        {error ? <Trouble>{error.message}</Trouble> : null}
        {!data && !error ? <Waiting what="Computing what it would change …" /> : null}
        {data ? <RestoreImpact data={data} /> : null}
        {restore.error ? <Trouble>{restore.error.message}</Trouble> : null}
      </DialogContent>
      <DialogActions>
        <Button onClick={onClose}>Cancel</Button>
        <Button variant="contained" onClick={run} disabled={!data || isSame || restore.isPending}>
          Make it live
        </Button>
      </DialogActions>
    </Dialog>
  );
};

const RestoreImpact = ({ data }: { readonly data: CallResult<"restoreImpact"> }) => {
  const { badge, moment } = useAboutSite();
  if (data.changes.length === 0) return <Quiet>Visitors see exactly this already.</Quiet>;
  return (
    <>
      <Box>
        <Typography variant="h3">What changes for visitors: {pagesText(data.impact.pages)}</Typography>
        <ImpactView impact={data.impact} />
      </Box>
      <Box>
        <Typography variant="h3">{count(data.changes.length, "thing")} as they were</Typography>
        <Box
          component="ul"
          sx={{ listStyle: "none", m: 0, p: 0, maxHeight: 220, overflowY: "auto" }}
          tabIndex={0}
        >
          {data.changes.map((change) => (
            <Box component="li" key={change.id} sx={CHANGE_LINE}>
              <ChangeWords change={change} />
            </Box>
          ))}
        </Box>
      </Box>
      {data.findings.map((finding, index) => (
        <Trouble key={index}>{describeFinding(finding, badge, moment)}</Trouble>
      ))}
      <Quiet>The draft keeps the newer work; words and pictures of entries are not touched.</Quiet>
    </>
  );
};

const CHANGE_LINE = { display: "flex", flexWrap: "wrap", alignItems: "center", columnGap: 1, minHeight: 30 };

/** What an edition changed of the one before it. */
const EditionChanges = ({ seq }: { readonly seq: number }) => {
  const { data, error } = useCall("editionChanges", { seq });
  if (!data)
    return (
      <Box sx={{ gridColumn: "2 / -1" }}>{error ? <Trouble>{error.message}</Trouble> : <Quiet>…</Quiet>}</Box>
    );
  return (
    <Box
      component="ul"
      aria-label={`What edition ${seq} changed`}
      sx={{ gridColumn: "2 / -1", listStyle: "none", m: 0, mt: 0.5, p: 0, maxHeight: 320, overflowY: "auto" }}
      tabIndex={0}
    >
      {data.changes.length === 0 ? <Quiet>Nothing: it shows what edition {data.base} showed.</Quiet> : null}
      {data.changes.map((change) => (
        <Box component="li" key={change.id} sx={CHANGE_LINE}>
          <ChangeWords change={change} />
        </Box>
      ))}
    </Box>
  );
};
