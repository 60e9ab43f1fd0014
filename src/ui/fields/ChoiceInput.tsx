"use client";
import { Box, Checkbox, ListItemText, MenuItem, Select } from "@mui/material";
import { createContext, type ReactNode, useContext } from "react";

/** Whether the values round a choice may be changed: a fieldset closes inputs, not the lists of MUI. */
export const MayChange = createContext(true);

/** One or several of a few words. */
export type Options = readonly (readonly [string, string])[];

export const OneOf = ({
  id,
  label,
  value,
  options,
  sign = () => null,
  onChange,
}: {
  readonly id: string;
  readonly label: string;
  readonly value: string;
  readonly options: Options;
  /** What stands before the words of an option. */
  readonly sign?: (key: string) => ReactNode;
  readonly onChange: (value: string) => void;
}) => (
  <Select
    id={id}
    disabled={!useContext(MayChange)}
    value={options.some(([key]) => key === value) ? value : ""}
    displayEmpty
    fullWidth
    onChange={(event) => onChange(event.target.value)}
    SelectDisplayProps={{ "aria-label": label }}
    renderValue={(key) => (
      <Signed sign={sign(key)}>{options.find(([each]) => each === key)?.[1] ?? "gone"}</Signed>
    )}
  >
    {options.map(([key, words]) => (
      <MenuItem key={key} value={key}>
        <Signed sign={sign(key)}>{words}</Signed>
      </MenuItem>
    ))}
  </Select>
);

const Signed = ({ sign, children }: { readonly sign: ReactNode; readonly children: string }) =>
  sign ? (
    <Box component="span" sx={{ display: "flex", alignItems: "center", gap: 1, minWidth: 0 }}>
      {sign}
      <Box component="span" sx={{ overflow: "hidden", textOverflow: "ellipsis" }}>
        {children}
      </Box>
    </Box>
  ) : (
    children
  );

interface ManyOfProps {
  readonly id: string;
  readonly label: string;
  readonly value: readonly string[];
  readonly options: Options;
  readonly onChange: (value: string[]) => void;
  readonly empty?: string;
  /** Values stay in the order they were chosen in; else in that of the options. */
  readonly isOrdered?: boolean;
}

export const ManyOf = ({
  id,
  label,
  value,
  options,
  onChange,
  empty = "none",
  isOrdered = false,
}: ManyOfProps) => (
  <Select
    id={id}
    multiple
    displayEmpty
    fullWidth
    value={[...value]}
    onChange={(event) => {
      const chosen = event.target.value as string[];
      onChange(isOrdered ? chosen : options.map(([key]) => key).filter((key) => chosen.includes(key)));
    }}
    SelectDisplayProps={{ "aria-label": label }}
    renderValue={(keys) =>
      keys.length === 0
        ? empty
        : keys.map((key) => options.find(([each]) => each === key)?.[1] ?? "gone").join(", ")
    }
  >
    {options.map(([key, words]) => (
      <MenuItem key={key} value={key} dense>
        <Checkbox size="small" checked={value.includes(key)} sx={{ p: 0.5 }} />
        <ListItemText primary={words} />
      </MenuItem>
    ))}
  </Select>
);
