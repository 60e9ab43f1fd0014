"use client";
import { ToggleButton, ToggleButtonGroup } from "@mui/material";
import { GROUNDS, type Ground } from "../../core/colour/palette";

/** Whether a palette is made for a light ground or a dark one. */
export const GroundChoice = ({
  value,
  onChange,
}: {
  readonly value: Ground;
  readonly onChange: (ground: Ground) => void;
}) => (
  <ToggleButtonGroup
    exclusive
    size="small"
    value={value}
    aria-label="Ground"
    onChange={(_, next: Ground | null) => onChange(next ?? value)}
  >
    {GROUNDS.map((each) => (
      <ToggleButton key={each} value={each} sx={{ py: 0.25, textTransform: "none", color: "text.primary" }}>
        {each}
      </ToggleButton>
    ))}
  </ToggleButtonGroup>
);
