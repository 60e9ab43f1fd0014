"use client";
import { Box } from "@mui/material";
import { useVirtualizer } from "@tanstack/react-virtual";
import { type KeyboardEvent, type MouseEvent, useMemo, useRef } from "react";
import { SLOTS, type Slot } from "../../core/model/slot";
import type { CoverageGroup, CoverageRow } from "../../core/placement/coverage";
import { groupWords } from "../../messages/coverage";
import { digits, pages as pagesText, SLOT_NAMES } from "../../messages/words";
import { useFrame } from "../shell/frame";
import { Quiet } from "../theme/pieces";
import { CellView, GroupCell } from "./CellView";
import type { Selection } from "./selection";
import { type RowPlace, type TableView, useRows } from "./useRows";

const COLUMNS =
  "minmax(170px,1.5fr) minmax(132px,1.2fr) repeat(2,minmax(104px,1.1fr)) minmax(80px,.6fr) minmax(132px,1.2fr)";
const ROW = 33;

/** One line of the table: a group that opens, a page in an open group, or a group that is a single page. */
type Line =
  | { readonly type: "group"; readonly group: CoverageGroup; readonly isOpen: boolean }
  | { readonly type: "row"; readonly place: RowPlace }
  | { readonly type: "single"; readonly row: CoverageRow };

interface Runs {
  readonly count: number;
  readonly lineAt: (index: number) => Line;
}

/** Lines are worked out from group sizes, not listed: a hundred thousand of them cost nothing. */
const runsOf = (groups: readonly CoverageGroup[], open: ReadonlySet<string>): Runs => {
  const starts: { from: number; group: CoverageGroup; isOpen: boolean; isSingle: boolean }[] = [];
  let count = 0;
  for (const group of groups) {
    const isSingle = group.only !== null && group.type !== "kind" && group.type !== "term";
    const isOpen = !isSingle && open.has(group.id);
    starts.push({ from: count, group, isOpen, isSingle });
    count += 1 + (isOpen ? group.rows : 0);
  }
  const lineAt = (index: number): Line => {
    const start = starts.findLast(({ from }) => from <= index);
    if (!start) throw new Error(`coverage table: expected a line ${index}, got ${count} lines`);
    const { from, group, isOpen, isSingle } = start;
    if (isSingle && group.only)
      return { type: "single", row: { ...group.only, title: groupWords(group), depth: -1 } };
    if (index === from) return { type: "group", group, isOpen };
    return { type: "row", place: { group: group.id, at: index - from - 1 } };
  };
  return { count, lineAt };
};

export interface Picked {
  readonly slot: Slot;
  readonly pages: readonly string[];
  readonly label: string;
}

interface Props {
  readonly groups: readonly CoverageGroup[];
  readonly view: TableView;
  readonly open: ReadonlySet<string>;
  readonly onOpen: (group: string) => void;
  readonly selection: Selection | null;
  readonly onSelect: (selection: Selection) => void;
  /** Another cell beside those selected; `extend` never takes one out. */
  readonly onAdd: (picked: Picked, extend: boolean) => void;
}

/** Pages × slots. Only the rows in view are fetched and in the document; arrow keys walk the cells, Shift selects. */
export const CoverageTable = ({ groups, view, open, onOpen, selection, onSelect, onAdd }: Props) => {
  const { asked } = useFrame();
  const scroller = useRef<HTMLDivElement>(null);
  const runs = useMemo(() => runsOf(groups, open), [groups, open]);
  const virtual = useVirtualizer({
    count: runs.count,
    getScrollElement: () => scroller.current,
    estimateSize: () => ROW,
    overscan: 12,
  });
  const items = virtual.getVirtualItems().filter(({ index }) => index < runs.count);
  const lines = items.map(({ index }) => runs.lineAt(index));
  const rowAt = useRows(
    asked,
    view,
    lines.flatMap((line) => (line.type === "row" ? [line.place] : [])),
  );
  const rowOf = (line: Line): CoverageRow | undefined =>
    line.type === "single" ? line.row : line.type === "row" ? rowAt(line.place) : undefined;
  const pickedAt = (index: number, slot: Slot): Picked | null => {
    const line = runs.lineAt(index);
    if (line.type === "group")
      return { slot, pages: [`group:${line.group.id}`], label: groupWords(line.group) };
    const row = rowOf(line);
    return row ? { slot, pages: [row.key], label: titleOf(row) } : null;
  };

  const walk = (event: KeyboardEvent<HTMLElement>) => {
    const cell = (event.target as HTMLElement).closest<HTMLElement>("[data-cell]");
    const step = { ArrowDown: [1, 0], ArrowUp: [-1, 0], ArrowRight: [0, 1], ArrowLeft: [0, -1] }[event.key];
    if (!cell?.dataset["cell"] || !step) return;
    event.preventDefault();
    const [line = 0, column = 0] = cell.dataset["cell"].split(" ").map(Number);
    const next = Math.max(0, Math.min(runs.count - 1, line + (step[0] as number)));
    const nextColumn = column + (step[1] as number);
    if (next !== line) virtual.scrollToIndex(next);
    requestAnimationFrame(() =>
      scroller.current?.querySelector<HTMLElement>(`[data-cell="${next} ${nextColumn}"]`)?.focus(),
    );
    const slot = SLOTS[column - 1];
    if (!event.shiftKey || step[0] === 0 || !slot) return;
    for (const at of [line, next]) {
      const picked = pickedAt(at, slot);
      if (picked) onAdd(picked, true);
    }
  };

  return (
    <Box
      role="table"
      aria-label="Pages and what fills their slots"
      aria-rowcount={runs.count + 1}
      onKeyDown={walk}
      sx={{ display: "flex", flexDirection: "column", minHeight: 0, minWidth: 720, flex: 1 }}
    >
      <Box
        role="row"
        sx={{ display: "grid", gridTemplateColumns: COLUMNS, borderBottom: 1, borderColor: "text.primary" }}
      >
        <Box role="columnheader" sx={{ py: 1, color: "text.secondary", fontSize: 12, fontWeight: 600 }}>
          Page
        </Box>
        {SLOTS.map((slot) => (
          <Box key={slot} role="columnheader">
            <HeadButton
              onClick={() => onSelect({ is: "column", slot })}
              isSelected={selection?.is === "column" && selection.slot === slot}
              title={`The ${SLOT_NAMES[slot].toLowerCase()} of all pages: shares, one for all, what is expected`}
            >
              {SLOT_NAMES[slot]}
            </HeadButton>
          </Box>
        ))}
      </Box>
      <Box
        ref={scroller}
        data-testid="coverage-rows"
        sx={{
          flex: 1,
          height: { xs: "70vh", md: "auto" },
          minHeight: 200,
          overflowY: "auto",
          overflowX: "hidden",
          contain: "strict",
        }}
      >
        <Box role="rowgroup" sx={{ position: "relative", height: virtual.getTotalSize() }}>
          {items.map((item, place) => {
            const line = lines[place] as Line;
            const row = rowOf(line);
            return (
              <Box
                key={item.key}
                role="row"
                aria-rowindex={item.index + 2}
                style={{ transform: `translateY(${item.start}px)` }}
                sx={ROW_STYLE}
              >
                {line.type === "group" ? (
                  <GroupName line={line} onOpen={onOpen} index={item.index} />
                ) : (
                  <PageName row={row} index={item.index} selection={selection} onSelect={onSelect} />
                )}
                {SLOTS.map((slot, column) => (
                  <SlotCell
                    key={slot}
                    line={line}
                    row={row}
                    slot={slot}
                    at={`${item.index} ${column + 1}`}
                    selection={selection}
                    onPick={(event) => {
                      const picked = pickedAt(item.index, slot);
                      if (!picked) return;
                      if (event.ctrlKey || event.metaKey || event.shiftKey) onAdd(picked, event.shiftKey);
                      else onSelect({ is: "cells", ...picked });
                    }}
                  />
                ))}
              </Box>
            );
          })}
        </Box>
      </Box>
    </Box>
  );
};

const ROW_STYLE = {
  position: "absolute",
  insetInline: 0,
  top: 0,
  height: ROW,
  display: "grid",
  gridTemplateColumns: COLUMNS,
  alignItems: "center",
  borderBottom: 1,
  borderColor: "divider",
} as const;

const titleOf = (row: CoverageRow): string => (row.later === null ? row.title : `${row.title}, later pages`);

const HeadButton = ({
  children,
  isSelected,
  ...rest
}: React.ComponentProps<"button"> & { readonly isSelected: boolean }) => (
  <Box
    component="button"
    type="button"
    aria-pressed={isSelected}
    {...rest}
    sx={(theme) => ({
      font: "inherit",
      fontSize: 12,
      fontWeight: 600,
      color: isSelected ? "text.primary" : "text.secondary",
      background: isSelected ? theme.vars?.palette.ours.brassWash : "none",
      border: 0,
      p: 0,
      py: 1,
      pr: 1,
      cursor: "pointer",
      "&:hover": { color: "text.primary", textDecoration: "underline" },
    })}
  >
    {children}
  </Box>
);

const PLAIN_BUTTON = {
  font: "inherit",
  color: "inherit",
  background: "none",
  border: 0,
  p: 0,
  cursor: "pointer",
  textAlign: "left",
} as const;
const CUT = { overflow: "hidden", textOverflow: "ellipsis", whiteSpace: "nowrap" } as const;

const GroupName = ({
  line,
  onOpen,
  index,
}: {
  readonly line: Extract<Line, { type: "group" }>;
  readonly onOpen: Props["onOpen"];
  readonly index: number;
}) => (
  <Box role="rowheader" sx={CUT}>
    <Box
      component="button"
      type="button"
      data-cell={`${index} 0`}
      aria-expanded={line.isOpen}
      onClick={() => onOpen(line.group.id)}
      sx={{ ...PLAIN_BUTTON, fontWeight: 600 }}
    >
      {line.isOpen ? "▾" : "▸"} {groupWords(line.group)}{" "}
      <Quiet style={{ fontWeight: 400, marginLeft: 6 }}>{digits(line.group.pages)}</Quiet>
    </Box>
  </Box>
);

const PageName = ({
  row,
  index,
  selection,
  onSelect,
}: {
  readonly row: CoverageRow | undefined;
  readonly index: number;
  readonly selection: Selection | null;
  readonly onSelect: Props["onSelect"];
}) => {
  if (!row)
    return (
      <Box role="rowheader" aria-busy sx={{ pl: "18px", color: "text.secondary" }}>
        …
      </Box>
    );
  const isSelected = selection?.is === "row" && selection.page === row.key;
  return (
    <Box role="rowheader" style={{ paddingLeft: row.depth < 0 ? 0 : 18 + row.depth * 14 }} sx={CUT}>
      <Box
        component="button"
        type="button"
        data-cell={`${index} 0`}
        title={row.path}
        aria-pressed={isSelected}
        onClick={() => onSelect({ is: "row", page: row.key, identity: row.identity, label: titleOf(row) })}
        sx={(theme) => ({
          ...PLAIN_BUTTON,
          ...CUT,
          display: "block",
          width: "100%",
          lineHeight: `${ROW - 2}px`,
          fontWeight: row.depth < 0 ? 600 : 400,
          background: isSelected ? theme.vars?.palette.ours.brassWash : "none",
          "&:hover": { textDecoration: "underline" },
          "&:focus-visible": { outlineOffset: -2 },
        })}
      >
        {row.later === null ? (
          row.title
        ) : (
          <Quiet>
            {row.depth > 0 ? "" : `${row.title}, `}its{" "}
            {row.later === 1 ? "second page" : `${pagesText(row.later)} after the first`}
          </Quiet>
        )}
      </Box>
    </Box>
  );
};

interface SlotCellProps {
  readonly line: Line;
  readonly row: CoverageRow | undefined;
  readonly slot: Slot;
  readonly at: string;
  readonly selection: Selection | null;
  readonly onPick: (event: MouseEvent) => void;
}
const SlotCell = ({ line, row, slot, at, selection, onPick }: SlotCellProps) => {
  const key = line.type === "group" ? `group:${line.group.id}` : row?.key;
  const label = line.type === "group" ? groupWords(line.group) : row ? titleOf(row) : "a page";
  const isSelected =
    key !== undefined &&
    ((selection?.is === "cells" && selection.slot === slot && selection.pages.includes(key)) ||
      (selection?.is === "column" && selection.slot === slot));
  return (
    <Box role="cell" sx={{ height: "100%", minWidth: 0 }}>
      <Box
        component="button"
        type="button"
        data-cell={at}
        aria-pressed={isSelected}
        aria-label={`${SLOT_NAMES[slot]} of ${label}`}
        onClick={onPick}
        sx={(theme) => ({
          ...PLAIN_BUTTON,
          width: "100%",
          height: "100%",
          pl: "4px",
          ml: "-4px",
          overflow: "hidden",
          whiteSpace: "nowrap",
          background: isSelected ? theme.vars?.palette.ours.brassWash : "none",
          "&:hover": { background: theme.vars?.palette.ours.brassWash },
          "&:focus-visible": { outlineOffset: -2 },
        })}
      >
        {line.type === "group" && !line.isOpen ? (
          <GroupCell
            shares={line.group.slots[slot]}
            pages={line.group.pages}
            slot={slot}
            selected={isSelected}
          />
        ) : row ? (
          <CellView cell={row.cells[slot]} slot={slot} selected={isSelected} />
        ) : null}
      </Box>
    </Box>
  );
};
