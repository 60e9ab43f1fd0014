"use client";
import { Box, TextField } from "@mui/material";
import { useVirtualizer } from "@tanstack/react-virtual";
import Link from "next/link";
import { useDeferredValue, useMemo, useRef, useState } from "react";
import { SLOTS } from "../../core/model/slot";
import type { CoverageRow } from "../../core/placement/coverage";
import { pages as pagesText, SLOT_NAMES } from "../../messages/words";
import { useCall, useSite } from "../client/hooks";
import { CellView } from "../overview/CellView";
import { useFrame } from "../shell/frame";
import { Act, Mono, Pending, Quiet, SheetHead } from "../theme/pieces";

const COLUMNS = "minmax(200px,2fr) minmax(160px,1.6fr) repeat(5,minmax(84px,1fr))";

const choosesForItself = (row: CoverageRow): boolean =>
  SLOTS.some((slot) => row.cells[slot].how === "choice" || row.cells[slot].how === "choiceOfNothing");

/** Words of a title or a path; a pasted address finds its page. */
const fits = (row: CoverageRow, typed: string): boolean => {
  const text = typed
    .trim()
    .toLowerCase()
    .replace(/^https?:\/\/[^/]+/, "");
  return text
    .split(/\s+/)
    .every((word) => row.title.toLowerCase().includes(word) || row.path.toLowerCase().includes(word));
};

/** All pages with what fills their slots, found by typing. */
export const PagesScreen = () => {
  const { seen } = useFrame();
  const site = useSite();
  const { data, error } = useCall("coverage", { audience: seen.audience as "signedOut", state: seen.state });
  const [typed, setTyped] = useState("");
  const [own, setOwn] = useState(false);
  const wanted = useDeferredValue(typed);
  const scroller = useRef<HTMLDivElement>(null);
  const all = useMemo(() => data?.groups.flatMap((group) => group.rows) ?? [], [data]);
  const rows = useMemo(
    () => all.filter((row) => fits(row, wanted) && (!own || choosesForItself(row))),
    [all, wanted, own],
  );
  const virtual = useVirtualizer({
    count: rows.length,
    getScrollElement: () => scroller.current,
    estimateSize: () => 34,
    overscan: 12,
  });
  if (!data) return <Pending error={error} what="Reading the pages …" />;
  const choosing = all.filter(choosesForItself).length;
  return (
    <Box sx={{ px: 2.5, pt: 2.25 }}>
      <SheetHead
        title="Pages"
        about={
          rows.length === all.length ? pagesText(all.length) : `${rows.length} of ${pagesText(all.length)}`
        }
      >
        {choosing > 0 ? (
          <Act onClick={() => setOwn(!own)} aria-pressed={own}>
            {own ? "Show all" : `Only those that choose for themselves (${choosing})`}
          </Act>
        ) : null}
        <TextField
          value={typed}
          placeholder="Title, path or pasted address"
          onChange={(event) => setTyped(event.target.value)}
          slotProps={{ htmlInput: { "aria-label": "Find a page" } }}
          sx={{ width: 230 }}
        />
      </SheetHead>
      <Box sx={{ overflowX: "auto" }}>
        <Box role="table" aria-label="Pages" aria-rowcount={rows.length + 1} sx={{ minWidth: 860 }}>
          <Box
            role="row"
            sx={{
              display: "grid",
              gridTemplateColumns: COLUMNS,
              py: 1,
              borderBottom: 1,
              borderColor: "text.primary",
              color: "text.secondary",
              fontSize: 12,
              fontWeight: 600,
            }}
          >
            <span role="columnheader">Page</span>
            <span role="columnheader">Path</span>
            {SLOTS.map((slot) => (
              <span role="columnheader" key={slot}>
                {SLOT_NAMES[slot]}
              </span>
            ))}
          </Box>
          <Box
            ref={scroller}
            role="rowgroup"
            tabIndex={0}
            aria-label="Rows"
            sx={{ height: "calc(100vh - 170px)", overflow: "auto" }}
          >
            <Box role="presentation" sx={{ position: "relative", height: virtual.getTotalSize() }}>
              {virtual.getVirtualItems().map((item) => {
                const row = rows[item.index] as CoverageRow;
                return (
                  <Box
                    role="row"
                    key={row.identity}
                    aria-rowindex={item.index + 2}
                    sx={{
                      position: "absolute",
                      insetInline: 0,
                      transform: `translateY(${item.start}px)`,
                      height: 34,
                      display: "grid",
                      gridTemplateColumns: COLUMNS,
                      alignItems: "center",
                      borderBottom: 1,
                      borderColor: "divider",
                    }}
                  >
                    <Box
                      role="cell"
                      sx={{ overflow: "hidden", textOverflow: "ellipsis", whiteSpace: "nowrap", pr: 1 }}
                    >
                      <Box
                        component={Link}
                        href={`/s/${site}/pages/${encodeURIComponent(row.identity)}`}
                        sx={{
                          color: "inherit",
                          textDecoration: "none",
                          "&:hover": { textDecoration: "underline" },
                        }}
                      >
                        {row.title}
                      </Box>
                    </Box>
                    <Box
                      role="cell"
                      sx={{ overflow: "hidden", textOverflow: "ellipsis", whiteSpace: "nowrap", pr: 1 }}
                    >
                      <Mono sx={{ color: "text.secondary" }}>{row.path}</Mono>
                    </Box>
                    {SLOTS.map((slot) => (
                      <Box role="cell" key={slot} sx={{ overflow: "hidden", whiteSpace: "nowrap" }}>
                        <CellView cell={row.cells[slot]} slot={slot} selected={false} />
                      </Box>
                    ))}
                  </Box>
                );
              })}
            </Box>
            {rows.length === 0 ? (
              <Box sx={{ py: 3 }}>
                <Quiet>
                  No page has that in its title or path. Content is not changed here; new entries appear by
                  themselves.
                </Quiet>
              </Box>
            ) : null}
          </Box>
        </Box>
      </Box>
    </Box>
  );
};
