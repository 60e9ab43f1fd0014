"use client";
import { Box, TextField } from "@mui/material";
import { memo, useCallback, useEffect, useRef, useState } from "react";
import { fromOklch, toOklch } from "../../core/colour/convert";
import { colourOf, hexOf, oklchText, readColour } from "../../core/colour/hex";
import { Mono, Quiet, Wrong } from "../theme/pieces";

/** A colour as a little square, on a chequered ground where it is see-through. */
export const Swatch = ({ value, size = 22 }: { readonly value: string; readonly size?: number }) => (
  <Box
    component="span"
    aria-hidden
    sx={(theme) => ({
      display: "inline-block",
      flex: "none",
      width: size,
      height: size,
      borderRadius: "4px",
      border: `1px solid ${theme.vars?.palette.ours.field}`,
      background: `linear-gradient(${value},${value}), repeating-conic-gradient(#999 0 25%, #fff 0 50%) 0 0/10px 10px`,
    })}
  />
);

interface ColourProps {
  readonly label: string;
  readonly value: string;
  readonly onChange: (hex: string) => void;
}

/** One colour: a square that opens the dials of OKLCH, and a field that takes whatever CSS calls a colour. */
export const ColourField = ({ label, value, onChange }: ColourProps) => {
  const [text, setText] = useState(value);
  const [isOpen, setOpen] = useState(false);
  useEffect(() => setText((now) => (readColour(now)?.hex === value ? now : value)), [value]);
  const read = readColour(text);
  return (
    <Box sx={{ minWidth: 0 }}>
      <Box sx={{ display: "flex", gap: 0.75, alignItems: "center" }}>
        <Box
          component="button"
          type="button"
          aria-label={`Dials of ${label}`}
          aria-expanded={isOpen}
          onClick={() => setOpen(!isOpen)}
          sx={{ border: 0, background: "none", p: 0, lineHeight: 0, cursor: "pointer" }}
        >
          <Swatch value={value} size={28} />
        </Box>
        <TextField
          value={text}
          fullWidth
          error={!read}
          onChange={(event) => {
            setText(event.target.value);
            const next = readColour(event.target.value);
            if (next && next.hex !== value) onChange(next.hex);
          }}
          onBlur={() => setText(value)}
          slotProps={{ htmlInput: { "aria-label": label, spellCheck: false } }}
        />
      </Box>
      {read ? (
        <Quiet style={{ fontSize: 11.5 }}>
          <Mono>{oklchText(value)}</Mono>
          {read.isMapped ? " nearest a screen can show" : ""}
        </Quiet>
      ) : (
        <Wrong style={{ fontSize: 12, fontWeight: 400 }}>Any colour CSS knows, such as #8a5a0c or teal</Wrong>
      )}
      {isOpen ? <Dials label={label} value={value} onChange={onChange} /> : null}
    </Box>
  );
};

const DIALS = [
  ["l", "Lightness", 1, 0.005],
  ["c", "Chroma", 0.37, 0.005],
  ["h", "Hue", 360, 1],
] as const;

/** Plain ranges: four of them are drawn anew with every step of one. */
const DIALS_LOOK = {
  py: 0.5,
  "& label": { display: "grid", gridTemplateColumns: "70px 1fr", alignItems: "center", fontSize: 12 },
  "& input": { width: "100%", accentColor: "var(--mui-palette-ours-brass)", minHeight: 24 },
} as const;

const Dials = ({ label, value, onChange }: ColourProps) => {
  // the dials keep what was set: a grey has no hue to read back
  const [dial, setDial] = useState(() => ({ ...toOklch(colourOf(value)), alpha: colourOf(value).alpha }));
  // a colour that was typed, undone or changed by somebody else turns the dials
  const shown = hexOf({ ...fromOklch(dial), alpha: dial.alpha });
  useEffect(() => {
    if (shown !== value) setDial({ ...toOklch(colourOf(value)), alpha: colourOf(value).alpha });
  }, [shown, value]);
  const latest = useRef({ dial, onChange });
  latest.current = { dial, onChange };
  const turn = useCallback((key: string, next: number) => {
    const turned = { ...latest.current.dial, [key]: next };
    setDial(turned);
    latest.current.onChange(hexOf({ ...fromOklch(turned), alpha: turned.alpha }));
  }, []);
  return (
    <Box sx={DIALS_LOOK}>
      {DIALS.map(([key, name, most, step]) => (
        <Dial
          key={key}
          name={name}
          label={`${name} of ${label}`}
          value={dial[key]}
          most={most}
          step={step}
          field={key}
          onTurn={turn}
        />
      ))}
      <Dial
        name="Solid"
        label={`How solid ${label} is`}
        value={dial.alpha}
        most={1}
        step={0.05}
        field="alpha"
        onTurn={turn}
      />
    </Box>
  );
};

/** One dial; the others stay as they are while it is turned. */
const Dial = memo(
  ({
    name,
    label,
    value,
    most,
    step,
    field,
    onTurn,
  }: {
    readonly name: string;
    readonly label: string;
    readonly value: number;
    readonly most: number;
    readonly step: number;
    readonly field: string;
    readonly onTurn: (field: string, value: number) => void;
  }) => (
    <label>
      <span>{name}</span>
      <input
        type="range"
        value={value}
        min={0}
        max={most}
        step={step}
        aria-label={label}
        onChange={(event) => onTurn(field, Number(event.target.value))}
      />
    </label>
  ),
);
