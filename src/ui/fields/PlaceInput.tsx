"use client";
import { Box, TextField } from "@mui/material";
import { useState } from "react";
import { placeIn, placeText } from "../../core/geo/place-text";
import type { Place } from "../../core/model/place";
import { describeIssues } from "../../messages/issues";
import { Act, Quiet } from "../theme/pieces";
import { PlaceMap } from "./PlaceMap";

/** A place on earth: by its coordinates, or by pointing at it on a map. */
export const PlaceInput = ({
  id,
  value,
  onChange,
}: {
  readonly id: string;
  readonly value: Place | null;
  readonly onChange: (value: Place | null) => void;
}) => {
  const written = value ? placeText(value) : "";
  const [text, setText] = useState(written);
  const [shown, setShown] = useState(written);
  const [trouble, setTrouble] = useState("");
  const [isPointing, setPointing] = useState(false);
  if (shown !== written) {
    setShown(written);
    setText(written);
    setTrouble("");
  }
  const take = () => {
    if (text.trim() === written) return;
    if (text.trim() === "") {
      onChange(null);
      return;
    }
    const read = placeIn(text);
    if (!read.ok) {
      setTrouble(describeIssues(read.issues));
      return;
    }
    setTrouble("");
    setText(placeText(read.value));
    onChange(read.value);
  };
  return (
    <Box sx={{ minWidth: 0, display: "grid", gap: 0.75 }}>
      <TextField
        id={id}
        value={text}
        placeholder="48.2082, 16.3738"
        fullWidth
        error={trouble !== ""}
        helperText={trouble}
        slotProps={{
          htmlInput: { spellCheck: false, autoComplete: "off" },
          formHelperText: { role: "alert" },
        }}
        onChange={(event) => {
          setText(event.target.value);
          setTrouble("");
        }}
        onBlur={take}
        onKeyDown={(event) => {
          if (event.key === "Enter") take();
        }}
      />
      <Box sx={{ display: "flex", gap: 1.5, alignItems: "baseline" }}>
        <Act aria-expanded={isPointing} onClick={() => setPointing(!isPointing)}>
          {isPointing ? "Close the map" : "Find it on a map"}
        </Act>
        {value ? <Act onClick={() => onChange(null)}>No place</Act> : null}
      </Box>
      {isPointing ? <PlaceMap value={value} onChange={onChange} /> : null}
      {value ? null : <Quiet style={{ fontSize: 12 }}>Without a place there is no map.</Quiet>}
    </Box>
  );
};
