"use client";
import { Box } from "@mui/material";
import { useVirtualizer } from "@tanstack/react-virtual";
import Link from "next/link";
import { type MouseEvent, memo, useCallback, useRef, useState } from "react";
import { SLOTS } from "../../core/model/slot";
import type { CoverageRow } from "../../core/placement/coverage";
import { pages as pagesText, SLOT_NAMES } from "../../messages/words";
import { useAboutSite, useMay } from "../client/about-site";
import { useCall, useSite } from "../client/hooks";
import { leafPath, pagePath } from "../client/paths";
import { CellView } from "../overview/CellView";
import { FilterBar } from "../overview/FilterBar";
import { PickBox } from "../overview/PickBox";
import classes from "../overview/table.module.css";
import { useFilter } from "../overview/useFilter";
import { useRows } from "../overview/useRows";
import { SheetLink } from "../shell/SheetLink";
import { useKeys } from "../shell/useKeys";
import { Pending, Quiet, SheetHead } from "../theme/pieces";
import { ChooseForMany } from "./ChooseForMany";
import { Removals } from "./Removals";
import { SavedFilters } from "./SavedFilters";

const COLUMNS = "26px minmax(180px,1.9fr) minmax(140px,1.4fr) repeat(5,minmax(84px,1fr))";
const ROW = 33;

/** All pages with what fills their slots: found by typing, filtered, and told what to choose, many at once. */
export const PagesScreen = () => {
  const { asked, about } = useAboutSite();
  const { view, setView } = useFilter();
  const { data, error } = useCall("rows", {
    ...asked,
    by: view.by,
    filter: view.filter,
    group: null,
    from: 0,
    count: 1,
  });
  const { picks, clear, ...picking } = usePicks();
  useKeys({ escape: clear });
  const mayChoose = useMay("choose");
  const site = useSite();
  if (!data) return <Pending error={error} what="Reading the pages …" />;
  return (
    <Box sx={{ px: 2.5, pt: 2.25, display: "flex", flexDirection: "column", height: { md: "100%" } }}>
      <SheetHead
        title="Pages"
        about={
          data.pages === about.pageCount
            ? pagesText(data.pages)
            : `${data.pages} of ${pagesText(about.pageCount)}`
        }
      >
        <SheetLink href={leafPath("said", site)} prefetch={false}>
          What pages say themselves
        </SheetLink>
        <Removals />
        <SavedFilters
          view={view}
          onPick={(next) => {
            clear();
            setView(next);
          }}
        />
      </SheetHead>
      <FilterBar
        view={view}
        onChange={(next) => {
          clear();
          setView(next);
        }}
        groupings={[]}
      />
      {picks.length > 0 && mayChoose ? (
        <ChooseForMany
          key={picks.join()}
          picks={picks}
          pages={picking.every ? data.pages : picks.length}
          view={view}
          onDone={clear}
        />
      ) : null}
      <Box
        sx={{ mt: 1, overflowX: "auto", flex: 1, minHeight: 320, display: "flex", flexDirection: "column" }}
      >
        <Rows total={data.total} view={view} mayChoose={mayChoose} {...picking} />
      </Box>
    </Box>
  );
};

/** The pages that are picked: some, or every one that is shown. */
const usePicks = () => {
  const [picked, setPicked] = useState<ReadonlySet<string>>(new Set());
  const [every, setEvery] = useState(false);
  const [last, setLast] = useState<number | null>(null);
  return {
    picks: every ? ["every"] : [...picked],
    every,
    last,
    clear: () => {
      setPicked(new Set());
      setEvery(false);
    },
    isPicked: (key: string) => every || picked.has(key),
    onEvery: () => {
      setPicked(new Set());
      setEvery(!every);
    },
    onPick: (keys: readonly string[], at: number, isOn: boolean) => {
      setEvery(false);
      setLast(at);
      setPicked((now) => {
        const next = new Set(every ? [] : now);
        for (const key of keys) {
          if (isOn) next.add(key);
          else next.delete(key);
        }
        return next;
      });
    },
  };
};

interface RowsProps {
  readonly total: number;
  readonly view: ReturnType<typeof useFilter>["view"];
  readonly isPicked: (key: string) => boolean;
  readonly every: boolean;
  readonly mayChoose: boolean;
  readonly onEvery: () => void;
  readonly onPick: (keys: readonly string[], at: number, isOn: boolean) => void;
  /** The row picked last, where a Shift click begins. */
  readonly last: number | null;
}

const Rows = ({ total, view, isPicked, every, mayChoose, onEvery, onPick, last }: RowsProps) => {
  const { asked } = useAboutSite();
  const scroller = useRef<HTMLDivElement>(null);
  const virtual = useVirtualizer({
    count: total,
    getScrollElement: () => scroller.current,
    estimateSize: () => ROW,
    overscan: 2,
    // a frame late is better than a frame long
    useFlushSync: false,
  });
  const items = virtual.getVirtualItems().filter(({ index }) => index < total);
  const rowAt = useRows(
    asked,
    view,
    items.map(({ index }) => ({ group: null, at: index, of: total })),
  );
  const acts = usePick(rowAt, { isPicked, onPick, last });
  return (
    <Box
      role="table"
      aria-label="Pages"
      aria-rowcount={total + 1}
      sx={{ minWidth: 880, flex: 1, display: "flex", flexDirection: "column", minHeight: 0 }}
    >
      <Heads every={every} onEvery={mayChoose ? onEvery : null} />
      <Box
        ref={scroller}
        className={classes["scroller"]}
        role="rowgroup"
        tabIndex={0}
        aria-label="Rows"
        sx={{
          flex: 1,
          height: { xs: "70vh", md: "auto" },
          minHeight: 240,
          overflow: "auto",
        }}
      >
        <div role="presentation" style={{ height: virtual.getTotalSize(), ["--columns" as string]: COLUMNS }}>
          <div role="presentation" style={{ transform: `translateY(${items[0]?.start ?? 0}px)` }}>
            {items.map((item) => {
              const row = rowAt({ group: null, at: item.index });
              return (
                <PageRow
                  key={item.key}
                  index={item.index}
                  row={row ?? null}
                  isPicked={row !== undefined && isPicked(row.key)}
                  mayChoose={mayChoose}
                  onPick={acts}
                />
              );
            })}
          </div>
        </div>
        {total === 0 ? <NoPage /> : null}
      </Box>
    </Box>
  );
};

/** A click picks a row, one with Shift all from the one picked last; the same function as long as the table is there. */
const usePick = (
  rowAt: ReturnType<typeof useRows>,
  { isPicked, onPick, last }: Pick<RowsProps, "isPicked" | "onPick" | "last">,
): PageRowProps["onPick"] => {
  const pick = (event: MouseEvent, at: number, row: CoverageRow) => {
    const [from, to] = event.shiftKey && last !== null ? [Math.min(last, at), Math.max(last, at)] : [at, at];
    const keys = Array.from(
      { length: to - from + 1 },
      (_, step) => rowAt({ group: null, at: from + step })?.key,
    );
    onPick(
      keys.flatMap((key) => key ?? []),
      at,
      !isPicked(row.key),
    );
  };
  const current = useRef(pick);
  current.current = pick;
  return useCallback((event, at, row) => current.current(event, at, row), []);
};

interface HeadsProps {
  readonly every: boolean;
  /** `null` for who may not choose. */
  readonly onEvery: (() => void) | null;
}

const Heads = ({ every, onEvery }: HeadsProps) => (
  <Box
    role="row"
    sx={{
      display: "grid",
      gridTemplateColumns: COLUMNS,
      columnGap: 1,
      alignItems: "center",
      py: 0.5,
      borderBottom: 1,
      borderColor: "text.primary",
      color: "text.secondary",
      fontSize: 12,
      fontWeight: 600,
    }}
  >
    <span role="columnheader">
      {onEvery ? <PickBox label="Select all pages shown" isPicked={every} onPick={onEvery} /> : null}
    </span>
    <span role="columnheader">Page</span>
    <span role="columnheader">Path</span>
    {SLOTS.map((slot) => (
      <span role="columnheader" key={slot}>
        {SLOT_NAMES[slot]}
      </span>
    ))}
  </Box>
);

const NoPage = () => (
  <Box sx={{ py: 3 }}>
    <Quiet>
      No page has that in its title or path. Content is not changed here; new entries appear by themselves.
    </Quiet>
  </Box>
);

interface PageRowProps {
  readonly index: number;
  readonly row: CoverageRow | null;
  readonly isPicked: boolean;
  readonly mayChoose: boolean;
  /** The same function as long as the table is there, so that rows stay as they are. */
  readonly onPick: (event: MouseEvent, index: number, row: CoverageRow) => void;
}

const PageRow = memo(({ index, row, isPicked, mayChoose, onPick }: PageRowProps) => {
  const site = useSite();
  return (
    <div role="row" aria-rowindex={index + 2} className={classes["row"]}>
      <div role="cell">
        {row && mayChoose ? (
          <PickBox
            label={row.later === null ? `Select ${row.title}` : `Select ${row.title}, later pages`}
            isPicked={isPicked}
            onPick={(event) => onPick(event, index, row)}
          />
        ) : null}
      </div>
      <div role="cell" className={classes["cut"]}>
        {row ? (
          <Link prefetch={false} href={pagePath(row.identity, site)} className={classes["link"]}>
            {row.title}
          </Link>
        ) : (
          "…"
        )}
        {row && row.later !== null ? (
          <span className={classes["quiet"]}>, {pagesText(row.later)} after the first</span>
        ) : null}
      </div>
      <div role="cell" className={classes["cut"]}>
        <span className={classes["path"]}>{row?.path}</span>
      </div>
      {SLOTS.map((slot) => (
        <div role="cell" key={slot} className={classes["plain"]}>
          {row ? <CellView cell={row.cells[slot]} slot={slot} selected={false} /> : null}
        </div>
      ))}
    </div>
  );
});
