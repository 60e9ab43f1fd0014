"use client";
import { Box } from "@mui/material";
import { OneOf } from "./ChoiceInput";
import { NumberInput } from "./NumberInput";

type Value = number | "computed" | "always" | "never";

/** A width to begin with when one of one's own is wished for, px. */
const FIRST_WIDTH = 800;

/** Where a menu becomes a button: where it no longer fits, below a width of one's own, always or never. */
export const MenuButtonInput = ({
  id,
  label,
  value,
  onChange,
}: {
  readonly id: string;
  readonly label: string;
  readonly value: Value;
  readonly onChange: (value: Value) => void;
}) => (
  <Box sx={{ display: "grid", gridTemplateColumns: "minmax(0,1fr)", gap: 0.5 }}>
    <OneOf
      id={id}
      label={label}
      // 0 is how it was said before there was a word for it
      value={value === 0 ? "never" : typeof value === "number" ? "width" : value}
      options={[
        ["computed", "where too narrow"],
        ["width", "below a width"],
        ["always", "always"],
        ["never", "never"],
      ]}
      onChange={(next) => onChange(next === "width" ? FIRST_WIDTH : (next as Value))}
    />
    {typeof value === "number" && value !== 0 ? (
      <NumberInput label={`${label} below`} value={value} min={1} max={2000} unit="px" onChange={onChange} />
    ) : null}
  </Box>
);
