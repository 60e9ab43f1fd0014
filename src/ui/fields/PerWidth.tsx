"use client";
import { InputBase, styled } from "@mui/material";
import { WIDTHS, type Width } from "../../core/model/values";
import { WIDTH_NAMES } from "../../messages/words";
import { Quiet } from "../theme/pieces";
import { useNumberField } from "./useNumberField";

interface PerWidthProps {
  readonly id: string;
  readonly label: string;
  readonly value: { wide: number; middle?: number; small?: number };
  readonly min: number;
  readonly max: number;
  readonly unit?: string | undefined;
  /** A number that stands for none, and what that means. */
  readonly none?: readonly [number, string] | undefined;
  readonly onChange: (value: unknown) => void;
}

/** A value per width in one line, wide, middle, small: faint where it is as on the wider one, which emptying it makes it. */
export const PerWidth = ({ id, label, value, unit, none, onChange, ...range }: PerWidthProps) => {
  const set = (width: Width, next: number | undefined) => {
    const { [width]: _, ...rest } = value;
    onChange(next === undefined ? rest : { ...rest, [width]: next });
  };
  const inherited = { middle: value.wide, small: value.middle ?? value.wide };
  return (
    <Frame role="group" aria-label={label}>
      {WIDTHS.map((width) => (
        <OneWidth
          key={width}
          {...(width === "wide" ? { id } : {})}
          {...range}
          width={width}
          label={label}
          none={none}
          value={value[width]}
          inherited={width === "wide" ? (none?.[0] ?? value.wide) : inherited[width]}
          onChange={(next) => set(width, width === "wide" ? (next ?? none?.[0] ?? range.min) : next)}
        />
      ))}
      {unit ? <Quiet style={{ fontSize: 11.5, paddingRight: 6 }}>{unit}</Quiet> : null}
    </Frame>
  );
};

interface OneWidthProps extends Pick<PerWidthProps, "label" | "min" | "max" | "none"> {
  readonly id?: string;
  readonly width: Width;
  readonly value: number | undefined;
  readonly inherited: number;
  readonly onChange: (value: number | undefined) => void;
}

const OneWidth = ({ id, width, label, value, inherited, none, onChange, ...range }: OneWidthProps) => {
  const isNone = (number: number) => none?.[0] === number;
  // on a narrower one none of its own is a number like any other: emptied, it is as the wider one again
  const own = value !== undefined && width === "wide" && isNone(value) ? undefined : value;
  const mayBeEmpty = width !== "wide" || none !== undefined;
  const field = useNumberField({ id, value: own, from: inherited, ...range, mayBeEmpty, onChange });
  const shown = isNone(value ?? inherited) ? "–" : String(inherited);
  const means = isNone(value ?? inherited) ? `, ${none?.[1]}` : "";
  const as = width !== "wide" && value === undefined ? ", as on the wider one" : "";
  return (
    <Cell
      {...field}
      {...(id ? { id } : {})}
      placeholder={shown}
      title={`on ${WIDTH_NAMES[width]} screens${means}${as}`}
      inputProps={{
        inputMode: "numeric",
        "aria-label": width === "wide" ? undefined : `${label} on ${WIDTH_NAMES[width]}`,
      }}
    />
  );
};

/** What the three fields of a line are, above the first of them. */
export const WidthCaptions = ({ hasUnit }: { readonly hasUnit: boolean }) => (
  <Captions aria-hidden className={hasUnit ? "unit" : ""}>
    {WIDTHS.map((width) => (
      <span key={width}>{WIDTH_NAMES[width]}</span>
    ))}
  </Captions>
);

const Captions = styled("div")(({ theme }) => ({
  display: "grid",
  gridTemplateColumns: "repeat(3,minmax(0,1fr))",
  margin: "2px 25px -2px 122px",
  "&.unit": { paddingRight: 20 },
  textAlign: "center",
  fontSize: 10.5,
  lineHeight: "12px",
  color: theme.vars?.palette.ours.muted,
}));

const Frame = styled("div")(({ theme }) => ({
  display: "grid",
  gridTemplateColumns: "repeat(3,minmax(0,1fr)) auto",
  alignItems: "center",
  minHeight: 30,
  border: `1px solid ${theme.vars?.palette.ours.field}`,
  borderRadius: 6,
  background: theme.vars?.palette.ours.sheet,
  "&:has([aria-invalid=true])": { borderColor: theme.vars?.palette.ours.brick },
}));

const Cell = styled(InputBase)(({ theme }) => ({
  font: "inherit",
  height: 28,
  "&+&": { borderLeft: `1px solid ${theme.vars?.palette.divider}` },
  "&.Mui-focused": { outline: `2px solid ${theme.vars?.palette.ours.brass}`, outlineOffset: -1 },
  "& input": { padding: "0 2px", textAlign: "center", fontVariantNumeric: "tabular-nums" },
  "& input::placeholder": { color: theme.vars?.palette.ours.muted, opacity: 1 },
}));
