"use client";
import { Box, TextField } from "@mui/material";
import { useState } from "react";
import { WIDTHS } from "../../core/model/values";
import { WIDTH_NAMES } from "../../messages/words";
import { Act, Quiet } from "../theme/pieces";
import { readNumber } from "./arithmetic";
import { useLabelDrag } from "./useLabelDrag";

/** Numbers by arrows (±1, Shift ±8), by small sums such as 20+4, and by dragging their name. */
export const NumberInput = ({
  id,
  value,
  min,
  max,
  unit,
  onChange,
  label,
}: {
  readonly id?: string;
  readonly value: number;
  readonly min: number;
  readonly max: number;
  readonly unit?: string | undefined;
  readonly label?: string;
  readonly onChange: (value: number) => void;
}) => {
  const [text, setText] = useState(String(value));
  const [shown, setShown] = useState(value);
  if (shown !== value) {
    setShown(value);
    setText(String(value));
  }
  const take = (next: number) => onChange(Math.min(max, Math.max(min, next)));
  useLabelDrag(id, value, take);
  return (
    <TextField
      {...(id ? { id } : {})}
      value={text}
      fullWidth
      error={readNumber(text) === undefined}
      onChange={(event) => {
        setText(event.target.value);
        const plain = /^\d+$/.test(event.target.value.trim()) ? readNumber(event.target.value) : undefined;
        if (plain !== undefined && plain >= min && plain <= max) onChange(plain);
      }}
      onBlur={() => {
        const next = readNumber(text);
        if (next === undefined) setText(String(value));
        else take(next);
      }}
      onKeyDown={(event) => {
        if (event.key === "Enter") {
          const next = readNumber(text);
          if (next !== undefined) take(next);
        }
        const step = { ArrowUp: 1, ArrowDown: -1 }[event.key];
        if (step === undefined) return;
        event.preventDefault();
        take(value + step * (event.shiftKey ? 8 : 1));
      }}
      slotProps={{
        htmlInput: { inputMode: "numeric", ...(label ? { "aria-label": label } : {}) },
        input: unit ? { endAdornment: <Quiet style={{ fontSize: 12 }}>{unit}</Quiet> } : {},
      }}
    />
  );
};

interface PerWidthProps {
  readonly id: string;
  readonly value: { wide: number; middle?: number; small?: number };
  readonly min: number;
  readonly max: number;
  readonly unit?: string | undefined;
  readonly onChange: (value: unknown) => void;
}

/** A value per width: one number until it differs on a narrower one. */
export const PerWidth = ({ id, value, min, max, unit, onChange }: PerWidthProps) => {
  const shown = WIDTHS.filter((width) => width === "wide" || value[width] !== undefined);
  const hidden = WIDTHS.filter((width) => width !== "wide" && value[width] === undefined);
  const set = (width: (typeof WIDTHS)[number], next: number | undefined) => {
    const { [width]: _, ...rest } = value;
    onChange(next === undefined ? rest : { ...rest, [width]: next });
  };
  return (
    <Box sx={{ display: "grid", gap: 0.5 }}>
      {shown.map((width) => (
        <Box key={width} sx={{ display: "flex", gap: 1, alignItems: "center" }}>
          <NumberInput
            {...(width === "wide" ? { id } : { label: `on ${WIDTH_NAMES[width]}` })}
            value={value[width] ?? 0}
            min={min}
            max={max}
            unit={shown.length > 1 ? `${unit ?? ""} ${WIDTH_NAMES[width]}` : unit}
            onChange={(next) => set(width, next)}
          />
          {width === "wide" ? null : (
            <Act onClick={() => set(width, undefined)} aria-label={`Same on ${WIDTH_NAMES[width]} as wider`}>
              same
            </Act>
          )}
        </Box>
      ))}
      {hidden.length > 0 ? (
        <Box sx={{ display: "flex", gap: 1.5, fontSize: 12 }}>
          {hidden.map((width) => (
            <Act key={width} onClick={() => set(width, value.wide)} style={{ fontWeight: 400 }}>
              other on {WIDTH_NAMES[width]}
            </Act>
          ))}
        </Box>
      ) : null}
    </Box>
  );
};
