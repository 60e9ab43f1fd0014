"use client";
import {
  closestCenter,
  DndContext,
  type DragEndEvent,
  PointerSensor,
  useSensor,
  useSensors,
} from "@dnd-kit/core";
import { SortableContext, useSortable, verticalListSortingStrategy } from "@dnd-kit/sortable";
import { Box, Switch } from "@mui/material";
import { type ClipboardEvent, type KeyboardEvent, useId, useState } from "react";
import {
  changeItem,
  dropItem,
  indentItem,
  insertAfter,
  type MenuRow,
  moveItem,
  outdentItem,
  removeItem,
  rowsOf,
} from "../../core/menus/item-tree";
import type { MenuItem } from "../../core/model/menu";
import type { CallResult } from "../client/call";
import { newNodeId } from "../client/new-id";
import { TargetInput } from "../fields/SiteInput";
import { keyOf } from "../shell/useKeys";
import { Act, Quiet, Wrong } from "../theme/pieces";
import { changeItems } from "./menu-editor";
import { PromotionFields } from "./PromotionFields";
import { SignField } from "./SignField";

type Data = CallResult<"menu">;

/** How far in one level stands, px: also how far a pointer moves to go one level in. */
const STEP = 26;

interface TreeProps {
  readonly items: readonly MenuItem[];
  readonly data: Data;
  readonly selected: string | null;
  readonly onSelect: (id: string | null) => void;
  readonly isOpen: boolean;
}

/** The tree as lines; a line's label is written where it stands, the selected line unfolds. */
export const ItemTree = ({ items, data, selected, onSelect, isOpen }: TreeProps) => {
  const [dragged, setDragged] = useState<string | null>(null);
  const id = useId();
  const sensors = useSensors(useSensor(PointerSensor, { activationConstraint: { distance: 5 } }));
  const all = rowsOf(items);
  // what is below the line being dragged goes with it
  const below = new Set(
    dragged === null
      ? []
      : rowsOf(all.find(({ item }) => item.id === dragged)?.item.items ?? []).map(({ item }) => item.id),
  );
  const rows = all.filter(({ item }) => !below.has(item.id));
  const drop = ({ active, over, delta }: DragEndEvent) => {
    setDragged(null);
    const row = rows.find(({ item }) => item.id === active.id);
    const at = rows.findIndex(({ item }) => item.id === over?.id);
    if (row && at >= 0)
      changeItems((now) => dropItem(now, row.item.id, at, row.depth + Math.round(delta.x / STEP)));
  };
  return (
    <DndContext
      id={id}
      sensors={sensors}
      collisionDetection={closestCenter}
      onDragStart={({ active }) => setDragged(String(active.id))}
      onDragCancel={() => setDragged(null)}
      onDragEnd={drop}
    >
      <SortableContext items={rows.map(({ item }) => item.id)} strategy={verticalListSortingStrategy}>
        <Box
          component="ol"
          aria-label="Items"
          sx={{ listStyle: "none", m: 0, p: 0, borderTop: 1, borderColor: "divider" }}
        >
          {rows.map((row) => (
            <ItemLine
              key={row.item.id}
              row={row}
              data={data}
              isSelected={selected === row.item.id}
              onSelect={onSelect}
              isOpen={isOpen}
            />
          ))}
        </Box>
      </SortableContext>
      {items.length === 0 ? (
        <Box sx={{ py: 2 }}>
          <Quiet>
            Nothing in it yet: where it is shown, visitors see no menu. Add an item, or a page from the right.
          </Quiet>
        </Box>
      ) : null}
    </DndContext>
  );
};

const focusLabel = (id: string) =>
  requestAnimationFrame(() => document.querySelector<HTMLInputElement>(`[data-item-label="${id}"]`)?.focus());

const blankItem = (label: string): MenuItem => ({ id: newNodeId(), label, target: { url: "/" }, items: [] });

interface LineProps {
  readonly row: MenuRow;
  readonly data: Data;
  readonly isSelected: boolean;
  readonly onSelect: (id: string | null) => void;
  readonly isOpen: boolean;
}

const ItemLine = ({ row, data, isSelected, onSelect, isOpen }: LineProps) => {
  const { item, depth } = row;
  const sorting = useSortable({ id: item.id, disabled: !isOpen });
  const { transform, transition, isDragging } = sorting;
  return (
    <Box
      component="li"
      ref={sorting.setNodeRef}
      data-depth={depth}
      style={{
        transform: transform ? `translate(${isDragging ? transform.x : 0}px, ${transform.y}px)` : undefined,
        transition,
      }}
      sx={(theme) => ({
        pl: `${depth * STEP}px`,
        borderBottom: 1,
        borderColor: "divider",
        background: isDragging
          ? theme.vars?.palette.ours.paper
          : isSelected
            ? theme.vars?.palette.ours.brassWash
            : undefined,
        position: "relative",
        zIndex: isDragging ? 1 : undefined,
      })}
    >
      <Box sx={{ display: "flex", alignItems: "center", gap: 1, minHeight: 35 }}>
        <Handle label={item.label} sorting={sorting} isOpen={isOpen} />
        <LabelField item={item} onSelect={onSelect} />
        <TargetWords item={item} data={data} />
        <Width id={item.id} data={data} />
      </Box>
      {isSelected && isOpen ? <Unfolded row={row} onSelect={onSelect} /> : null}
    </Box>
  );
};

const Handle = ({
  label,
  sorting,
  isOpen,
}: {
  readonly label: string;
  readonly sorting: ReturnType<typeof useSortable>;
  readonly isOpen: boolean;
}) =>
  isOpen ? (
    <Box
      component="span"
      ref={sorting.setActivatorNodeRef}
      {...sorting.listeners}
      title={`Drag “${label}”; to the right for one level in`}
      sx={{ cursor: "grab", px: "3px", color: "text.secondary", touchAction: "none", userSelect: "none" }}
      aria-hidden
    >
      ∷
    </Box>
  ) : null;

const LINE_KEYS: Readonly<Record<string, (items: readonly MenuItem[], id: string) => readonly MenuItem[]>> = {
  "alt+arrowup": (items, id) => moveItem(items, id, -1),
  "alt+arrowdown": (items, id) => moveItem(items, id, 1),
  "alt+arrowright": indentItem,
  "alt+arrowleft": outdentItem,
};

/** The labels that are shown, in order: the one so many places from another. */
const neighbourOf = (id: string, by: number): string | undefined => {
  const all = [...document.querySelectorAll<HTMLElement>("[data-item-label]")].map(
    (each) => each.dataset["itemLabel"],
  );
  return all[all.indexOf(id) + by];
};

const beginNext = (id: string, onSelect: (id: string) => void): void => {
  const next = blankItem("New item");
  if (!changeItems((items) => insertAfter(items, id, [next]))) return;
  onSelect(next.id);
  requestAnimationFrame(() =>
    document.querySelector<HTMLInputElement>(`[data-item-label="${next.id}"]`)?.select(),
  );
};

/** What a key does in the label of an item; false where it only types. */
const actByKey = (key: string, { id }: MenuItem, text: string, onSelect: (id: string) => void): boolean => {
  const move = LINE_KEYS[key];
  const steps = key === "arrowdown" ? 1 : key === "arrowup" ? -1 : 0;
  const neighbour = steps === 0 ? undefined : neighbourOf(id, steps);
  if (move) {
    changeItems((items) => move(items, id));
    focusLabel(id);
  } else if (neighbour) focusLabel(neighbour);
  else if (key === "enter") beginNext(id, onSelect);
  else if (key === "backspace" && text === "") {
    const before = neighbourOf(id, -1);
    changeItems((items) => removeItem(items, id));
    if (before) focusLabel(before);
  } else return false;
  return true;
};

/** What is pasted, a label a line. */
const linesOf = (text: string): readonly string[] =>
  text
    .split(/\r?\n/)
    .map((each) => each.trim().slice(0, 200))
    .filter((each) => each !== "");

const LabelField = ({
  item,
  onSelect,
}: {
  readonly item: MenuItem;
  readonly onSelect: (id: string) => void;
}) => {
  const [text, setText] = useState(item.label);
  const [shown, setShown] = useState(item.label);
  if (shown !== item.label) {
    setShown(item.label);
    setText(item.label);
  }
  const keys = (event: KeyboardEvent<HTMLInputElement>) => {
    if (actByKey(keyOf(event), item, text, onSelect)) event.preventDefault();
  };
  const paste = (event: ClipboardEvent<HTMLInputElement>) => {
    const lines = linesOf(event.clipboardData.getData("text/plain"));
    if (lines.length < 2) return;
    event.preventDefault();
    changeItems((items) => insertAfter(items, item.id, lines.map(blankItem)));
  };
  return (
    <Box
      component="input"
      data-item-label={item.id}
      aria-label={`Label of “${item.label}”`}
      value={text}
      maxLength={200}
      onFocus={() => onSelect(item.id)}
      onChange={(event) => {
        setText(event.target.value);
        if (event.target.value.trim() !== "")
          changeItems((items) => changeItem(items, item.id, { label: event.target.value }));
      }}
      onBlur={() => setText(item.label)}
      onKeyDown={keys}
      onPaste={paste}
      sx={{
        font: "inherit",
        fontWeight: item.highlight ? 650 : 400,
        color: "inherit",
        background: "none",
        border: 0,
        borderRadius: "3px",
        px: "5px",
        py: "5px",
        flex: "1 1 150px",
        minWidth: 90,
      }}
    />
  );
};

const TargetWords = ({ item, data }: { readonly item: MenuItem; readonly data: Data }) => {
  const { target } = item;
  if (target === null) return <Quiet>no link</Quiet>;
  if ("url" in target)
    return (
      <Quiet style={{ overflow: "hidden", textOverflow: "ellipsis", whiteSpace: "nowrap", minWidth: 0 }}>
        {target.url}
      </Quiet>
    );
  const link = data.links[target.identity];
  if (link)
    return (
      <Quiet style={{ overflow: "hidden", textOverflow: "ellipsis", whiteSpace: "nowrap", minWidth: 0 }}>
        {link.title === item.label ? link.path : link.title}
      </Quiet>
    );
  // just chosen: the server has not been asked yet
  return data.dead.includes(item.id) ? <Wrong>its page is gone</Wrong> : null;
};

/** How wide the item is in the first row the menu is shown in. */
const Width = ({ id, data }: { readonly id: string; readonly data: Data }) => {
  const width = data.uses.find(({ isRow }) => isRow)?.items.find((each) => each.id === id)?.width;
  return (
    <Box
      component="span"
      sx={{ width: 54, textAlign: "right", color: "text.secondary", flex: "none", pr: 0.5 }}
    >
      {width === undefined ? "" : `${Math.ceil(width)} px`}
    </Box>
  );
};

const Unfolded = ({
  row,
  onSelect,
}: {
  readonly row: MenuRow;
  readonly onSelect: (id: string | null) => void;
}) => {
  const { item } = row;
  const id = useId();
  return (
    <Box
      sx={{
        pl: "22px",
        pr: 1,
        pb: 1.25,
        display: "grid",
        gridTemplateColumns: "92px minmax(0,1fr)",
        gap: 0.75,
        alignItems: "center",
        "& > label": { color: "text.secondary" },
      }}
    >
      <label htmlFor={`${id}-target`}>Leads to</label>
      <LeadsTo id={`${id}-target`} item={item} />
      <label htmlFor={`${id}-sign`}>Sign</label>
      <SignField id={`${id}-sign`} item={item} />
      <label htmlFor={`${id}-high`}>Stands out</label>
      <Switch
        id={`${id}-high`}
        size="small"
        checked={item.highlight ?? false}
        onChange={(_, highlight) => changeItems((items) => changeItem(items, item.id, { highlight }))}
      />
      {row.depth === 0 && item.items.length > 0 ? <PromotionFields item={item} /> : null}
      <span />
      <ItemActs item={item} onSelect={onSelect} />
    </Box>
  );
};

/** Changes the menu and goes on in the label of the item. */
const act = (item: MenuItem, change: (items: readonly MenuItem[]) => readonly MenuItem[]) => () => {
  changeItems(change);
  focusLabel(item.id);
};

const LeadsTo = ({ id, item }: { readonly id: string; readonly item: MenuItem }) =>
  item.target === null ? (
    <Act type="button" onClick={act(item, (items) => changeItem(items, item.id, { target: { url: "/" } }))}>
      Give it a link
    </Act>
  ) : (
    <Box sx={{ display: "flex", gap: 1.5, alignItems: "center" }}>
      <Box sx={{ flex: 1, minWidth: 0 }}>
        <TargetInput
          key={item.id}
          id={id}
          value={item.target}
          onChange={(target) => changeItems((items) => changeItem(items, item.id, { target }))}
        />
      </Box>
      {item.items.length > 0 ? (
        <Act type="button" onClick={act(item, (items) => changeItem(items, item.id, { target: null }))}>
          No link
        </Act>
      ) : null}
    </Box>
  );

const MOVES: readonly (readonly [string, (items: readonly MenuItem[], id: string) => readonly MenuItem[]])[] =
  [
    ["up", (items, id) => moveItem(items, id, -1)],
    ["down", (items, id) => moveItem(items, id, 1)],
    ["one level in", indentItem],
    ["one level out", outdentItem],
  ];

const ItemActs = ({
  item,
  onSelect,
}: {
  readonly item: MenuItem;
  readonly onSelect: (id: string | null) => void;
}) => (
  <Box sx={{ display: "flex", flexWrap: "wrap", gap: 1.75, fontSize: 12.5 }}>
    {MOVES.map(([words, move]) => (
      <Act key={words} type="button" onClick={act(item, (items) => move(items, item.id))}>
        {words}
      </Act>
    ))}
    <Act
      type="button"
      onClick={() => {
        onSelect(null);
        changeItems((items) => removeItem(items, item.id));
      }}
    >
      take out
    </Act>
  </Box>
);
