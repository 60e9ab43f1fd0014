"use client";
import { Box } from "@mui/material";
import { useState } from "react";
import type { Slot } from "../../core/model/slot";
import { describeVerdict } from "../../messages/placement-sentences";
import { count } from "../../messages/words";
import { useAboutSite, useMay } from "../client/about-site";
import type { CallResult } from "../client/call";
import { useCall } from "../client/hooks";
import { PartBadge } from "../shell/PartBadge";
import { Act, Quiet, Rows, Trouble, Waiting } from "../theme/pieces";
import { MendView } from "./MendView";

type Row = CallResult<"explain">["rows"][number];

/** Verdicts of parts that have nothing to do with the page; they are listed only when asked for. */
const FAR: readonly Row["verdict"]["is"][] = ["elsewhere", "nowhere"];
const MOST_NEAR = 4;

/** Every other part of the slot with its verdict; each opens to what would make it win here. */
export const Rivals = ({
  page,
  slot,
  rows,
}: {
  readonly page: string;
  readonly slot: Slot;
  readonly rows: readonly Row[];
}) => {
  const [all, setAll] = useState(false);
  const rivals = rows.filter(({ verdict }) => verdict.is !== "wins" && verdict.is !== "chosen");
  if (rivals.length === 0) return null;
  const close = rivals.filter(({ verdict }) => !FAR.includes(verdict.is));
  const far = rivals.length - close.length;
  // a few are shown as they are; a long list would hide those that matter
  const shown = all || far <= MOST_NEAR ? rivals : close;
  return (
    <>
      <Rows aria-label="Other parts of this slot">
        {shown.map((row) => (
          <Rival key={row.part} page={page} slot={slot} row={row} />
        ))}
      </Rows>
      {shown.length < rivals.length ? (
        <Box sx={{ py: 1 }}>
          <Act onClick={() => setAll(true)}>
            {count(rivals.length - shown.length, "part")} for other pages
          </Act>
        </Box>
      ) : null}
    </>
  );
};

const Rival = ({ page, slot, row }: { readonly page: string; readonly slot: Slot; readonly row: Row }) => {
  const { about, seen, badge } = useAboutSite();
  const [open, setOpen] = useState(false);
  const { is, because } = describeVerdict(row.verdict, about.vocabulary, badge);
  const mayMend = useMay("design") && seen.state === "draft";
  return (
    <Box component="li" sx={{ py: 1.25, borderBottom: 1, borderColor: "divider" }}>
      <Box sx={{ display: "flex", alignItems: "baseline", gap: 1 }}>
        <span>
          <PartBadge part={row.part} /> {about.parts[row.part]?.name} <Quiet>{is}</Quiet>
        </span>
        {mayMend ? (
          <Act
            style={{ marginLeft: "auto", whiteSpace: "nowrap", fontWeight: 400 }}
            aria-expanded={open}
            aria-label={`Show ${badge(row.part)} here`}
            onClick={() => setOpen(!open)}
          >
            {open ? "Close" : "Show it here"}
          </Act>
        ) : null}
      </Box>
      {because ? <Box sx={{ color: "text.secondary" }}>{because}</Box> : null}
      {open ? <Mends page={page} slot={slot} part={row.part} onDone={() => setOpen(false)} /> : null}
    </Box>
  );
};

/** What would make the part win here: tried, the least change first. */
const Mends = ({
  page,
  slot,
  part,
  onDone,
}: {
  readonly page: string;
  readonly slot: Slot;
  readonly part: string;
  readonly onDone: () => void;
}) => {
  const { asked } = useAboutSite();
  const { data, error, isPlaceholderData } = useCall("mends", {
    audience: asked.audience,
    ...(asked.at ? { at: asked.at } : {}),
    slot,
    page,
    part,
  });
  if (error) return <Trouble>{error.message}</Trouble>;
  if (!data || isPlaceholderData) return <Waiting what="Trying what would make it show here …" />;
  if (data.mends.length === 0)
    return (
      <Quiet>
        No single change makes it show here for{" "}
        {asked.audience === "signedOut" ? "people signed out" : "them"}.
      </Quiet>
    );
  return (
    <Box sx={{ pl: 1.5 }}>
      {data.mends.map((mend) => (
        <MendView key={mend.is} mend={mend} onDone={onDone} />
      ))}
    </Box>
  );
};
