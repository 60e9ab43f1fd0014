"use client";
import { Box, Popover, Slider, TextField } from "@mui/material";
import { useEffect, useState } from "react";
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

/** One colour: a square that opens the dials of OKLCH, and a field that takes whatever CSS calls a colour. */
export const ColourField = ({
  label,
  value,
  onChange,
}: {
  readonly label: string;
  readonly value: string;
  readonly onChange: (hex: string) => void;
}) => {
  const [text, setText] = useState(value);
  const [dials, setDials] = useState<HTMLElement | null>(null);
  useEffect(() => setText((now) => (readColour(now)?.hex === value ? now : value)), [value]);
  const read = readColour(text);
  return (
    <Box sx={{ minWidth: 0 }}>
      <Box sx={{ display: "flex", gap: 0.75, alignItems: "center" }}>
        <Box
          component="button"
          type="button"
          aria-label={`Dials of ${label}`}
          onClick={(event) => setDials(event.currentTarget)}
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
      <Popover
        open={dials !== null}
        anchorEl={dials}
        onClose={() => setDials(null)}
        anchorOrigin={{ vertical: "bottom", horizontal: "left" }}
      >
        <Dials label={label} value={value} onChange={onChange} />
      </Popover>
    </Box>
  );
};

const DIALS = [
  ["l", "Lightness", 1, 0.005],
  ["c", "Chroma", 0.37, 0.005],
  ["h", "Hue", 360, 1],
] as const;

const Dials = ({
  label,
  value,
  onChange,
}: {
  readonly label: string;
  readonly value: string;
  readonly onChange: (hex: string) => void;
}) => {
  // the dials keep what was set: a grey has no hue to read back
  const [dial, setDial] = useState(() => toOklch(colourOf(value)));
  const { alpha } = colourOf(value);
  return (
    <Box sx={{ width: 260, px: 2, py: 1.5 }}>
      {DIALS.map(([key, name, most, step]) => (
        <Box key={key} sx={{ display: "grid", gridTemplateColumns: "74px 1fr", alignItems: "center" }}>
          <Quiet>{name}</Quiet>
          <Slider
            size="small"
            value={dial[key]}
            min={0}
            max={most}
            step={step}
            aria-label={`${name} of ${label}`}
            onChange={(_, next) => {
              const turned = { ...dial, [key]: next as number };
              setDial(turned);
              onChange(hexOf({ ...fromOklch(turned), alpha }));
            }}
          />
        </Box>
      ))}
      <Box sx={{ display: "grid", gridTemplateColumns: "74px 1fr", alignItems: "center" }}>
        <Quiet>Solid</Quiet>
        <Slider
          size="small"
          value={alpha}
          min={0}
          max={1}
          step={0.05}
          aria-label={`How solid ${label} is`}
          onChange={(_, next) => onChange(hexOf({ ...fromOklch(dial), alpha: next as number }))}
        />
      </Box>
    </Box>
  );
};
