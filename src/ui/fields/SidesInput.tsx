"use client";
import { Box } from "@mui/material";
import { useState } from "react";
import type { Sides } from "../../core/model/look";
import { SIDE_NAMES } from "../../messages/words";
import { Act, Quiet } from "../theme/pieces";
import { NumberInput } from "./NumberInput";

const SIDES = ["top", "right", "bottom", "left"] as const;
const isEven = (value: Sides): boolean => SIDES.every((side) => value[side] === value.top);

interface Props {
  readonly id: string;
  readonly label: string;
  readonly value: Sides;
  readonly onChange: (value: Sides) => void;
}

/** Four distances: one number while they are linked, one each when they are not. */
export const SidesInput = ({ id, label, value, onChange }: Props) => {
  const [isLinked, setLinked] = useState(isEven(value));
  const all = (px: number): Sides => ({ top: px, right: px, bottom: px, left: px });
  if (isLinked && isEven(value))
    return (
      <Box sx={{ display: "grid", gridTemplateColumns: "minmax(0,1fr) auto", gap: 1, alignItems: "center" }}>
        <NumberInput
          id={id}
          value={value.top}
          min={0}
          max={400}
          unit="px"
          onChange={(px) => onChange(all(px))}
        />
        <Act onClick={() => setLinked(false)} style={{ fontSize: 12 }}>
          each side
        </Act>
      </Box>
    );
  return (
    <Box
      sx={{
        display: "grid",
        gridTemplateColumns: "46px minmax(0,1fr)",
        gap: "2px 8px",
        alignItems: "center",
      }}
    >
      <EachSide id={id} label={label} value={value} onChange={onChange} />
      <span />
      <Act
        onClick={() => {
          onChange(all(value.top));
          setLinked(true);
        }}
        style={{ fontSize: 12 }}
      >
        link all sides
      </Act>
    </Box>
  );
};

const EachSide = ({ id, label, value, onChange }: Props) =>
  SIDES.map((side, place) => (
    <Box key={side} sx={{ display: "contents" }}>
      <Quiet style={{ fontSize: 12 }}>{SIDE_NAMES[side]}</Quiet>
      <NumberInput
        {...(place === 0 ? { id } : {})}
        label={`${label}, ${SIDE_NAMES[side]}`}
        value={value[side]}
        min={0}
        max={400}
        unit="px"
        onChange={(px) => onChange({ ...value, [side]: px })}
      />
    </Box>
  ));
