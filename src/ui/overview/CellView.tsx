"use client";
import { Box } from "@mui/material";
import type { Slot } from "../../core/model/slot";
import type { CoverageCell, CoverageRow } from "../../core/placement/coverage";
import { Badge, SlotPictogram } from "../shell/Badge";
import { useFrame } from "../shell/frame";
import { Quiet } from "../theme/pieces";

/** One cell in words and signs; what is in it never depends on colour alone. */
export const CellView = ({
  cell,
  slot,
  selected,
}: {
  readonly cell: CoverageCell;
  readonly slot: Slot;
  readonly selected: boolean;
}) => {
  const { frame } = useFrame();
  const part = cell.part === null ? undefined : frame.parts[cell.part];
  if (cell.how === "missing")
    return (
      <Box
        component="span"
        sx={(theme) => ({
          px: "8px",
          border: "1px dashed",
          borderColor: theme.vars?.palette.ours.brick,
          color: theme.vars?.palette.ours.brick,
          borderRadius: 1,
          fontWeight: 600,
          fontSize: "0.78rem",
        })}
      >
        missing
      </Box>
    );
  if (cell.how === "nothingByRule") return <Quiet>nothing, by rule</Quiet>;
  if (cell.how === "choiceOfNothing")
    return (
      <Box component="span" sx={{ ml: "-7px" }}>
        <Note>nothing, this page only</Note>
      </Box>
    );
  if (!part) return <Quiet aria-label="nothing expected">·</Quiet>;
  return (
    <>
      <Badge slot={slot} number={part.number} selected={selected} />
      {cell.how === "choice" ? <Note>this page only</Note> : null}
      {cell.tied ? <Note>tied</Note> : null}
    </>
  );
};

const Note = ({ children }: { readonly children: string }) => (
  <Box
    component="span"
    sx={(theme) => ({
      ml: "7px",
      fontSize: "0.72rem",
      fontWeight: 600,
      color: theme.vars?.palette.ours.brass,
      whiteSpace: "nowrap",
    })}
  >
    {children}
  </Box>
);

const MOST_SHARES = 3;

/** A closed group: its one badge, or a bar of badge numbers with counts. */
export const GroupCell = ({
  rows,
  slot,
  selected,
}: {
  readonly rows: readonly CoverageRow[];
  readonly slot: Slot;
  readonly selected: boolean;
}) => {
  const { frame } = useFrame();
  const [first] = rows;
  const keyOf = (row: CoverageRow) => `${row.cells[slot].part ?? row.cells[slot].how}`;
  if (first && rows.every((row) => keyOf(row) === keyOf(first))) {
    const cell = first.cells[slot];
    const tied = rows.some((row) => row.cells[slot].tied);
    const how = rows.every((row) => row.cells[slot].how === "choice")
      ? "choice"
      : cell.how === "choice"
        ? "rule"
        : cell.how;
    return <CellView cell={{ ...cell, how, tied }} slot={slot} selected={selected} />;
  }
  const shares = new Map<string, { label: string; pages: number }>();
  for (const row of rows) {
    const cell = row.cells[slot];
    const part = cell.part === null ? undefined : frame.parts[cell.part];
    const label = cell.how === "missing" ? "missing" : part && !part.isNothing ? String(part.number) : "none";
    const share = shares.get(label) ?? { label, pages: 0 };
    shares.set(label, { ...share, pages: share.pages + 1 });
  }
  const sorted = [...shares.values()].sort((a, b) => b.pages - a.pages);
  const shown = sorted.slice(0, MOST_SHARES);
  const more = sorted.length - shown.length;
  const tied = rows.some((row) => row.cells[slot].tied);
  const said = sorted.map(({ label, pages }) => `${label}: ${pages}`).join(", ");
  return (
    <Box
      component="span"
      role="img"
      aria-label={said}
      title={said}
      sx={{ display: "inline-flex", alignItems: "center", gap: "6px", maxWidth: "100%" }}
    >
      <SlotPictogram slot={slot} />
      <Box aria-hidden sx={{ display: "inline-flex", gap: "2px", fontSize: "0.75rem" }}>
        {shown.map(({ label, pages }, index) => (
          <Box
            key={label}
            sx={(theme) => ({
              px: "5px",
              height: 20,
              minWidth: 14 + Math.round((pages / rows.length) * 44),
              lineHeight: "20px",
              whiteSpace: "nowrap",
              background: theme.vars?.palette.ours.slotWash[slot],
              borderBottom:
                index === 0 ? `2px solid ${theme.vars?.palette.ours.slot[slot]}` : "2px solid transparent",
            })}
          >
            <strong>{label}</strong>·{pages}
          </Box>
        ))}
        {more > 0 ? <Box sx={{ lineHeight: "20px" }}>+{more}</Box> : null}
      </Box>
      {tied ? <Note>tied</Note> : null}
    </Box>
  );
};
