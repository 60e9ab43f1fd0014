"use client";
import { Box, styled } from "@mui/material";
import { memo } from "react";
import { isWrongIn, type Stretch } from "../../core/layout/fit";
import { NARROWEST, WIDEST_SCREEN } from "../../core/layout/readings";
import type { Slot } from "../../core/model/slot";
import { STATE_NAMES, stretchWords } from "../../messages/fit";

const [FROM, TO] = [NARROWEST, WIDEST_SCREEN];
/** Where a width lies on the ruler, in percent of it. */
export const placeOf = (width: number): number => ((width - FROM) / (TO - FROM)) * 100;
/** The width at a place of the ruler, 0 to 1. */
export const widthAt = (share: number): number =>
  Math.round(FROM + Math.min(1, Math.max(0, share)) * (TO - FROM));

/** What a band does from the smallest screens to wide ones: a line of stretches, each named where there is room for its name. */
export const FitBar = ({
  label,
  slot,
  stretches,
}: {
  readonly label: string;
  /** What is wrong depends on it: a footer may take several rows. */
  readonly slot: Slot;
  readonly stretches: readonly Stretch[];
}) => (
  <Line role="img" aria-label={`${label}: ${stretches.map(stretchWords).join(", ")}`}>
    {stretches.map((stretch, at) => (
      <div
        key={at}
        title={stretchWords(stretch)}
        className={classOf(stretch, slot)}
        // not rules: each new rule would have the whole screen styled again, while one types
        style={{
          left: `${placeOf(stretch.from)}%`,
          width: `${placeOf(stretch.to + 1) - placeOf(stretch.from)}%`,
        }}
      >
        {stretch.to - stretch.from > 11 * STATE_NAMES[stretch.state].length ? STATE_NAMES[stretch.state] : ""}
      </div>
    ))}
  </Line>
);

const classOf = (stretch: Stretch, slot: Slot): string =>
  [stretch.state, isWrongIn(slot, stretch.state) ? "wrong" : "", stretch.from === FROM ? "first" : ""].join(
    " ",
  );

const Line = styled("div")(({ theme }) => ({
  position: "relative",
  height: 26,
  minWidth: 0,
  "& > div": {
    position: "absolute",
    top: 0,
    bottom: 0,
    borderBottom: `2px solid ${theme.vars?.palette.ours.muted}`,
    borderLeft: `1px solid ${theme.vars?.palette.ours.muted}`,
    color: theme.vars?.palette.text.primary,
    fontSize: 12,
    lineHeight: "20px",
    paddingLeft: 5,
    overflow: "hidden",
    whiteSpace: "nowrap",
    textOverflow: "clip",
  },
  "& > .first": { borderLeft: 0 },
  "& > .row": { borderBottomColor: theme.vars?.palette.text.primary },
  "& > .button": { borderBottomStyle: "dashed" },
  "& > .hidden": { borderBottom: `1px dotted ${theme.vars?.palette.ours.muted}` },
  "& > .wrong": {
    borderBottom: `4px solid ${theme.vars?.palette.ours.brick}`,
    borderLeftColor: theme.vars?.palette.ours.brick,
    color: theme.vars?.palette.ours.brick,
  },
}));

const MARKS = [320, 600, 800, 1000, 1200, 1400, 1600];

/** The scale under the stretches. */
export const FitScale = memo(() => (
  <Box aria-hidden sx={{ position: "relative", height: 18, fontSize: 11, color: "text.secondary" }}>
    {MARKS.map((mark, place) => (
      <Box
        key={mark}
        sx={{
          position: "absolute",
          left: `${placeOf(mark)}%`,
          // every second one where there is hardly room
          display: { xs: place % 2 === 0 ? "block" : "none", sm: "block" },
          transform: mark === TO ? "translateX(-100%)" : mark === FROM ? "none" : "translateX(-50%)",
        }}
      >
        {mark}
      </Box>
    ))}
  </Box>
));
