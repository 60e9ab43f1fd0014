"use client";
import { Box } from "@mui/material";
import { useParams } from "next/navigation";
import { useMemo, useState } from "react";
import type { Part } from "../../../core/design/part";
import { sentenceCase } from "../../../messages/words";
import { useAboutSite, useMay } from "../../client/about-site";
import type { CallResult } from "../../client/call";
import { useAct, useCall } from "../../client/hooks";
import { PreviewFrame } from "../../preview/PreviewFrame";
import { usePreview } from "../../preview/usePreview";
import { useRoom } from "../../preview/useRoom";
import { Act, Pending, Quiet, Trouble } from "../../theme/pieces";
import { PartHead } from "../PartHead";

type Change = CallResult<"partHistory">["changes"][number];
const WIDTH = 1280;

/** What happened to a part, who did it, and how it was before; any version can be brought back. */
export const HistoryScreen = () => {
  const { part } = useParams<{ part: string }>();
  const { data, error } = useCall("part", { part });
  const history = useCall("partHistory", { part });
  const [looked, setLooked] = useState<number | null>(null);
  if (!data || !history.data)
    return <Pending error={error ?? history.error} what="Reading what happened to it …" />;
  const { changes, more } = history.data;
  const change = changes.find(({ rev }) => rev === looked);
  return (
    <Box sx={{ display: "grid", gridTemplateRows: "auto minmax(0,1fr)", height: "100%" }}>
      <PartHead data={data} leaf="history" />
      <Box
        sx={{
          display: "grid",
          gridTemplateColumns: { xs: "minmax(0,1fr)", lg: "430px minmax(0,1fr)" },
        }}
      >
        <Box
          component="ol"
          aria-label="Changes, the newest first"
          sx={{
            listStyle: "none",
            m: 0,
            px: 2.5,
            py: 1,
            borderRight: { lg: 1 },
            borderColor: { lg: "divider" },
          }}
        >
          {changes.length === 0 ? (
            <Box component="li" sx={{ py: 3 }}>
              <Quiet>Nothing happened to it since the site was brought here.</Quiet>
            </Box>
          ) : null}
          {changes.map((each) => (
            <ChangeLine
              key={each.rev}
              part={part}
              change={each}
              isLooked={each.rev === looked}
              onLook={() => setLooked(each.rev === looked ? null : each.rev)}
            />
          ))}
          {more ? (
            <li>
              <Quiet>Older changes are kept, but not shown here.</Quiet>
            </li>
          ) : null}
        </Box>
        <Before part={part} then={(change?.before as Part | null) ?? null} now={data.body as Part} />
      </Box>
    </Box>
  );
};

const ChangeLine = ({
  part,
  change,
  isLooked,
  onLook,
}: {
  readonly part: string;
  readonly change: Change;
  readonly isLooked: boolean;
  readonly onLook: () => void;
}) => {
  const { moment } = useAboutSite();
  const back = useAct("bringPartBack");
  const mayDesign = useMay("design");
  const words = sentenceCase(change.label.trim() || change.steps[0] || "a change");
  return (
    <Box
      component="li"
      sx={(theme) => ({
        py: 1,
        px: 1,
        mx: -1,
        borderBottom: 1,
        borderColor: "divider",
        background: isLooked ? theme.vars?.palette.ours.brassWash : undefined,
      })}
    >
      <Box>{words}</Box>
      {change.steps.length > 1 ? (
        <Quiet style={{ fontSize: 12 }}>{change.steps.slice(0, 4).join("; ")}</Quiet>
      ) : null}
      <Box sx={{ display: "flex", flexWrap: "wrap", columnGap: 2 }}>
        <Quiet>
          {moment(change.at)}
          {change.author === "" ? "" : `, ${change.author}`}
        </Quiet>
        {change.before ? (
          <Act onClick={onLook} aria-pressed={isLooked} aria-label={`How it was before: ${words}`}>
            How it was before
          </Act>
        ) : null}
        {change.canComeBack && mayDesign ? (
          <Act
            disabled={back.isPending}
            onClick={() => back.mutate({ part, rev: change.rev })}
            aria-label={`Bring back what was before: ${words}`}
          >
            Bring it back
          </Act>
        ) : null}
      </Box>
    </Box>
  );
};

/** The version looked at, or the part as it is, on the first page it shows on. */
const Before = ({
  part,
  then,
  now,
}: {
  readonly part: string;
  readonly then: Part | null;
  readonly now: Part;
}) => {
  const { about, asked } = useAboutSite();
  const { data } = useCall("previewPages", { part });
  const { desk, room } = useRoom();
  const shown = then ?? now;
  const edited = useMemo(() => ({ id: part, part: shown }), [part, shown]);
  const preview = usePreview(data?.pages[0]?.identity ?? null, edited, asked, 1);
  const scale = Math.min(0.62, room / (WIDTH + 4));
  return (
    <Box sx={(theme) => ({ p: 2, minWidth: 0, background: theme.vars?.palette.ours.desk, minHeight: 480 })}>
      <Quiet>{then ? "How it was before that change" : "As it is in the draft"}</Quiet>
      {preview.trouble ? <Trouble>{preview.trouble}</Trouble> : null}
      <Box ref={desk} sx={{ mt: 1 }}>
        <PreviewFrame
          origin={about.site.previewOrigin}
          source={preview.tie}
          width={WIDTH}
          scale={scale}
          height={420}
          title={then ? "The older version" : "The version of the draft"}
          slot={shown.slot}
          selected={null}
          onDrawn={preview.onDrawn}
          onPointed={() => undefined}
        />
      </Box>
    </Box>
  );
};
