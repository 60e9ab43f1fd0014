"use client";
import {
  closestCenter,
  DndContext,
  type DragEndEvent,
  PointerSensor,
  useSensor,
  useSensors,
} from "@dnd-kit/core";
import { arrayMove, SortableContext, useSortable, verticalListSortingStrategy } from "@dnd-kit/sortable";
import { Box } from "@mui/material";
import { useContext, useId } from "react";
import { Act } from "../theme/pieces";
import { MayChange, type Options } from "./ChoiceInput";

interface Props {
  readonly label: string;
  readonly value: readonly string[];
  readonly options: Options;
  readonly onChange: (value: string[]) => void;
}

/** The order a few things lie in, the lowest first: the top one stands on top. */
export const LayersInput = ({ value, onChange, ...rest }: Props) => (
  <OrderInput {...rest} value={value.toReversed()} onChange={(next) => onChange(next.reverse())} />
);

/** The order a few things stand in, the first on top: dragged, or moved a place. */
export const OrderInput = ({
  label,
  value: shown,
  options,
  onChange,
  onRemove,
}: Props & { readonly onRemove?: (value: string) => void }) => {
  const id = useId();
  const mayChange = useContext(MayChange);
  const sensors = useSensors(useSensor(PointerSensor, { activationConstraint: { distance: 4 } }));
  const move = (from: number, to: number) => onChange(arrayMove([...shown], from, to));
  const drop = ({ active, over }: DragEndEvent) => {
    const [from, to] = [shown.indexOf(String(active.id)), shown.indexOf(String(over?.id))];
    if (from !== to && to >= 0) move(from, to);
  };
  return (
    <DndContext id={id} sensors={sensors} collisionDetection={closestCenter} onDragEnd={drop}>
      <SortableContext items={[...shown]} strategy={verticalListSortingStrategy}>
        <Box component="ol" aria-label={label} sx={{ listStyle: "none", m: 0, p: 0 }}>
          {shown.map((each, at) => (
            <Line
              key={each}
              id={each}
              name={options.find(([key]) => key === each)?.[1] ?? each}
              mayChange={mayChange}
              onUp={at > 0 ? () => move(at, at - 1) : undefined}
              onDown={at < shown.length - 1 ? () => move(at, at + 1) : undefined}
              onRemove={onRemove ? () => onRemove(each) : undefined}
            />
          ))}
        </Box>
      </SortableContext>
    </DndContext>
  );
};

interface LineProps {
  readonly id: string;
  readonly name: string;
  readonly mayChange: boolean;
  readonly onUp: (() => void) | undefined;
  readonly onDown: (() => void) | undefined;
  readonly onRemove: (() => void) | undefined;
}

const Line = ({ id, name, mayChange, onUp, onDown, onRemove }: LineProps) => {
  const { setNodeRef, setActivatorNodeRef, listeners, transform, transition, isDragging } = useSortable({
    id,
    disabled: !mayChange,
  });
  return (
    <Box
      component="li"
      ref={setNodeRef}
      style={{ transform: transform ? `translateY(${transform.y}px)` : undefined, transition }}
      sx={(theme) => ({
        display: "flex",
        alignItems: "center",
        gap: 0.75,
        minHeight: 30,
        borderBottom: 1,
        borderColor: "divider",
        position: "relative",
        zIndex: isDragging ? 1 : undefined,
        background: isDragging ? theme.vars?.palette.ours.paper : undefined,
        fontSize: 13,
        "& button": { minHeight: 24, fontSize: 12 },
      })}
    >
      {mayChange ? (
        <Box
          component="span"
          ref={setActivatorNodeRef}
          {...listeners}
          title={`Drag ${name}`}
          sx={{ cursor: "grab", px: "3px", color: "text.secondary", touchAction: "none", userSelect: "none" }}
          aria-hidden
        >
          ∷
        </Box>
      ) : null}
      {name}
      <Box sx={{ ml: "auto", display: "flex", gap: 1 }}>
        {mayChange && onUp ? (
          <Act aria-label={`Move ${name} up`} onClick={onUp}>
            up
          </Act>
        ) : null}
        {mayChange && onDown ? (
          <Act aria-label={`Move ${name} down`} onClick={onDown}>
            down
          </Act>
        ) : null}
        {mayChange && onRemove ? (
          <Act aria-label={`Remove ${name}`} onClick={onRemove}>
            remove
          </Act>
        ) : null}
      </Box>
    </Box>
  );
};
