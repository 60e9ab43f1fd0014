"use client";
import UndoIcon from "@mui/icons-material/Undo";
import { type BlockKind, defaultSettings } from "../../core/blocks";
import { valueAt } from "../../core/design/operations";
import { Band, type Block, Cell } from "../../core/design/part";
import { USUAL_COLUMN } from "../../core/design/side-column";
import type { NodePlace } from "../../core/design/tree";
import { sameValue } from "../../core/model/canonical";
import { Look } from "../../core/model/look";
import { type Responsive, WIDTHS } from "../../core/model/values";
import type { FieldSpec } from "../../messages/controls";
import { fieldName } from "../../messages/fields";
import { SignButton } from "../fields/SignButton";

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
      return numberText(control, value as number);
    case "one":
    case "textStyle":
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
      return WIDTHS.flatMap((width) => (value as Responsive<number>)[width] ?? [])
        .map((each) => numberText(control, each))
        .join(" · ");
    default:
      return null;
  }
};

const numberText = ({ none, unit }: { none?: readonly [number, string]; unit?: string }, value: number) =>
  none?.[0] === value ? none[1] : `${value}${unit ? ` ${unit}` : ""}`;

/** Beside a setting that is no longer as it usually is: a sign that says what that is, and leads back to it. */
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
  const label = spec.label ?? fieldName(spec.path.at(-1) ?? "");
  return (
    <SignButton
      title={`Usually ${words}: make it so again`}
      label={`${label} as usual: ${words}`}
      onPress={() => onReset(usual)}
    >
      <UndoIcon sx={{ fontSize: 15 }} />
    </SignButton>
  );
};
