"use client";
import { TextField } from "@mui/material";
import { useEffect, useState } from "react";
import { Quiet } from "../theme/pieces";

/** A number with a fraction: arrows step it, Shift makes the step eight times as long. */
export const DecimalField = ({
  label,
  value,
  min,
  max,
  step,
  unit,
  onChange,
}: {
  readonly label: string;
  readonly value: number;
  readonly min: number;
  readonly max: number;
  readonly step: number;
  readonly unit?: string;
  readonly onChange: (value: number) => void;
}) => {
  const [text, setText] = useState(String(value));
  useEffect(() => setText((now) => (Number(now) === value ? now : String(value))), [value]);
  const read = (typed: string): number | undefined => {
    const number = Number(typed.trim().replace(",", "."));
    return typed.trim() === "" || !Number.isFinite(number) ? undefined : number;
  };
  const fits = (number: number | undefined): number is number =>
    number !== undefined && number >= min && number <= max;
  const take = (next: number) => {
    const rounded = Number(Math.min(max, Math.max(min, next)).toFixed(4));
    if (rounded !== value) onChange(rounded);
    setText(String(rounded));
  };
  return (
    <TextField
      value={text}
      fullWidth
      error={!fits(read(text))}
      onChange={(event) => {
        setText(event.target.value);
        const next = read(event.target.value);
        if (fits(next) && next !== value) onChange(next);
      }}
      onBlur={() => {
        const next = read(text);
        if (next === undefined) setText(String(value));
        else take(next);
      }}
      onKeyDown={(event) => {
        const turn = { ArrowUp: 1, ArrowDown: -1 }[event.key];
        if (turn === undefined) return;
        event.preventDefault();
        take(value + turn * step * (event.shiftKey ? 8 : 1));
      }}
      slotProps={{
        htmlInput: { inputMode: "decimal", "aria-label": label },
        input: unit
          ? { endAdornment: <Quiet style={{ fontSize: 12, whiteSpace: "nowrap" }}>{unit}</Quiet> }
          : {},
      }}
    />
  );
};
