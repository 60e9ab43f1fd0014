"use client";
import { Box, Button, TextField, Typography } from "@mui/material";
import Link from "next/link";
import { useSnackbar } from "notistack";
import { useState } from "react";
import { describeFinding } from "../../messages/findings";
import { count, pages as pagesText } from "../../messages/words";
import { useAboutSite, useMay } from "../client/about-site";
import { useAct, useCall, useSite } from "../client/hooks";
import { partPath } from "../client/paths";
import { MomentField } from "../fields/MomentField";
import { ImpactView } from "../overview/ImpactView";
import { LookLine, lookKey } from "../overview/LookLine";
import { Act, Quiet, Rows, Trouble, Wrong } from "../theme/pieces";
import { BeforeAfter } from "./BeforeAfter";
import { Changes, NONE, type ReviewData, type Ticks } from "./Changes";

interface ReviewProps extends Ticks {
  readonly data: ReviewData;
  /** The changes that are chosen; null for all of them. */
  readonly only: readonly string[] | null;
  /** Whether this is about what is chosen now. */
  readonly isCurrent: boolean;
}

/** What of the draft is published, when, and what that changes. */
export const Review = ({ data: compared, only, isCurrent, left, onLeave }: ReviewProps) => {
  const mayDesign = useMay("design");
  // a tick goes or comes at once, what comes along a moment later
  const data = isCurrent
    ? compared
    : { ...compared, changes: compared.changes.map((each) => ({ ...each, isTaken: !left.has(each.id) })) };
  return (
    <Box sx={{ display: "grid", gap: 3, mt: 1 }}>
      {mayDesign ? null : <Quiet>Your role may look at what changes, not publish it.</Quiet>}
      {data.waiting || !mayDesign ? null : (
        /* above all that comes later, so that it never moves away from under the pointer */
        <Publish data={data} only={only} isCurrent={isCurrent} onDone={() => onLeave(NONE)} />
      )}
      <Changes
        data={data}
        mayChoose={mayDesign && !data.isFirst && data.changes.length > 1 && !data.waiting}
        left={left}
        onLeave={onLeave}
      />
      <Box>
        <Typography variant="h3" sx={{ mb: 0.75 }}>
          What changes for visitors: {pagesText(data.impact.pages)}
        </Typography>
        <ImpactView impact={data.impact} />
      </Box>
      <BeforeAfter data={data} />
      <ToKnow data={data} />
      <Looks />
    </Box>
  );
};

interface PublishProps extends Pick<ReviewProps, "data" | "only" | "isCurrent"> {
  readonly onDone: () => void;
}

/** Publishes what is chosen, at once or at a time of its own, and says what is live then. */
const usePublish = ({ data, only, onDone }: Omit<PublishProps, "isCurrent">) => {
  const { about, moment } = useAboutSite();
  const publish = useAct("publish");
  const say = useSnackbar().enqueueSnackbar;
  const run = async (note: string, at: string | null) => {
    // not in a callback of the mutation: this is off the screen once nothing is left to publish. Refusals are said there
    const chosen = { ...(only ? { only: [...only] } : {}), ...(at ? { at } : {}) };
    const done = await publish.mutateAsync({ note, reviewed: data.rev, ...chosen }).catch(() => null);
    if (!done) return;
    onDone();
    const stays = data.changes.filter(({ isTaken }) => !isTaken).length;
    if (at) return say(`Edition ${done.seq} goes live on ${moment(at)}.`);
    say(`Edition ${done.seq} is live.${stays > 0 ? ` ${count(stays, "change")} stayed in the draft.` : ""}`, {
      action: (
        <Button color="inherit" href={about.site.origin} target="_blank">
          See it live
        </Button>
      ),
    });
  };
  return { run, isPending: publish.isPending };
};

/** The note, the time and the button. */
const Publish = ({ data, only, isCurrent, onDone }: PublishProps) => {
  const { moment } = useAboutSite();
  const [note, setNote] = useState("");
  /** When it is to go live; null for at once, empty while no time is chosen. */
  const [at, setAt] = useState<string | null>(null);
  const { run, isPending } = usePublish({
    data,
    only,
    onDone: () => {
      setNote("");
      setAt(null);
      onDone();
    },
  });
  const all = data.changes.length;
  const taken = data.changes.filter(({ isTaken }) => isTaken).length;
  const changes = taken < all ? `${taken} of ${count(all, "change")}` : count(all, "change");
  return (
    <Box sx={{ display: "grid", gap: 1 }}>
      <Box sx={{ display: "flex", gap: 1.5, alignItems: "center", flexWrap: "wrap" }}>
        <TextField
          value={note}
          placeholder="A note for the history, if you like"
          onChange={(event) => setNote(event.target.value)}
          slotProps={{ htmlInput: { "aria-label": "Note", maxLength: 500 } }}
          sx={{ flex: 1, minWidth: 220 }}
        />
        <Button
          variant="contained"
          onClick={() => void run(note, at)}
          disabled={isPending || data.blocked || !isCurrent || taken === 0 || at === ""}
        >
          Publish {changes}
          {at ? ` on ${moment(at)}` : ""}
        </Button>
      </Box>
      <When at={at} onChange={setAt} />
      {data.blocked ? (
        <Trouble>A “Not on” line points at something that is gone. Mend it before publishing.</Trouble>
      ) : null}
    </Box>
  );
};

const When = ({
  at,
  onChange,
}: {
  readonly at: string | null;
  readonly onChange: (at: string | null) => void;
}) => {
  const { about } = useAboutSite();
  return (
    <Box sx={{ display: "flex", gap: 1.5, alignItems: "center", flexWrap: "wrap", minHeight: 32 }}>
      {at === null ? (
        <Act onClick={() => onChange("")}>At a time of its own …</Act>
      ) : (
        <>
          <label htmlFor="publish-at">Goes live on</label>
          <MomentField id="publish-at" value={at || null} onChange={(next) => onChange(next ?? "")} />
          <Quiet>{about.site.timeZone}</Quiet>
          <Act onClick={() => onChange(null)}>At once instead</Act>
        </>
      )}
    </Box>
  );
};

/** What stays as it is with this edition and had better be known before. */
const ToKnow = ({ data }: { readonly data: ReviewData }) => {
  const { badge, moment } = useAboutSite();
  const nowhere = data.findings.filter((finding) => finding.code === "nowhere");
  const others = data.findings.filter((finding) => finding.code !== "nowhere");
  if (nowhere.length + others.length + data.optOuts === 0) return null;
  return (
    <Box>
      <Typography variant="h3">To know before</Typography>
      <Box component="ul" sx={{ m: 0, mt: 0.5, pl: 2.5 }}>
        {nowhere.map((finding) =>
          "part" in finding ? <ShowsNowhere key={finding.part} part={finding.part} /> : null,
        )}
        {others.map((finding, index) => (
          <li key={index}>
            {finding.severity === "error" ? (
              <Wrong>{describeFinding(finding, badge, moment)}</Wrong>
            ) : (
              describeFinding(finding, badge, moment)
            )}
          </li>
        ))}
        {data.optOuts > 0 ? (
          <li>{count(data.optOuts, "page opts", "pages opt")} out of a slot by own choice.</li>
        ) : null}
      </Box>
    </Box>
  );
};

const ShowsNowhere = ({ part }: { readonly part: string }) => {
  const { badge } = useAboutSite();
  const site = useSite();
  return (
    <li>
      {badge(part)} shows nowhere yet.{" "}
      <Box
        component={Link}
        href={partPath(part, site, ["where"])}
        sx={(theme) => ({ color: theme.vars?.palette.ours.brass, fontWeight: 600 })}
      >
        Say where
      </Box>
    </li>
  );
};

/** What is worth a look of how parts look, each with where it is seen to. */
const Looks = () => {
  const { data } = useCall("lookFindings", {});
  if (!data || data.findings.length === 0) return null;
  return (
    <Box>
      <Typography variant="h3">Worth a look</Typography>
      <Rows aria-label="Worth a look">
        {data.findings.map((finding) => (
          <LookLine key={lookKey(finding)} finding={finding} />
        ))}
      </Rows>
    </Box>
  );
};
