"use client";
import { Box } from "@mui/material";
import { useVirtualizer } from "@tanstack/react-virtual";
import Link from "next/link";
import { type KeyboardEvent, useMemo, useRef } from "react";
import { SLOTS, type Slot } from "../../core/model/slot";
import type { CoverageGroup, CoverageRow } from "../../core/placement/coverage";
import { SLOT_NAMES } from "../../messages/words";
import { useSite } from "../client/hooks";
import { Quiet } from "../theme/pieces";
import { CellView, GroupCell } from "./CellView";
import { groupName, type Selection } from "./selection";

const COLUMNS =
  "minmax(170px,1.5fr) minmax(132px,1.2fr) repeat(2,minmax(104px,1.1fr)) minmax(80px,.6fr) minmax(132px,1.2fr)";
const ROW = 33;

type Line =
  | { readonly type: "group"; readonly group: CoverageGroup; readonly open: boolean }
  | { readonly type: "page"; readonly row: CoverageRow };

interface Props {
  readonly groups: readonly CoverageGroup[];
  readonly open: ReadonlySet<string>;
  readonly onOpen: (group: string) => void;
  readonly selection: Selection | null;
  readonly onSelect: (slot: Slot, pages: readonly string[], label: string, adding: boolean) => void;
}

/** Pages × slots. Only the rows in view are in the document; arrow keys walk the cells. */
export const CoverageTable = ({ groups, open, onOpen, selection, onSelect }: Props) => {
  const scroller = useRef<HTMLDivElement>(null);
  const lines = useMemo(
    () =>
      groups.flatMap((group): Line[] => {
        const isSingle = group.rows.length === 1 && group.type !== "kind";
        if (isSingle)
          return [
            { type: "page", row: { ...(group.rows[0] as CoverageRow), title: groupName(group), depth: -1 } },
          ];
        const isOpen = open.has(group.id);
        return [
          { type: "group", group, open: isOpen },
          ...(isOpen ? group.rows.map((row): Line => ({ type: "page", row })) : []),
        ];
      }),
    [groups, open],
  );
  const virtual = useVirtualizer({
    count: lines.length,
    getScrollElement: () => scroller.current,
    estimateSize: () => ROW,
    overscan: 12,
  });
  const everyPage = useMemo(() => groups.flatMap((group) => group.rows.map((row) => row.identity)), [groups]);

  const walk = (event: KeyboardEvent<HTMLElement>) => {
    const cell = (event.target as HTMLElement).closest<HTMLElement>("[data-cell]");
    const step = { ArrowDown: [1, 0], ArrowUp: [-1, 0], ArrowRight: [0, 1], ArrowLeft: [0, -1] }[event.key];
    if (!cell?.dataset["cell"] || !step) return;
    event.preventDefault();
    const [line = 0, column = 0] = cell.dataset["cell"].split(" ").map(Number);
    const next = [line + (step[0] as number), column + (step[1] as number)];
    if (next[0] !== line) virtual.scrollToIndex(Math.max(0, Math.min(lines.length - 1, next[0] as number)));
    requestAnimationFrame(() =>
      scroller.current?.querySelector<HTMLElement>(`[data-cell="${next.join(" ")}"]`)?.focus(),
    );
  };

  return (
    <Box
      role="table"
      aria-label="Pages and what fills their slots"
      aria-rowcount={lines.length + 1}
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
              onClick={() => onSelect(slot, everyPage, "all pages", false)}
              title={`Select the ${SLOT_NAMES[slot].toLowerCase()} of all pages`}
            >
              {SLOT_NAMES[slot]}
            </HeadButton>
          </Box>
        ))}
      </Box>
      <Box
        ref={scroller}
        sx={{
          flex: 1,
          height: { xs: "70vh", md: "auto" },
          minHeight: 200,
          overflowY: "auto",
          overflowX: "hidden",
        }}
      >
        <Box role="rowgroup" sx={{ position: "relative", height: virtual.getTotalSize() }}>
          {virtual.getVirtualItems().map((item) => {
            const line = lines[item.index] as Line;
            return (
              <Box
                key={item.key}
                role="row"
                aria-rowindex={item.index + 2}
                sx={{
                  position: "absolute",
                  insetInline: 0,
                  top: 0,
                  transform: `translateY(${item.start}px)`,
                  height: ROW,
                  display: "grid",
                  gridTemplateColumns: COLUMNS,
                  alignItems: "center",
                  borderBottom: 1,
                  borderColor: "divider",
                }}
              >
                <NameCell line={line} onOpen={onOpen} index={item.index} />
                {SLOTS.map((slot, column) => (
                  <SlotCell
                    key={slot}
                    line={line}
                    slot={slot}
                    at={`${item.index} ${column + 1}`}
                    selection={selection}
                    onSelect={onSelect}
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

const HeadButton = ({ children, ...rest }: React.ComponentProps<"button">) => (
  <Box
    component="button"
    type="button"
    {...rest}
    sx={{
      font: "inherit",
      fontSize: 12,
      fontWeight: 600,
      color: "text.secondary",
      background: "none",
      border: 0,
      p: 0,
      py: 1,
      cursor: "pointer",
      "&:hover": { color: "text.primary", textDecoration: "underline" },
    }}
  >
    {children}
  </Box>
);

const NameCell = ({
  line,
  onOpen,
  index,
}: {
  readonly line: Line;
  readonly onOpen: Props["onOpen"];
  readonly index: number;
}) => {
  const site = useSite();
  const cut = { overflow: "hidden", textOverflow: "ellipsis", whiteSpace: "nowrap" } as const;
  if (line.type === "group")
    return (
      <Box role="rowheader" sx={cut}>
        <Box
          component="button"
          type="button"
          data-cell={`${index} 0`}
          aria-expanded={line.open}
          onClick={() => onOpen(line.group.id)}
          sx={{
            font: "inherit",
            fontWeight: 600,
            color: "inherit",
            background: "none",
            border: 0,
            p: 0,
            cursor: "pointer",
          }}
        >
          {line.open ? "▾" : "▸"} {groupName(line.group)}{" "}
          <Quiet style={{ fontWeight: 400, marginLeft: 6 }}>{line.group.rows.length}</Quiet>
        </Box>
      </Box>
    );
  const { row } = line;
  return (
    <Box
      role="rowheader"
      sx={{
        ...cut,
        pl: row.depth < 0 ? 0 : `${18 + row.depth * 14}px`,
        fontWeight: row.depth < 0 ? 600 : 400,
      }}
    >
      <Box
        component={Link}
        href={`/s/${site}/pages/${encodeURIComponent(row.identity)}`}
        data-cell={`${index} 0`}
        title={row.path}
        sx={{
          display: "block",
          lineHeight: `${ROW - 2}px`,
          overflow: "hidden",
          textOverflow: "ellipsis",
          color: "inherit",
          textDecoration: "none",
          "&:hover": { textDecoration: "underline" },
        }}
      >
        {row.title}
      </Box>
    </Box>
  );
};

interface SlotCellProps {
  readonly line: Line;
  readonly slot: Slot;
  readonly at: string;
  readonly selection: Selection | null;
  readonly onSelect: Props["onSelect"];
}
const SlotCell = ({ line, slot, at, selection, onSelect }: SlotCellProps) => {
  const pages = line.type === "group" ? line.group.rows.map((row) => row.identity) : [line.row.identity];
  const label = line.type === "group" ? groupName(line.group) : line.row.title;
  const isSelected = selection?.slot === slot && pages.every((page) => selection.pages.includes(page));
  return (
    <Box role="cell" sx={{ height: "100%", minWidth: 0 }}>
      <Box
        component="button"
        type="button"
        data-cell={at}
        aria-pressed={isSelected}
        aria-label={`${SLOT_NAMES[slot]} of ${label}`}
        onClick={(event: React.MouseEvent) =>
          onSelect(slot, pages, label, event.ctrlKey || event.metaKey || event.shiftKey)
        }
        sx={(theme) => ({
          font: "inherit",
          color: "inherit",
          textAlign: "left",
          width: "100%",
          height: "100%",
          p: 0,
          pl: "4px",
          ml: "-4px",
          overflow: "hidden",
          whiteSpace: "nowrap",
          border: 0,
          cursor: "pointer",
          background: isSelected ? theme.vars?.palette.ours.brassWash : "none",
          "&:hover": { background: theme.vars?.palette.ours.brassWash },
          "&:focus-visible": { outlineOffset: -2 },
        })}
      >
        {line.type === "group" && !line.open ? (
          <GroupCell rows={line.group.rows} slot={slot} selected={isSelected} />
        ) : line.type === "page" ? (
          <CellView cell={line.row.cells[slot]} slot={slot} selected={isSelected} />
        ) : null}
      </Box>
    </Box>
  );
};
