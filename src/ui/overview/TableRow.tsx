"use client";
import { type MouseEvent, memo } from "react";
import { SLOTS, type Slot } from "../../core/model/slot";
import type { CoverageGroup, CoverageRow } from "../../core/placement/coverage";
import { groupWords } from "../../messages/coverage";
import { digits, pages as pagesText, SLOT_NAMES } from "../../messages/words";
import { useAboutSite } from "../client/about-site";
import { CellView, GroupCell } from "./CellView";
import classes from "./table.module.css";

/** What a page is called among others: later pages of an archive are a row of their own. */
export const titleOf = (row: CoverageRow): string =>
  row.later === null ? row.title : `${row.title}, later pages`;

/** What a row can ask the table for; the same object as long as the table is there, so that rows stay as they are. */
export interface Acts {
  readonly open: (group: string) => void;
  readonly selectRow: (index: number) => void;
  readonly pick: (index: number, slot: Slot, event: MouseEvent) => void;
}

interface RowProps {
  readonly index: number;
  readonly group: CoverageGroup | null;
  readonly isOpen: boolean;
  /** `null` while it is on its way. */
  readonly row: CoverageRow | null;
  /** It passes too fast to be read: its words alone, in the buttons it has anyway, so that no press meets a row that goes. */
  readonly isPassing: boolean;
  readonly selected: string;
  readonly acts: Acts;
}

/** One line of the table: a group or a page, with what fills its slots. */
export const TableRow = memo(({ index, group, isOpen, row, isPassing, selected, acts }: RowProps) => {
  const label = group ? groupWords(group) : row ? titleOf(row) : "a page";
  return (
    <div role="row" aria-rowindex={index + 2} className={classes["row"]}>
      {group ? (
        <div role="rowheader" className={classes["cut"]}>
          <button
            type="button"
            data-cell={`${index} 0`}
            aria-expanded={isOpen}
            onClick={() => acts.open(group.id)}
            className={`${classes["button"]} ${classes["groupName"]}`}
          >
            {isOpen ? "▾" : "▸"} {groupWords(group)}{" "}
            <span className={classes["quiet"]} style={{ marginLeft: 6 }}>
              {digits(group.pages)}
            </span>
          </button>
        </div>
      ) : (
        <PageName row={row} index={index} isSelected={selected === "row"} acts={acts} />
      )}
      {SLOTS.map((slot, column) => {
        const isSelected = selected === slot;
        return (
          <div key={slot} role="cell" className={classes["cell"]}>
            <button
              type="button"
              data-cell={`${index} ${column + 1}`}
              aria-pressed={isSelected}
              aria-label={`${SLOT_NAMES[slot]} of ${label}`}
              onClick={(event) => acts.pick(index, slot, event)}
              className={`${classes["button"]} ${classes["cellButton"]} ${isSelected ? classes["isSelected"] : ""}`}
            >
              {group && !isOpen ? (
                <GroupCell shares={group.slots[slot]} pages={group.pages} slot={slot} selected={isSelected} />
              ) : row && isPassing ? (
                <PassingCell part={row.cells[slot].part} />
              ) : row ? (
                <CellView cell={row.cells[slot]} slot={slot} selected={isSelected} />
              ) : null}
            </button>
          </div>
        );
      })}
    </div>
  );
});

const PassingCell = ({ part }: { readonly part: string | null }) => {
  const { about } = useAboutSite();
  return <span className={classes["quiet"]}>{about.parts[part ?? ""]?.number ?? ""}</span>;
};

const PageName = ({
  row,
  index,
  isSelected,
  acts,
}: {
  readonly row: CoverageRow | null;
  readonly index: number;
  readonly isSelected: boolean;
  readonly acts: Acts;
}) => {
  const depth = row?.depth ?? 0;
  return (
    <div
      role="rowheader"
      aria-busy={row === null}
      className={classes["cut"]}
      style={{ paddingLeft: depth < 0 ? 0 : 18 + depth * 14 }}
    >
      <button
        type="button"
        data-cell={`${index} 0`}
        title={row?.path}
        aria-pressed={isSelected}
        aria-label={row === null ? "a page on its way" : undefined}
        onClick={() => acts.selectRow(index)}
        className={`${classes["button"]} ${classes["cut"]} ${classes["pageName"]} ${depth < 0 ? classes["single"] : ""} ${isSelected ? classes["isSelected"] : ""}`}
      >
        {row === null ? "…" : <PageTitle row={row} />}
      </button>
    </div>
  );
};

const PageTitle = ({ row }: { readonly row: CoverageRow }) => {
  if (row.later === null) return row.title;
  const later = row.later === 1 ? "second page" : `${pagesText(row.later)} after the first`;
  return (
    <span className={classes["quiet"]}>
      {row.depth > 0 ? "" : `${row.title}, `}its {later}
    </span>
  );
};
