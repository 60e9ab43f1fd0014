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
import { Box } from "@mui/material";
import { useId, useRef, useState } from "react";
import { dropItem, type MenuRow, rowsOf } from "../../core/menus/item-tree";
import type { MenuItem } from "../../core/model/menu";
import type { CallResult } from "../client/call";
import { useKeptFocus } from "../client/kept-focus";
import { Quiet, Wrong } from "../theme/pieces";
import { ItemFields } from "./ItemFields";
import { LabelField } from "./LabelField";
import { changeItems } from "./menu-editor";

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
  const list = useRef<HTMLOListElement>(null);
  useKeptFocus(list, "data-item-label", items);
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
          ref={list}
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
      {isSelected && isOpen ? <ItemFields row={row} onSelect={onSelect} /> : null}
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
