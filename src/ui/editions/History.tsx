"use client";
import { Box, Typography } from "@mui/material";
import { useSnackbar } from "notistack";
import { useState } from "react";
import { useAboutSite, useMay } from "../client/about-site";
import type { CallResult } from "../client/call";
import { useAct, useCall } from "../client/hooks";
import { Act, Quiet, Trouble } from "../theme/pieces";
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
  const restore = useAct("restore");
  const say = useSnackbar().enqueueSnackbar;
  const [isOpen, setOpen] = useState(false);
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
        {edition.note || REASONS[edition.reason] || STATES[edition.state]}
        <br />
        <Quiet style={{ fontSize: 12 }}>
          {edition.state === "putOff" ? "put off; was to go live " : ""}
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
        <Act
          disabled={restore.isPending}
          onClick={() =>
            restore.mutate(
              { seq: edition.seq },
              {
                onSuccess: ({ seq }) =>
                  say(
                    `Edition ${seq} is live with the design of edition ${edition.seq}. The draft keeps the newer work; words and pictures of entries were not touched.`,
                  ),
              },
            )
          }
        >
          Restore
        </Act>
      )}
      {isOpen ? <EditionChanges seq={edition.seq} /> : null}
    </Box>
  );
};

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
        <Box
          component="li"
          key={change.id}
          sx={{ display: "flex", flexWrap: "wrap", alignItems: "center", columnGap: 1, minHeight: 30 }}
        >
          <ChangeWords change={change} />
        </Box>
      ))}
    </Box>
  );
};
