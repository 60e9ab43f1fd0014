"use client";
import { Box } from "@mui/material";
import { type BlockKind, defaultSettings } from "../../core/blocks";
import { valueAt } from "../../core/design/operations";
import { Band, type Block, Cell } from "../../core/design/part";
import { USUAL_COLUMN } from "../../core/design/side-column";
import type { NodePlace } from "../../core/design/tree";
import { sameValue } from "../../core/model/canonical";
import { Look } from "../../core/model/look";
import type { FieldSpec } from "../../messages/controls";
import { Act } from "../theme/pieces";

const FRESH = {
  band: Band.parse({ id: "band", cells: [{ id: "cell" }] }),
  cell: Cell.parse({ id: "cell" }),
  look: Look.parse({}),
  column: USUAL_COLUMN,
};
const freshBlocks = new Map<BlockKind, unknown>();

/** What a node is, as far as it tells what is usual. */
export type NodeKind = BlockKind | "band" | "cell" | "column";
export const kindOf = ({ type, node }: NodePlace): NodeKind =>
  type === "block" ? (node as Block).kind : type;

/** A node as it is before anyone sets anything. */
const freshNode = (kind: NodeKind): unknown => {
  if (kind === "band" || kind === "cell" || kind === "column") return FRESH[kind];
  const fresh = freshBlocks.get(kind) ?? { settings: defaultSettings(kind), look: FRESH.look };
  freshBlocks.set(kind, fresh);
  return fresh;
};

/** A value in a word or two; null where it takes more. */
const wordsOf = ({ control }: FieldSpec, value: unknown): string | null => {
  switch (control.type) {
    case "number":
      return `${String(value)}${control.unit ? ` ${control.unit}` : ""}`;
    case "one":
      return control.options.find(([key]) => key === value)?.[1] ?? null;
    case "count":
      return control.options.find(([key]) => key === value)?.[1] ?? null;
    case "order":
      return (value as string[])
        .map((each) => control.options.find(([key]) => key === each)?.[1] ?? each)
        .reverse()
        .join(", ");
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
  kind,
  spec,
  value,
  onReset,
}: {
  readonly kind: NodeKind;
  readonly spec: FieldSpec;
  readonly value: unknown;
  readonly onReset: (value: unknown) => void;
}) => {
  const usual = valueAt(freshNode(kind), spec.path);
  const words = wordsOf(spec, usual);
  if (words === null || sameValue(usual, value)) return null;
  return (
    <Box sx={{ gridColumn: "1 / -1", pl: "122px", fontSize: 12 }}>
      <Act onClick={() => onReset(usual)} style={{ fontWeight: 400 }}>
        usually {words}
      </Act>
    </Box>
  );
};
