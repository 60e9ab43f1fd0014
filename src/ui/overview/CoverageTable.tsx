"use client";
import { Box } from "@mui/material";
import { useVirtualizer } from "@tanstack/react-virtual";
import { type KeyboardEvent, type RefObject, useEffect, useMemo, useRef } from "react";
import { SLOTS, type Slot } from "../../core/model/slot";
import type { CoverageGroup, CoverageRow } from "../../core/placement/coverage";
import { groupWords } from "../../messages/coverage";
import { SLOT_NAMES } from "../../messages/words";
import { useAboutSite } from "../client/about-site";
import type { Selection } from "./selection";
import { type Acts, TableRow, titleOf } from "./TableRow";
import classes from "./table.module.css";
import { usePace } from "./usePace";
import { type RowPlace, type TableView, useRows } from "./useRows";

const COLUMNS =
  "minmax(136px,1.5fr) minmax(146px,1.2fr) repeat(2,minmax(104px,1.1fr)) minmax(116px,.8fr) minmax(132px,1.2fr)";
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
  const starts: { from: number; group: CoverageGroup; isOpen: boolean; single: CoverageRow | null }[] = [];
  let count = 0;
  for (const group of groups) {
    const isSingle = group.only !== null && group.type !== "kind" && group.type !== "term";
    const single = isSingle && group.only ? { ...group.only, title: groupWords(group), depth: -1 } : null;
    const isOpen = !isSingle && open.has(group.id);
    starts.push({ from: count, group, isOpen, single });
    count += 1 + (isOpen ? group.rows : 0);
  }
  const lineAt = (index: number): Line => {
    const start = starts.findLast(({ from }) => from <= index);
    if (!start) throw new Error(`coverage table: expected a line ${index}, got ${count} lines`);
    const { from, group, isOpen, single } = start;
    if (single) return { type: "single", row: single };
    if (index === from) return { type: "group", group, isOpen };
    return { type: "row", place: { group: group.id, at: index - from - 1, of: group.rows } };
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
  const { asked } = useAboutSite();
  const scroller = useRef<HTMLDivElement>(null);
  const runs = useMemo(() => runsOf(groups, open), [groups, open]);
  const virtual = useVirtualizer({
    count: runs.count,
    getScrollElement: () => scroller.current,
    estimateSize: () => ROW,
    overscan: 2,
    // a frame late is better than a frame long
    useFlushSync: false,
  });
  const pace = usePace(virtual.isScrolling, virtual.scrollOffset ?? 0);
  const items = virtual.getVirtualItems().filter(({ index }) => index < runs.count);
  const lines = items.map(({ index }) => runs.lineAt(index));
  const rowAt = useRows(
    asked,
    view,
    pace === "leaping" ? [] : lines.flatMap((line) => (line.type === "row" ? [line.place] : [])),
  );
  const rowOf = (line: Line): CoverageRow | undefined =>
    line.type === "single" ? line.row : line.type === "row" ? rowAt(line.place) : undefined;
  const pickedAt = (index: number, slot: Slot): Picked | null => pickedOf(runs.lineAt(index), slot, rowOf);
  const acts = useActs(runs, {
    open: onOpen,
    selectRow: (index) => {
      const row = rowOf(runs.lineAt(index));
      if (!row) return false;
      onSelect({ is: "row", page: row.key, identity: row.identity, label: titleOf(row) });
      return true;
    },
    pick: (index, slot, how) => {
      const picked = pickedAt(index, slot);
      if (!picked) return false;
      if (how === "alone") onSelect({ is: "cells", ...picked });
      else onAdd(picked, how === "extending");
      return true;
    },
  });

  const walk = walkOver(
    scroller,
    runs.count,
    (at) => virtual.scrollToIndex(at),
    (at, slot) => {
      const picked = pickedAt(at, slot);
      if (picked) onAdd(picked, true);
    },
  );
  return (
    <Box
      role="table"
      aria-label="Pages and what fills their slots"
      aria-rowcount={runs.count + 1}
      onKeyDown={walk}
      sx={{ display: "flex", flexDirection: "column", minHeight: 0, minWidth: 720, flex: 1 }}
    >
      <Heads
        column={selection?.is === "column" ? selection.slot : null}
        onColumn={(slot) => onSelect({ is: "column", slot })}
      />
      <Box ref={scroller} className={classes["scroller"]} data-testid="coverage-rows" sx={SCROLLER}>
        <div role="rowgroup" style={{ height: virtual.getTotalSize(), ["--columns" as string]: COLUMNS }}>
          <div role="presentation" style={{ transform: `translateY(${items[0]?.start ?? 0}px)` }}>
            {items.map((item, place) => {
              const line = lines[place] as Line;
              const row = rowOf(line);
              return (
                <TableRow
                  key={item.key}
                  index={item.index}
                  group={line.type === "group" ? line.group : null}
                  isOpen={line.type === "group" && line.isOpen}
                  row={row ?? null}
                  isPassing={pace !== "still" && line.type === "row"}
                  selected={selectedSlots(
                    selection,
                    line.type === "group" ? `group:${line.group.id}` : row?.key,
                  )}
                  acts={acts}
                />
              );
            })}
          </div>
        </div>
      </Box>
    </Box>
  );
};

const SCROLLER = {
  flex: 1,
  height: { xs: "70vh", md: "auto" },
  minHeight: 200,
  overflowY: "auto",
  overflowX: "hidden",
} as const;

const pickedOf = (line: Line, slot: Slot, rowOf: (line: Line) => CoverageRow | undefined): Picked | null => {
  if (line.type === "group")
    return { slot, pages: [`group:${line.group.id}`], label: groupWords(line.group) };
  const row = rowOf(line);
  return row ? { slot, pages: [row.key], label: titleOf(row) } : null;
};

/** Arrow keys go from cell to cell; with Shift what one goes over is selected too. */
const walkOver =
  (
    scroller: RefObject<HTMLElement | null>,
    count: number,
    showLine: (at: number) => void,
    onExtend: (at: number, slot: Slot) => void,
  ) =>
  (event: KeyboardEvent<HTMLElement>) => {
    const cell = (event.target as HTMLElement).closest<HTMLElement>("[data-cell]");
    const step = { ArrowDown: [1, 0], ArrowUp: [-1, 0], ArrowRight: [0, 1], ArrowLeft: [0, -1] }[event.key];
    if (!cell?.dataset["cell"] || !step) return;
    event.preventDefault();
    const [line = 0, column = 0] = cell.dataset["cell"].split(" ").map(Number);
    const next = Math.max(0, Math.min(count - 1, line + (step[0] as number)));
    const nextColumn = column + (step[1] as number);
    if (next !== line) showLine(next);
    requestAnimationFrame(() =>
      scroller.current?.querySelector<HTMLElement>(`[data-cell="${next} ${nextColumn}"]`)?.focus(),
    );
    const slot = SLOTS[column - 1];
    if (!event.shiftKey || step[0] === 0 || !slot) return;
    for (const at of [line, next]) onExtend(at, slot);
  };

const Heads = ({
  column,
  onColumn,
}: {
  /** The column that is selected. */
  readonly column: Slot | null;
  readonly onColumn: (slot: Slot) => void;
}) => (
  <Box
    role="row"
    sx={{
      display: "grid",
      gridTemplateColumns: COLUMNS,
      columnGap: 1,
      borderBottom: 1,
      borderColor: "text.primary",
    }}
  >
    <Box role="columnheader" sx={{ py: 1, color: "text.secondary", fontSize: 12, fontWeight: 600 }}>
      Page
    </Box>
    {SLOTS.map((slot) => (
      <Box key={slot} role="columnheader">
        <HeadButton
          onClick={() => onColumn(slot)}
          isSelected={column === slot}
          title={`The ${SLOT_NAMES[slot].toLowerCase()} of all pages: shares, one for all, what is expected`}
        >
          {SLOT_NAMES[slot]}
        </HeadButton>
      </Box>
    ))}
  </Box>
);

/** Which cells of a row are selected: slots in order, or `row` for the page itself. */
const selectedSlots = (selection: Selection | null, key: string | undefined): string => {
  if (!selection || key === undefined) return "";
  if (selection.is === "row") return selection.page === key ? "row" : "";
  if (selection.is === "column") return selection.slot;
  return selection.pages.includes(key) ? selection.slot : "";
};

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
      // as wide as the cells below
      width: "100%",
      ml: -0.5,
      py: 1,
      px: 0.5,
      textAlign: "left",
      cursor: "pointer",
      "&:hover": { color: "text.primary", textDecoration: "underline" },
    })}
  >
    {children}
  </Box>
);

/** What the table does when asked: `false` if the row it is about is still on its way. */
interface Doings {
  readonly open: (group: string) => void;
  readonly selectRow: (index: number) => boolean;
  readonly pick: (index: number, slot: Slot, how: "alone" | "beside" | "extending") => boolean;
}

/** A press on a row that is still on its way is not lost: it is done when the row comes. */
const useActs = (runs: Runs, doings: Doings): Acts => {
  const current = useRef(doings);
  current.current = doings;
  const waiting = useRef<(() => boolean) | null>(null);
  // in other runs a place is another row
  // biome-ignore lint/correctness/useExhaustiveDependencies: what waits ends when the runs are others
  useEffect(() => {
    waiting.current = null;
  }, [runs]);
  useEffect(() => {
    if (waiting.current?.()) waiting.current = null;
  });
  return useMemo(() => {
    const now = (act: () => boolean) => {
      waiting.current = act() ? null : act;
    };
    return {
      open: (group) => current.current.open(group),
      selectRow: (index) => now(() => current.current.selectRow(index)),
      pick: (index, slot, event) => {
        const how = event.shiftKey ? "extending" : event.ctrlKey || event.metaKey ? "beside" : "alone";
        now(() => current.current.pick(index, slot, how));
      },
    };
  }, []);
};
