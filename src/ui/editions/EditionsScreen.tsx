"use client";
import { Box, Button, Checkbox, TextField, Typography } from "@mui/material";
import Link from "next/link";
import { useSnackbar } from "notistack";
import { useState } from "react";
import type { Slot } from "../../core/model/slot";
import { describeFinding } from "../../messages/findings";
import { count, pages as pagesText } from "../../messages/words";
import type { CallResult } from "../client/call";
import { useAct, useCall, useSite } from "../client/hooks";
import { partPath } from "../client/paths";
import { ImpactView } from "../overview/ImpactView";
import { LookLine, lookKey } from "../overview/LookLine";
import { Badge } from "../shell/Badge";
import { useFrame } from "../shell/frame";
import { Act, Empty, Pending, Quiet, SheetHead, Trouble, Wrong } from "../theme/pieces";
import { DraftLinks } from "./DraftLinks";

const NONE: ReadonlySet<string> = new Set();

/** The draft in words, what it changes, publishing, and the way back. */
export const EditionsScreen = () => {
  const [left, setLeft] = useState<ReadonlySet<string>>(NONE);
  const whole = useCall("review", {});
  const ids = whole.data?.changes.map(({ id }) => id) ?? [];
  const only = ids.filter((id) => !left.has(id));
  const isPart = only.length < ids.length;
  const some = useCall("review", { only }, { enabled: isPart });
  // what was there stays until what is chosen is compared
  const review = isPart && some.data ? some : whole;
  const isCurrent = !isPart || (some.data !== undefined && !some.isPlaceholderData);
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
          {changes.length === 0 ? (
            <Empty title="Nothing to publish">
              Visitors see everything as it is in the draft. Change a part, or where it shows, and it is
              listed here first.
            </Empty>
          ) : (
            <Review
              data={review.data}
              only={isPart ? only : null}
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

type Data = CallResult<"review">;

interface ReviewProps {
  readonly data: Data;
  /** The changes that are chosen; null for all of them. */
  readonly only: readonly string[] | null;
  /** Whether this is about what is chosen now. */
  readonly isCurrent: boolean;
  /** The changes that lost their tick. */
  readonly left: ReadonlySet<string>;
  readonly onLeave: (left: ReadonlySet<string>) => void;
}

const Review = ({ data: compared, only, isCurrent, left, onLeave }: ReviewProps) => {
  const { badge, moment } = useFrame();
  const site = useSite();
  const [note, setNote] = useState("");
  const publish = useAct("publish");
  const { frame } = useFrame();
  const say = useSnackbar().enqueueSnackbar;
  const run = async () => {
    // not in a callback of the mutation: this is off the screen once nothing is left to publish. Refusals are said there
    const chosen = only ? { only: [...only] } : {};
    const done = await publish.mutateAsync({ note, reviewed: data.rev, ...chosen }).catch(() => null);
    if (!done) return;
    setNote("");
    onLeave(NONE);
    const stays = all - taken.length;
    say(`Edition ${done.seq} is live.${stays > 0 ? ` ${count(stays, "change")} stayed in the draft.` : ""}`, {
      action: (
        <Button color="inherit" href={frame.site.origin} target="_blank">
          See it live
        </Button>
      ),
    });
  };
  // a tick goes or comes at once, what comes along a moment later
  const data = isCurrent
    ? compared
    : { ...compared, changes: compared.changes.map((each) => ({ ...each, isTaken: !left.has(each.id) })) };
  const all = data.changes.length;
  const taken = data.changes.filter(({ isTaken }) => isTaken);
  const nowhere = data.findings.filter((finding) => finding.code === "nowhere");
  const others = data.findings.filter((finding) => finding.code !== "nowhere");
  return (
    <Box sx={{ display: "grid", gap: 3, mt: 1 }}>
      {/* above all that comes later, so that it never moves away from under the pointer */}
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
            onClick={run}
            disabled={publish.isPending || data.blocked || !isCurrent || taken.length === 0}
          >
            Publish {taken.length < all ? `${taken.length} of ${count(all, "change")}` : count(all, "change")}
          </Button>
        </Box>
        {data.blocked ? (
          <Trouble>A “Not on” line points at something that is gone. Mend it before publishing.</Trouble>
        ) : null}
      </Box>
      <Changes data={data} mayChoose={!data.isFirst && all > 1} left={left} onLeave={onLeave} />
      <Box>
        <Typography variant="h3" sx={{ mb: 0.75 }}>
          What visitors will see otherwise: {pagesText(data.impact.pages)}
        </Typography>
        <ImpactView impact={data.impact} />
      </Box>
      {nowhere.length + others.length + data.optOuts > 0 ? (
        <Box>
          <Typography variant="h3">To know before</Typography>
          <Box component="ul" sx={{ m: 0, mt: 0.5, pl: 2.5 }}>
            {nowhere.map((finding) =>
              "part" in finding ? (
                <li key={finding.part}>
                  {badge(finding.part)} shows nowhere yet.{" "}
                  <Box
                    component={Link}
                    href={partPath(finding.part, site, ["where"])}
                    sx={(theme) => ({ color: theme.vars?.palette.ours.brass, fontWeight: 600 })}
                  >
                    Say where
                  </Box>
                </li>
              ) : null,
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
      ) : null}
      <Looks />
    </Box>
  );
};

/** The changes, each with a tick where only some may be published. */
const Changes = ({
  data: { changes },
  mayChoose,
  left,
  onLeave,
}: Pick<ReviewProps, "data" | "left" | "onLeave"> & { readonly mayChoose: boolean }) => {
  const toggle = (id: string) => {
    const next = new Set(left);
    if (!next.delete(id)) next.add(id);
    onLeave(next);
  };
  return (
    <Box>
      <Box component="ul" aria-label="Changes" sx={{ listStyle: "none", m: 0, p: 0 }}>
        {changes.map((change) => {
          const name = change.part ? change.part.name : capital(change.name);
          return (
            <Box
              component="li"
              key={change.id}
              sx={{
                display: "flex",
                flexWrap: "wrap",
                alignItems: "center",
                columnGap: 1,
                minHeight: 34,
                borderBottom: 1,
                borderColor: "divider",
              }}
            >
              {mayChoose ? (
                <Checkbox
                  size="small"
                  checked={change.isTaken}
                  disabled={change.neededBy !== null}
                  onChange={() => toggle(change.id)}
                  sx={{ p: 0.5, ml: -0.5 }}
                  slotProps={{ input: { "aria-label": `Publish ${name}` } }}
                />
              ) : null}
              {change.part ? <Badge slot={change.part.slot as Slot} number={change.part.number} /> : null}
              <strong>{name}</strong>
              <Quiet>{change.what}</Quiet>
              {change.neededBy === null ? null : (
                <Quiet style={{ marginLeft: "auto" }}>comes along: {change.neededBy} needs it</Quiet>
              )}
            </Box>
          );
        })}
      </Box>
      {mayChoose && changes.some(({ id }) => left.has(id)) ? (
        <Box sx={{ pt: 1 }}>
          <Quiet>What is not ticked stays in the draft.</Quiet>{" "}
          <Act onClick={() => onLeave(NONE)}>Tick all</Act>
        </Box>
      ) : null}
    </Box>
  );
};

const capital = (words: string): string => words.charAt(0).toUpperCase() + words.slice(1);

/** What is worth a look of how parts look, each with where it is seen to. */
const Looks = () => {
  const { data } = useCall("lookFindings", {});
  if (!data || data.findings.length === 0) return null;
  return (
    <Box>
      <Typography variant="h3">Worth a look</Typography>
      <Box component="ul" aria-label="Worth a look" sx={{ listStyle: "none", m: 0, p: 0 }}>
        {data.findings.map((finding) => (
          <LookLine key={lookKey(finding)} finding={finding} />
        ))}
      </Box>
    </Box>
  );
};

const REASONS = { publish: "", takeBack: "taken back", restore: "restored" } as const;

const History = ({ data }: { readonly data: CallResult<"editions"> }) => {
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
                {new Date(edition.at).toLocaleString("en-GB", { dateStyle: "medium", timeStyle: "short" })},{" "}
                {edition.author}
              </Quiet>
            </span>
            {edition.seq === data.current ? (
              <Quiet>live</Quiet>
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
