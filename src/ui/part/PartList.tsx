"use client";
import {
  DndContext,
  type DragEndEvent,
  PointerSensor,
  pointerWithin,
  useDraggable,
  useDroppable,
  useSensor,
  useSensors,
} from "@dnd-kit/core";
import { Box, styled, Typography } from "@mui/material";
import { memo, useRef } from "react";
import type { Band, Block, Cell, Part } from "../../core/design/part";
import { findPlace } from "../../core/design/tree";
import { BLOCK_NAMES } from "../../messages/block-fields";
import { useAboutSite, useMay } from "../client/about-site";
import { useKeptFocus } from "../client/kept-focus";
import { useOffers } from "../shell/offers";
import { isTyping, letterKeysOn, useKeys } from "../shell/useKeys";
import { Act, Quiet } from "../theme/pieces";
import { AddLine, addField } from "./AddLine";
import { ColumnLine } from "./ColumnLine";
import { useEditor } from "./editor";
import { handleListKeys } from "./list-keys";
import { bandText, blockText, shareText } from "./list-lines";
import { addBand, addCellHere, dropNode, focusNode, goingOn } from "./node-actions";
import { Pasting } from "./Pasting";
import { Several } from "./Several";
import { settingOffers } from "./setting-offers";
import { Unfolded } from "./Unfolded";

/** The part as a list: each band written as it looks, its cells and blocks on one line, settings unfolding in place. */
export const PartList = () => {
  // a press selects; only what is moved a little is dragged
  const sensors = useSensors(useSensor(PointerSensor, { activationConstraint: { distance: 6 } }));
  return (
    <DndContext sensors={sensors} collisionDetection={pointerWithin} onDragEnd={drop}>
      <Bands />
    </DndContext>
  );
};

const drop = ({ active, over }: DragEndEvent): void => {
  if (over) dropNode(String(active.id), String(over.id));
};

/** From a field of the panel back to the list, to what is selected. */
const leaveField = (event: React.KeyboardEvent) => {
  const { selected } = useEditor.getState();
  if (event.key !== "Escape" || event.defaultPrevented || !isTyping(event.target) || !selected) return;
  event.stopPropagation();
  focusNode(selected);
};

/** What a node of a part is called where it is spoken of. */
const nameOf = (part: Part) => (id: string) => {
  const place = findPlace(part, id);
  if (place?.type === "block") return BLOCK_NAMES[(place.node as Block).kind].toLowerCase();
  return place?.type === "cell" ? "a cell" : (place?.node as Band | undefined)?.name || "a band";
};

/** It follows the part by itself: what is typed is no reason to look at the drags anew. */
const Bands = () => {
  const part = useEditor((state) => state.body);
  const editedKind = useEditor((state) => state.editedKind);
  const { about } = useAboutSite();
  const mayDesign = useMay("design");
  useOffers("settings", () => (part ? settingOffers(part, useEditor.getState().selected, nameOf(part)) : []));
  const list = useRef<HTMLDivElement>(null);
  useKeptFocus(list, "data-list-node", part);
  const letter = (act: () => void) => () => {
    if (mayDesign && letterKeysOn()) act();
  };
  useKeys({
    a: letter(() => addField()?.focus()),
    b: letter(() => (editedKind === "part" ? goingOn(addBand)() : undefined)),
    c: letter(goingOn(addCellHere)),
  });
  if (!part) return null;
  return (
    <div
      ref={list}
      onKeyDown={(event) => {
        handleListKeys(event, about);
        leaveField(event);
      }}
      role="group"
      aria-label="What the part is made of"
    >
      {mayDesign ? <Pasting /> : null}
      {part.slot === "side" && editedKind === "part" && part.bands.length > 0 ? (
        <ColumnLine column={part.column} mayChange={mayDesign} />
      ) : null}
      {part.bands.map((band) => (
        <BandLine key={band.id} band={band} />
      ))}
      {part.bands.length === 0 ? (
        <Typography sx={{ p: 2, color: "text.secondary" }}>
          This part has no bands: where it shows, the slot is empty on purpose.
          {mayDesign ? " Add a band to put something there." : ""}
        </Typography>
      ) : mayDesign ? (
        <AddLine slot={part.slot} />
      ) : null}
      {mayDesign && editedKind === "part" ? <AddBand /> : null}
      {part.bands.length > 0 ? <WhatToDo mayDesign={mayDesign} /> : null}
    </div>
  );
};

/** While nothing is selected: what a click does, and which keys there are. */
const WhatToDo = memo(({ mayDesign }: { readonly mayDesign: boolean }) => {
  const isIdle = useEditor(({ selected }) => selected === null);
  return isIdle ? (
    <Quiet style={{ display: "block", padding: "12px 16px", fontSize: 12.5 }}>
      Click a band, a cell or a block, here or in a preview: its settings unfold in this list.
      {mayDesign ? " A adds a block, B a band, C a cell; ? lists all keys." : ""}
    </Quiet>
  ) : null;
});

const AddBand = memo(() => (
  <Box sx={{ px: 2, py: 1 }}>
    <Act onClick={goingOn(addBand)}>+ band</Act>
  </Box>
));

/** A band and what unfolds under it. One that is not edited is not rendered again, nor what stays of one that is. */
const BandLine = memo(({ band }: { readonly band: Band }) => {
  const selected = useEditor((state) => state.selected);
  const also = useEditor((state) => state.also);
  const { about } = useAboutSite();
  const inside =
    selected !== null &&
    (selected === band.id ||
      [...band.cells].some((cell) => cell.id === selected || holds(cell.blocks, selected)));
  return (
    <Ruled>
      <BandHead id={band.id} name={band.name || "Band"} about={bandText(band, about.levels)} />
      <Cells cells={band.cells} />
      {inside && selected ? (
        also.length > 0 ? (
          <Several nodes={[selected, ...also]} />
        ) : (
          <Unfolded node={selected} />
        )
      ) : null}
    </Ruled>
  );
});

const Ruled = styled("div")(({ theme }) => ({ borderBottom: `1px solid ${theme.vars?.palette.divider}` }));

interface BandHeadProps {
  readonly id: string;
  readonly name: string;
  readonly about: string;
}
const BandHead = memo(({ id, name, about }: BandHeadProps) => (
  <Box sx={{ px: 2, pt: 1.25, display: "flex", alignItems: "baseline", gap: 1 }}>
    <NodeButton id={id} plain>
      {name}
    </NodeButton>
    <Quiet style={{ marginLeft: "auto", textAlign: "right" }}>{about}</Quiet>
  </Box>
));

const Cells = memo(({ cells }: { readonly cells: readonly Cell[] }) => (
  <Box
    sx={{ px: 2, pt: 0.75, pb: 1.25, display: "flex", flexWrap: "wrap", alignItems: "center", gap: "6px" }}
  >
    {cells.map((cell, index) => (
      <CellSpan key={cell.id} cell={cell} share={shareText(cell, cells)} isFirst={index === 0} />
    ))}
  </Box>
));

const holds = (blocks: readonly Block[], id: string): boolean =>
  blocks.some((block) => block.id === id || holds(block.blocks ?? [], id));

interface CellSpanProps {
  readonly cell: Cell;
  readonly share: string;
  readonly isFirst: boolean;
}
const CellSpan = memo(({ cell, share, isFirst }: CellSpanProps) => (
  <>
    {isFirst ? null : <Quiet aria-hidden>│</Quiet>}
    <NodeButton id={cell.id} cell label={`Cell${share ? `, ${share}` : ""}`}>
      {share || "▫"}
    </NodeButton>
    {cell.blocks.length === 0 ? <Quiet>empty</Quiet> : <BlockChips blocks={cell.blocks} />}
  </>
));

const BlockChips = ({ blocks }: { readonly blocks: readonly Block[] }) => {
  const { about } = useAboutSite();
  const menuName = (id: string) => about.menus.find((menu) => menu.id === id)?.name ?? "gone";
  const pieceName = (id: string) => about.pieces.find((piece) => piece.id === id)?.name ?? "gone";
  return (
    <>
      {blocks.map((block, index) => (
        <Box
          key={block.id}
          component="span"
          sx={{ display: "inline-flex", flexWrap: "wrap", alignItems: "center", gap: "6px" }}
        >
          {index > 0 ? <Quiet aria-hidden>·</Quiet> : null}
          <NodeButton id={block.id}>
            {blockText(block, { menuName, pieceName, levels: about.levels })}
          </NodeButton>
          {block.blocks && block.blocks.length > 0 ? (
            <>
              <Quiet aria-hidden>(</Quiet>
              <BlockChips blocks={block.blocks} />
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
  /** Words only: a button whose words stay is not rendered again. */
  readonly children: string;
  /** A band's name, written without a box. */
  readonly plain?: boolean;
  readonly cell?: boolean;
  readonly label?: string;
}
const NodeButton = memo(({ id, children, plain = false, cell = false, label }: NodeButtonProps) => {
  const on = useEditor(({ selected, also }) => selected === id || also.includes(id));
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
        const { also, select, selectAlso } = useEditor.getState();
        if (event.shiftKey) selectAlso(id);
        else select(on && also.length === 0 ? null : id);
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
});
