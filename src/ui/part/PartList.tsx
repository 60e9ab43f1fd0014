"use client";
import {
  DndContext,
  PointerSensor,
  pointerWithin,
  useDraggable,
  useDroppable,
  useSensor,
  useSensors,
} from "@dnd-kit/core";
import { Box, Typography } from "@mui/material";
import type { Band, Block, Cell, Part } from "../../core/model/part";
import { useFrame } from "../shell/frame";
import { Act, Quiet } from "../theme/pieces";
import { AddLine } from "./AddLine";
import { useEditor } from "./editor";
import { bandText, blockText, shareText } from "./list-lines";
import { addBand, dropNode, handleListKeys } from "./node-actions";
import { Several } from "./Several";
import { Unfolded } from "./Unfolded";

/** The part as a list: each band written as it looks, its cells and blocks on one line, settings unfolding in place. */
export const PartList = () => {
  const { body: part, selected, select, editedKind } = useEditor();
  const { frame } = useFrame();
  // a press selects; only what is moved a little is dragged
  const sensors = useSensors(useSensor(PointerSensor, { activationConstraint: { distance: 6 } }));
  if (!part) return null;
  return (
    <DndContext
      sensors={sensors}
      collisionDetection={pointerWithin}
      onDragEnd={({ active, over }) => {
        if (over) dropNode(String(active.id), String(over.id));
      }}
    >
      <Box
        onKeyDown={(event) => handleListKeys(event, frame.palette)}
        role="group"
        aria-label="What the part is made of"
      >
        {part.bands.map((band) => (
          <BandLine key={band.id} band={band} part={part} selected={selected} onSelect={select} />
        ))}
        {part.bands.length === 0 ? (
          <Typography sx={{ p: 2, color: "text.secondary" }}>
            This part has no bands: where it shows, the slot is empty on purpose. Add a band to put something
            there.
          </Typography>
        ) : (
          <AddLine part={part} />
        )}
        <Box sx={{ px: 2, py: 1 }}>{editedKind === "part" ? <Act onClick={addBand}>+ band</Act> : null}</Box>
      </Box>
    </DndContext>
  );
};

interface BandProps {
  readonly band: Band;
  readonly part: Part;
  readonly selected: string | null;
  readonly onSelect: (node: string | null) => void;
}

const BandLine = ({ band, part, selected, onSelect }: BandProps) => {
  const { also } = useEditor();
  const { frame } = useFrame();
  const inside =
    selected !== null &&
    (selected === band.id ||
      [...band.cells].some((cell) => cell.id === selected || holds(cell.blocks, selected)));
  return (
    <Box sx={{ borderBottom: 1, borderColor: "divider" }}>
      <Box sx={{ px: 2, pt: 1.25, pb: 1.25 }}>
        <Box sx={{ display: "flex", alignItems: "baseline", gap: 1 }}>
          <NodeButton id={band.id} plain selected={selected} onSelect={onSelect}>
            {band.name || "Band"}
          </NodeButton>
          <Quiet style={{ marginLeft: "auto", textAlign: "right" }}>{bandText(band, frame.levels)}</Quiet>
        </Box>
        <Box sx={{ mt: 0.75, display: "flex", flexWrap: "wrap", alignItems: "center", gap: "6px" }}>
          {band.cells.map((cell, index) => (
            <CellSpan
              key={cell.id}
              cell={cell}
              band={band}
              isFirst={index === 0}
              selected={selected}
              onSelect={onSelect}
            />
          ))}
        </Box>
      </Box>
      {inside && selected ? (
        also.length > 0 ? (
          <Several part={part} nodes={[selected, ...also]} />
        ) : (
          <Unfolded part={part} node={selected} />
        )
      ) : null}
    </Box>
  );
};

const holds = (blocks: readonly Block[], id: string): boolean =>
  blocks.some((block) => block.id === id || holds(block.blocks ?? [], id));

const CellSpan = ({
  cell,
  band,
  isFirst,
  selected,
  onSelect,
}: {
  readonly cell: Cell;
  readonly band: Band;
  readonly isFirst: boolean;
  readonly selected: string | null;
  readonly onSelect: (node: string | null) => void;
}) => {
  const share = shareText(cell, band);
  return (
    <>
      {isFirst ? null : <Quiet aria-hidden>│</Quiet>}
      <NodeButton
        id={cell.id}
        cell
        selected={selected}
        onSelect={onSelect}
        label={`Cell${share ? `, ${share}` : ""}`}
      >
        {share || "▫"}
      </NodeButton>
      {cell.blocks.length === 0 ? (
        <Quiet>empty</Quiet>
      ) : (
        <BlockChips blocks={cell.blocks} selected={selected} onSelect={onSelect} />
      )}
    </>
  );
};

const BlockChips = ({
  blocks,
  selected,
  onSelect,
}: {
  readonly blocks: readonly Block[];
  readonly selected: string | null;
  readonly onSelect: (node: string | null) => void;
}) => {
  const { frame } = useFrame();
  const menuName = (id: string) => frame.menus.find((menu) => menu.id === id)?.name ?? "gone";
  const pieceName = (id: string) => frame.pieces.find((piece) => piece.id === id)?.name ?? "gone";
  return (
    <>
      {blocks.map((block, index) => (
        <Box
          key={block.id}
          component="span"
          sx={{ display: "inline-flex", flexWrap: "wrap", alignItems: "center", gap: "6px" }}
        >
          {index > 0 ? <Quiet aria-hidden>·</Quiet> : null}
          <NodeButton id={block.id} selected={selected} onSelect={onSelect}>
            {blockText(block, { menuName, pieceName, levels: frame.levels })}
          </NodeButton>
          {block.kind === "group" && block.blocks && block.blocks.length > 0 ? (
            <>
              <Quiet aria-hidden>(</Quiet>
              <BlockChips blocks={block.blocks} selected={selected} onSelect={onSelect} />
              <Quiet aria-hidden>)</Quiet>
            </>
          ) : null}
        </Box>
      ))}
    </>
  );
};

interface NodeButtonProps {
  readonly id: string;
  readonly selected: string | null;
  readonly onSelect: (node: string | null) => void;
  readonly children: React.ReactNode;
  /** A band's name, written without a box. */
  readonly plain?: boolean;
  readonly cell?: boolean;
  readonly label?: string;
}
const NodeButton = ({
  id,
  selected,
  onSelect,
  children,
  plain = false,
  cell = false,
  label,
}: NodeButtonProps) => {
  const { also, selectAlso } = useEditor();
  const on = selected === id || also.includes(id);
  const { setNodeRef, listeners, isDragging } = useDraggable({ id });
  const drop = useDroppable({ id });
  return (
    <Box
      ref={(node: HTMLElement | null) => {
        setNodeRef(node);
        drop.setNodeRef(node);
      }}
      {...listeners}
      component="button"
      type="button"
      data-list-node={id}
      aria-expanded={on}
      aria-label={label}
      onClick={(event: React.MouseEvent) => {
        if (event.shiftKey) selectAlso(id);
        else onSelect(on && also.length === 0 ? null : id);
      }}
      sx={(theme) => ({
        font: "inherit",
        fontWeight: plain || on ? 600 : 400,
        color: cell && !on ? "text.secondary" : "inherit",
        background: on
          ? theme.vars?.palette.ours.brassWash
          : plain || cell
            ? "none"
            : theme.vars?.palette.ours.sheet,
        border: plain || cell ? "1px solid transparent" : 1,
        borderColor: on ? theme.vars?.palette.ours.brass : plain || cell ? "transparent" : "divider",
        borderRadius: 1,
        px: plain || cell ? "3px" : "9px",
        ml: plain ? "-3px" : 0,
        minHeight: 26,
        cursor: "pointer",
        opacity: isDragging ? 0.45 : 1,
        outline: drop.isOver ? `2px solid ${theme.vars?.palette.ours.brass}` : undefined,
        touchAction: "manipulation",
        "&:hover": { borderColor: theme.vars?.palette.ours.field },
      })}
    >
      {children}
    </Box>
  );
};
