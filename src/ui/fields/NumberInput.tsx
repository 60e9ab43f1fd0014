"use client";
import { TextField } from "@mui/material";
import { Quiet } from "../theme/pieces";
import { useNumberField } from "./useNumberField";

interface NumberInputProps {
  readonly id?: string;
  readonly value: number;
  readonly min: number;
  readonly max: number;
  readonly unit?: string | undefined;
  readonly label?: string;
  /** A number that stands for none, and what that means: the field is empty then and says so. */
  readonly none?: readonly [number, string] | undefined;
  readonly onChange: (value: number) => void;
}

/** One number. Emptied, it is none, where there is such a thing; else it stays as it was. */
export const NumberInput = ({ id, value, unit, label, none, onChange, ...range }: NumberInputProps) => {
  const isNone = none?.[0] === value;
  const field = useNumberField({
    id,
    value: isNone ? undefined : value,
    from: value,
    ...range,
    mayBeEmpty: none !== undefined,
    onChange: (next) => onChange(next ?? none?.[0] ?? value),
  });
  return (
    <TextField
      {...field}
      {...(id ? { id } : {})}
      fullWidth
      placeholder={none?.[1]}
      slotProps={{
        htmlInput: { inputMode: "numeric", ...(label ? { "aria-label": label } : {}) },
        input: unit && !isNone ? { endAdornment: <Quiet style={{ fontSize: 12 }}>{unit}</Quiet> } : {},
      }}
    />
  );
};
