"use client";
import { Box, Button, TextField, Typography } from "@mui/material";
import Link from "next/link";
import { useRouter, useSearchParams } from "next/navigation";
import { useEffect, useState } from "react";
import { SLOTS, type Slot } from "../../core/model/slot";
import { FINDING_NAMES } from "../../messages/findings";
import { count, digits, type PartState, SLOT_NAMES, STATE_NAMES } from "../../messages/words";
import { useAboutSite } from "../client/about-site";
import type { CallResult } from "../client/call";
import { useAct, useCall, useSite } from "../client/hooks";
import { leafPath, partPath } from "../client/paths";
import { OneOf } from "../fields/ChoiceInput";
import { PartMenu } from "../part/PartHead";
import { Badge } from "../shell/Badge";
import { SheetLink } from "../shell/SheetLink";
import { Act, Empty, Pending, Quiet, Row, Rows, SheetHead, Wrong } from "../theme/pieces";
import { NewPart } from "./NewPart";
import { PART_ORDERS, type PartOrder, partsFound } from "./part-filter";

type PartRow = CallResult<"parts">["rows"][number];

/** So many parts are seen at a glance. */
const FEW = 5;

/** All parts, slot by slot, in the order that decides among equals. */
export const PartsScreen = () => {
  const { data, error } = useCall("parts", {});
  const site = useSite();
  const [creating, setCreating] = useState<Slot | null>(null);
  const sought = useSearchParams().get("new");
  const asked = SLOTS.find((slot) => slot === sought);
  const router = useRouter();
  useEffect(() => {
    if (!asked) return;
    setCreating(asked);
    router.replace(leafPath("parts", site));
  }, [asked, router, site]);
  const [withBin, setWithBin] = useState(false);
  const [typed, setTyped] = useState("");
  const [order, setOrder] = useState<PartOrder>("order");
  if (!data) return <Pending error={error} what="Reading the parts …" />;
  const binned = data.rows.filter((row) => row.state === "inBin");
  const kept = data.rows.filter((row) => withBin || row.state !== "inBin");
  const rows = partsFound(kept, typed, order);
  return (
    <Box sx={{ px: 2.5, pt: 2.25, pb: 4 }}>
      <SheetHead title="Parts" about={count(data.rows.length - binned.length, "part")}>
        {binned.length > 0 ? (
          <Button variant="text" color="inherit" onClick={() => setWithBin(!withBin)}>
            {withBin ? "Hide the bin" : `Show the bin (${binned.length})`}
          </Button>
        ) : null}
        <Button component={Link} href={leafPath("find", site)} variant="text" color="inherit">
          Find and replace
        </Button>
        <Button component={Link} href={leafPath("starts", site)} variant="outlined">
          Starting points
        </Button>
        <Button variant="contained" onClick={() => setCreating("header")}>
          New part
        </Button>
      </SheetHead>
      {kept.length > FEW ? (
        <Box sx={{ display: "flex", flexWrap: "wrap", gap: 1.5, alignItems: "center", pt: 1.5 }}>
          <TextField
            value={typed}
            placeholder="Name, number, state or where it shows"
            onChange={({ target }) => setTyped(target.value)}
            slotProps={{ htmlInput: { "aria-label": "Find parts" } }}
            sx={{ width: 300 }}
          />
          <Box sx={{ width: 220 }}>
            <OneOf
              id="parts-order"
              label="Sorted"
              value={order}
              options={PART_ORDERS}
              onChange={(next) => setOrder(next as PartOrder)}
            />
          </Box>
          {typed.trim() === "" ? null : (
            <>
              <Quiet role="status">
                {digits(rows.length)} of {count(kept.length, "part")}
              </Quiet>
              <Act onClick={() => setTyped("")}>Show all</Act>
            </>
          )}
        </Box>
      ) : null}
      {kept.length > 0 && rows.length === 0 ? (
        <Quiet style={{ display: "block", paddingTop: 16 }}>
          No part has that. Remove words to see more.
        </Quiet>
      ) : kept.length === 0 ? (
        <Empty title="No parts yet">
          Visitors see every page in a plain layout.{" "}
          <SheetLink href={leafPath("begin", site)}>Begin with a complete frame</SheetLink>, make a header
          first, or import a template pack.
        </Empty>
      ) : (
        SLOTS.filter((slot) => typed.trim() === "" || rows.some((row) => row.slot === slot)).map((slot) => (
          <SlotTable
            key={slot}
            slot={slot}
            rows={rows.filter((row) => row.slot === slot)}
            onNew={() => setCreating(slot)}
          />
        ))
      )}
      <Pieces />
      {creating ? <NewPart slot={creating} starts={data.starts} onClose={() => setCreating(null)} /> : null}
    </Box>
  );
};

/** Designs used inside several parts, with where each stands. */
const Pieces = () => {
  const site = useSite();
  const { badge, about } = useAboutSite();
  const { data } = useCall("pieces", {});
  const remove = useAct("removePiece");
  if (!data || data.pieces.length === 0) return null;
  const nameOf = (id: string) => about.pieces.find((piece) => piece.id === id)?.name;
  return (
    <Box component="section" sx={{ mt: 2.5 }} aria-label="Shared pieces">
      <Typography variant="h2">Shared pieces</Typography>
      <Rows>
        {data.pieces.map((piece) => (
          <Row key={piece.id}>
            <SheetLink href={leafPath("pieces", site, piece.id)}>{piece.name}</SheetLink>
            <Quiet>
              {piece.uses.length === 0
                ? "used nowhere"
                : `used in ${[...new Set(piece.uses.map(({ document }) => nameOf(document) ?? badge(document)))].join(", ")}`}
            </Quiet>
            {piece.uses.length === 0 ? (
              <Act onClick={() => remove.mutate({ piece: piece.id })} aria-label={`Remove ${piece.name}`}>
                Remove
              </Act>
            ) : null}
          </Row>
        ))}
      </Rows>
    </Box>
  );
};

const SlotTable = ({
  slot,
  rows,
  onNew,
}: {
  readonly slot: Slot;
  readonly rows: readonly PartRow[];
  readonly onNew: () => void;
}) => (
  <Box component="section" sx={{ mt: 2.5 }} aria-label={SLOT_NAMES[slot]}>
    <Box sx={{ display: "flex", alignItems: "baseline", gap: 1.5 }}>
      <Typography variant="h2">{SLOT_NAMES[slot]}</Typography>
      <Button
        variant="text"
        color="inherit"
        sx={{ color: "text.secondary" }}
        onClick={onNew}
        aria-label={`New ${SLOT_NAMES[slot].toLowerCase()}`}
      >
        + new
      </Button>
    </Box>
    {rows.length === 0 ? (
      <Quiet>none yet</Quiet>
    ) : (
      <Box sx={{ overflowX: "auto" }}>
        <Box
          component="table"
          sx={{
            width: "100%",
            // what is wider than a phone scrolls; squeezed, where a part shows takes eight lines
            minWidth: 960,
            borderCollapse: "collapse",
            "& th": { textAlign: "left", fontSize: 12, fontWeight: 600, color: "text.secondary", py: 0.5 },
            "& td": { borderTop: 1, borderColor: "divider", height: 36, pr: 2 },
          }}
        >
          <thead>
            <tr>
              <th style={{ width: 56 }}>Part</th>
              <th style={{ width: "22%" }}>Name</th>
              <th style={{ width: 170 }}>State</th>
              <th>Where it shows</th>
              <th style={{ width: 150 }}>Pages</th>
              <th style={{ width: 90 }}>Actions</th>
            </tr>
          </thead>
          <tbody>
            {rows.map((row) => (
              <PartLine key={row.id} row={row} />
            ))}
          </tbody>
        </Box>
      </Box>
    )}
  </Box>
);

const PartLine = ({ row }: { readonly row: PartRow }) => {
  const site = useSite();
  const isActive = row.state !== "paused" && row.state !== "inBin";
  return (
    <tr>
      <td>
        <Badge slot={row.slot} number={row.number} />
      </td>
      <td>
        <Box
          component={Link}
          href={partPath(row.id, site)}
          sx={{
            color: "inherit",
            fontWeight: 600,
            textDecoration: "none",
            "&:hover": { textDecoration: "underline" },
          }}
        >
          {row.name}
        </Box>
        {row.isNothing ? <Quiet> nothing, by rule</Quiet> : null}
      </td>
      <td>
        {isActive ? (
          STATE_NAMES[row.state as PartState]
        ) : (
          <Quiet>{STATE_NAMES[row.state as PartState]}</Quiet>
        )}
      </td>
      <td>
        <Box
          component={Link}
          href={partPath(row.id, site, ["where"])}
          sx={{ color: "inherit", textDecoration: "none", "&:hover": { textDecoration: "underline" } }}
        >
          {row.where}
        </Box>{" "}
        {row.findings.map((code) => (
          <Wrong key={code} style={{ marginLeft: 6, fontSize: 12 }}>
            {FINDING_NAMES[code]}
          </Wrong>
        ))}
      </td>
      <td>
        {isActive ? (
          <>
            {digits(row.shows)}
            {row.asks > row.shows ? <Quiet> of {digits(row.asks)} asked</Quiet> : null}
          </>
        ) : (
          <Quiet>·</Quiet>
        )}
      </td>
      <td>
        <PartMenu quiet data={{ id: row.id, body: { on: row.isOn, binnedAt: row.binnedAt } }} />
      </td>
    </tr>
  );
};
