"use client";
import { Box, ToggleButton } from "@mui/material";
import { memo } from "react";
import { OneOf } from "../fields/ChoiceInput";
import type { PreviewView } from "./preview-talk";

const STATES = [
  ["rest", "at rest"],
  ["pointed", "pointed at"],
  ["focused", "focused"],
  ["scrolled", "scrolled"],
  ["open", "menu open"],
] as const;

/** The state all previews are looked at in. */
export const ViewChoice = memo(
  ({ view, onChange }: { readonly view: PreviewView; readonly onChange: (view: PreviewView) => void }) => (
    <Box
      sx={{
        ml: "auto",
        display: "flex",
        flexWrap: { xs: "wrap", md: "nowrap" },
        gap: 1,
        "& .MuiToggleButton-root": {
          py: 0,
          px: 1,
          textTransform: "none",
          color: "text.primary",
          minHeight: 26,
        },
      }}
    >
      <Box sx={{ width: 118 }}>
        <OneOf
          id="preview-state"
          label="State of the previews"
          value={view.state}
          options={STATES}
          onChange={(state) => onChange({ ...view, state: state as PreviewView["state"] })}
        />
      </Box>
      <ToggleButton
        size="small"
        value="large"
        selected={view.isLarge}
        onChange={() => onChange({ ...view, isLarge: !view.isLarge })}
      >
        text 200 %
      </ToggleButton>
      <ToggleButton
        size="small"
        value="pictures"
        selected={!view.hasPictures}
        onChange={() => onChange({ ...view, hasPictures: !view.hasPictures })}
      >
        no pictures
      </ToggleButton>
      <ToggleButton
        size="small"
        value="still"
        selected={view.isStill}
        onChange={() => onChange({ ...view, isStill: !view.isStill })}
      >
        less motion
      </ToggleButton>
    </Box>
  ),
);
