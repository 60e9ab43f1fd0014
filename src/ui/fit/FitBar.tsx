"use client";
import { Box } from "@mui/material";
import { NARROWEST, type Stretch, WIDEST_SCREEN } from "../../core/layout/fit";
import { STATE_NAMES, stretchWords } from "../../messages/fit";

const [FROM, TO] = [NARROWEST, WIDEST_SCREEN];
/** Where a width lies on the ruler, in percent of it. */
export const placeOf = (width: number): number => ((width - FROM) / (TO - FROM)) * 100;
/** The width at a place of the ruler, 0 to 1. */
export const widthAt = (share: number): number =>
  Math.round(FROM + Math.min(1, Math.max(0, share)) * (TO - FROM));

const isWrong = ({ state }: Stretch): boolean => state === "crowded" || state === "overflowing";

/** What a band does from the smallest screens to wide ones: a line of stretches, each named where there is room for its name. */
export const FitBar = ({
  label,
  stretches,
}: {
  readonly label: string;
  readonly stretches: readonly Stretch[];
}) => (
  <Box
    role="img"
    aria-label={`${label}: ${stretches.map(stretchWords).join(", ")}`}
    sx={{ position: "relative", height: 26, minWidth: 0 }}
  >
    {stretches.map((stretch) => (
      <Box
        key={stretch.from}
        title={stretchWords(stretch)}
        sx={(theme) => ({
          position: "absolute",
          top: 0,
          bottom: 0,
          left: `${placeOf(stretch.from)}%`,
          width: `${placeOf(stretch.to + 1) - placeOf(stretch.from)}%`,
          borderBottom:
            stretch.state === "hidden" ? "1px dotted" : isWrong(stretch) ? "4px solid" : "2px solid",
          borderColor: isWrong(stretch)
            ? theme.vars?.palette.ours.brick
            : stretch.state === "row"
              ? theme.vars?.palette.text.primary
              : theme.vars?.palette.ours.muted,
          borderBottomStyle: stretch.state === "button" ? "dashed" : undefined,
          borderLeft: stretch.from === FROM ? undefined : `1px solid ${theme.vars?.palette.ours.muted}`,
          color: isWrong(stretch) ? theme.vars?.palette.ours.brick : "text.primary",
          fontSize: 12,
          lineHeight: "20px",
          pl: "5px",
          overflow: "hidden",
          whiteSpace: "nowrap",
          textOverflow: "clip",
        })}
      >
        {stretch.to - stretch.from > 11 * STATE_NAMES[stretch.state].length ? STATE_NAMES[stretch.state] : ""}
      </Box>
    ))}
  </Box>
);

const MARKS = [320, 600, 800, 1000, 1200, 1400, 1600];

/** The scale under the stretches. */
export const FitScale = () => (
  <Box aria-hidden sx={{ position: "relative", height: 18, fontSize: 11, color: "text.secondary" }}>
    {MARKS.map((mark) => (
      <Box
        key={mark}
        sx={{
          position: "absolute",
          left: `${placeOf(mark)}%`,
          transform: mark === TO ? "translateX(-100%)" : mark === FROM ? "none" : "translateX(-50%)",
        }}
      >
        {mark}
      </Box>
    ))}
  </Box>
);
