"use client";
import { Box } from "@mui/material";
import { type BlockKind, defaultSettings } from "../../core/model/blocks";
import { sameValue } from "../../core/model/canonical";
import { valueAt } from "../../core/model/operations";
import { Band, type Block, Cell, Look } from "../../core/model/part";
import type { NodePlace } from "../../core/model/tree";
import { Act } from "../theme/pieces";
import type { FieldSpec } from "./control";

const FRESH = {
  band: Band.parse({ id: "band", cells: [{ id: "cell" }] }),
  cell: Cell.parse({ id: "cell" }),
  look: Look.parse({}),
};
const kept = new Map<BlockKind, unknown>();

/** A node as it is before anyone sets anything. */
const freshNode = ({ type, node }: NodePlace): unknown => {
  if (type !== "block") return FRESH[type];
  const { kind } = node as Block;
  const fresh = kept.get(kind) ?? { settings: defaultSettings(kind), look: FRESH.look };
  kept.set(kind, fresh);
  return fresh;
};

/** A value in a word or two; null where it takes more. */
const wordsOf = ({ control }: FieldSpec, value: unknown): string | null => {
  switch (control.type) {
    case "number":
      return `${String(value)}${control.unit ? ` ${control.unit}` : ""}`;
    case "one":
      return control.options.find(([key]) => key === value)?.[1] ?? null;
    case "switch":
      return value === true ? "on" : "off";
    case "perWidth":
      return `${(value as { wide: number }).wide}${control.unit ? ` ${control.unit}` : ""}`;
    default:
      return null;
  }
};

/** Beside a setting that is no longer as it usually is: what that is, and the way back to it. */
export const Usual = ({
  place,
  spec,
  onReset,
}: {
  readonly place: NodePlace;
  readonly spec: FieldSpec;
  readonly onReset: (value: unknown) => void;
}) => {
  const usual = valueAt(freshNode(place), spec.path);
  const words = wordsOf(spec, usual);
  if (words === null || sameValue(usual, valueAt(place.node, spec.path))) return null;
  return (
    <Box sx={{ gridColumn: "1 / -1", pl: "122px", fontSize: 12 }}>
      <Act onClick={() => onReset(usual)} style={{ fontWeight: 400 }}>
        usually {words}
      </Act>
    </Box>
  );
};
