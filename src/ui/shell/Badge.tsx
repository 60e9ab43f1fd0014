"use client";
import { Box } from "@mui/material";
import type { Slot } from "../../core/model/slot";
import { badgeText } from "../../messages/words";

/** Where each slot lies in the little page: x, y, width, height in a box of 10 × 12. */
const PLACES: Readonly<Record<Slot, readonly [number, number, number, number]>> = {
  header: [0, 0, 10, 3],
  titleBar: [0, 3, 10, 2.5],
  layout: [0, 4, 10, 5],
  side: [6.5, 3, 3.5, 6],
  footer: [0, 9, 10, 3],
};

export const SlotPictogram = ({ slot }: { readonly slot: Slot }) => {
  const [x, y, width, height] = PLACES[slot];
  return (
    <Box
      component="svg"
      viewBox="-0.6 -0.6 11.2 13.2"
      aria-hidden
      sx={(theme) => ({ width: 11, height: 13, flex: "none", color: theme.vars?.palette.ours.slot[slot] })}
    >
      <rect x={x} y={y} width={width} height={height} fill="currentColor" />
      <rect
        x="0"
        y="0"
        width="10"
        height="12"
        fill="none"
        stroke="currentColor"
        strokeWidth="0.9"
        opacity="0.75"
      />
    </Box>
  );
};

/** The small sign of a part: a page with its slot filled, and a number. */
export const Badge = ({
  slot,
  number,
  selected = false,
}: {
  readonly slot: Slot;
  readonly number: number;
  readonly selected?: boolean;
}) => (
  <Box
    component="span"
    role="img"
    aria-label={badgeText(slot, number)}
    sx={(theme) => ({
      display: "inline-flex",
      alignItems: "center",
      gap: "7px",
      px: "6px",
      height: 24,
      minWidth: 38,
      border: 1,
      borderColor: selected ? theme.vars?.palette.ours.brass : "divider",
      borderRadius: 1,
      background: theme.vars?.palette.ours.sheet,
      fontWeight: 650,
      color: "text.primary",
      lineHeight: 1,
      verticalAlign: "middle",
      whiteSpace: "nowrap",
    })}
  >
    <SlotPictogram slot={slot} />
    <span aria-hidden>{number}</span>
  </Box>
);
