"use client";
import { TextField } from "@mui/material";
import { useEffect, useRef, useState } from "react";
import { instantOf, wallTime } from "../../messages/wall-time";
import { useAboutSite } from "../client/about-site";

/** A complete time is taken this long after the last key, so that "2031" is not taken as "2". */
const REST_MS = 600;

interface MomentFieldProps {
  readonly id: string;
  readonly value: string | null;
  readonly onChange: (instant: string | null) => void;
}

/** An instant, typed as a wall time of the site. Empty is none. */
export const MomentField = ({ id, value, onChange }: MomentFieldProps) => {
  const { timeZone } = useAboutSite().about.site;
  const wall = value === null ? "" : wallTime(value, timeZone);
  const [text, setText] = useState(wall);
  const rest = useRef<ReturnType<typeof setTimeout>>(undefined);
  // another value from elsewhere: undo, a colleague
  useEffect(() => setText(wall), [wall]);
  useEffect(() => () => clearTimeout(rest.current), []);
  // a time that is taken after a rest goes to whoever listens then
  const latest = useRef({ wall, onChange });
  latest.current = { wall, onChange };
  const take = (typed: string) => {
    clearTimeout(rest.current);
    if (typed === latest.current.wall) return;
    latest.current.onChange(typed === "" ? null : instantOf(typed, timeZone));
  };
  return (
    <TextField
      id={id}
      type="datetime-local"
      value={text}
      onChange={(event) => {
        const typed = event.target.value;
        setText(typed);
        clearTimeout(rest.current);
        if (typed !== "") rest.current = setTimeout(() => take(typed), REST_MS);
      }}
      onBlur={() => take(text)}
      onKeyDown={(event) => {
        // inside a menu, letters and digits would be jumps
        if (event.key !== "Escape" && event.key !== "Tab") event.stopPropagation();
        if (event.key === "Enter") take(text);
      }}
      sx={{ width: 216 }}
    />
  );
};
