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
import { Autocomplete, Box, TextField, Typography } from "@mui/material";
import { useSnackbar } from "notistack";
import { useState } from "react";
import { findChoice } from "../../core/cascade/openable";
import { LINES_AT } from "../../core/layout/heading-lines";
import { BLOCK_KINDS, type BlockKind } from "../../core/model/blocks";
import { setNodeOperation, valueAt } from "../../core/model/operations";
import type { Band, Block, Cell, Part } from "../../core/model/part";
import type { Slot } from "../../core/model/slot";
import { findPlace, type NodePlace } from "../../core/model/tree";
import { describeLines } from "../../messages/fit";
import { BLOCK_NAMES } from "../../messages/words";
import { useFrame } from "../shell/frame";
import { Act, Quiet } from "../theme/pieces";
import { copyLook, copyNode, pasteLook, pasteNode } from "./clipboard";
import { BLOCK_CONTROLS, FIRST_SETTINGS } from "./controls";
import { useEditor } from "./editor";
import { Field } from "./Field";
import { Fold } from "./Fold";
import { bandText, blockText, shareText } from "./list-lines";
import {
  addBand,
  addBlock,
  addCell,
  canUnbox,
  dropNode,
  duplicateNode,
  handleListKeys,
  putInBox,
  removeSelected,
  unbox,
} from "./node-actions";
import { OpenToPages } from "./OpenToPages";
import { MakePiece, PieceActs } from "./PieceActs";
import { Several } from "./Several";
import { specsFor } from "./specs-for";
import { Usual } from "./Usual";

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
          <Quiet style={{ marginLeft: "auto", textAlign: "right" }}>{bandText(band)}</Quiet>
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
            {blockText(block, menuName, pieceName)}
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

/** The settings of the selected node: the most used first, the rest behind "more". */
const Unfolded = ({ part, node }: { readonly part: Part; readonly node: string }) => {
  const { id, apply } = useEditor();
  const [more, setMore] = useState(false);
  const place = findPlace(part, node);
  if (!place) return null;
  const set = (path: readonly string[], value: unknown) =>
    apply([setNodeOperation(useEditor.getState().body as Part, id, node, path, value)]);
  const fits = specsFor(place).filter(
    (spec) => !spec.when || valueAt(place.node, spec.when[0]) === spec.when[1],
  );
  const first =
    place.type === "block"
      ? Math.min(FIRST_SETTINGS, BLOCK_CONTROLS[(place.node as Block).kind].length)
      : FIRST_SETTINGS;
  const shown = more ? fits : fits.slice(0, Math.max(first, 1));
  const hidden = fits.length - shown.length;
  const name =
    place.type === "block"
      ? BLOCK_NAMES[(place.node as Block).kind]
      : place.type === "cell"
        ? "Cell"
        : (place.node as Band).name || "Band";
  return (
    <Fold label={`Settings of ${name}`} title={name}>
      <LinesOf node={node} />
      {shown.length === 0 ? <Quiet>Nothing to set here.</Quiet> : null}
      {shown.map((spec) => (
        <Box
          key={`${node} ${spec.path.join(".")}`}
          sx={{
            display: "grid",
            gridTemplateColumns: findChoice(part, node, spec.path) ? "minmax(0,1fr)" : "minmax(0,1fr) auto",
            alignItems: "center",
          }}
        >
          <Field
            spec={spec}
            value={valueAt(place.node, spec.path)}
            onChange={(value) => set(spec.path, value)}
          />
          <OpenToPages part={part} node={place.node} path={spec.path} />
          <Usual place={place} spec={spec} onReset={(value) => set(spec.path, value)} />
        </Box>
      ))}
      <Box sx={{ mt: 0.75, display: "flex", flexWrap: "wrap", columnGap: 2 }}>
        {hidden > 0 || more ? (
          <Act onClick={() => setMore(!more)}>{more ? "fewer" : `${hidden} more`}</Act>
        ) : null}
        <Act onClick={() => duplicateNode(place)}>Duplicate</Act>
        {place.type === "block" ? <Act onClick={() => putInBox(place)}>Put a box round it</Act> : null}
        {place.type === "block" && (place.node as Block).kind !== "piece" ? (
          <MakePiece nodes={[node]} />
        ) : null}
        {canUnbox(place) ? <Act onClick={() => unbox(place)}>Remove box, keep contents</Act> : null}
        <Act onClick={() => removeSelected(place)}>Remove</Act>
      </Box>
      {place.type === "block" && (place.node as Block).kind === "piece" ? (
        <PieceActs part={id} node={place.node.id} />
      ) : null}
      <CopyActs place={place} />
      {place.type === "band" ? (
        <Box sx={{ mt: 0.5 }}>
          <Act onClick={() => addCell(place.node as Band)}>Add a cell</Act>
        </Box>
      ) : null}
    </Fold>
  );
};

/** "1 line at 1280 px, 2 at 820, 3 at 390", of a heading. */
const LinesOf = ({ node }: { readonly node: string }) => {
  const { headings } = useEditor();
  const words = describeLines(headings.find((each) => each.node === node)?.lines ?? [], LINES_AT);
  return words === "" ? null : <Quiet style={{ fontSize: 12 }}>{words}</Quiet>;
};

/** Copies go to other parts and other sites too; the same by Ctrl C, X and V in the list. */
const CopyActs = ({ place }: { readonly place: NodePlace }) => {
  const { frame } = useFrame();
  const say = useSnackbar().enqueueSnackbar;
  const tell = (isDone: boolean, words: string) => {
    if (!isDone) say(words);
  };
  return (
    <Box sx={{ display: "flex", flexWrap: "wrap", columnGap: 2 }}>
      <Act onClick={() => copyNode(place, frame.palette)}>Copy</Act>
      <Act onClick={() => tell(pasteNode(place), "Nothing was copied that goes here.")}>Paste behind it</Act>
      <Act onClick={() => copyLook(place)}>Copy look</Act>
      <Act onClick={() => tell(pasteLook(place), "No look of such a piece was copied.")}>Paste look</Act>
    </Box>
  );
};

/** Blocks that make sense in a slot; all others can be typed too, but these come first. */
const USUAL: Readonly<Record<Slot, readonly BlockKind[]>> = {
  header: ["logo", "menu", "button", "search", "social", "siteName", "tagline"],
  titleBar: ["title", "breadcrumbs", "search", "heading", "richText", "button"],
  layout: ["title", "body", "facts", "mainPicture", "entryList", "pager", "heading"],
  side: ["search", "entryList", "heading", "menu", "richText"],
  footer: ["menu", "copyright", "social", "richText", "heading", "logo", "tagline"],
};

/** "add: type “se…” → search box": a new block after the selected one, or at the end. */
const AddLine = ({ part }: { readonly part: Part }) => {
  const [key, setKey] = useState(0);
  const usual = USUAL[part.slot] ?? USUAL.footer;
  const kinds = [...usual, ...BLOCK_KINDS.filter((kind) => !usual.includes(kind))];
  return (
    <Box sx={{ px: 2, pt: 1.25 }}>
      <Autocomplete
        key={key}
        options={kinds}
        autoHighlight
        clearOnBlur
        getOptionLabel={(kind) => BLOCK_NAMES[kind]}
        onChange={(_, kind) => {
          if (!kind) return;
          addBlock(kind);
          setKey(key + 1);
        }}
        renderInput={(params) => (
          <TextField
            {...params}
            variant="standard"
            placeholder="add: type “se…” → search box"
            slotProps={{
              ...params.slotProps,
              htmlInput: { ...params.slotProps.htmlInput, "aria-label": "Add a block" },
            }}
          />
        )}
      />
    </Box>
  );
};
