"use client";
import { Box, Button } from "@mui/material";
import { type ReactNode, useState } from "react";
import { count, pages as pagesText } from "../../messages/words";
import { useAboutSite } from "../client/about-site";
import { useCall } from "../client/hooks";
import { leafPath } from "../client/paths";
import { SheetLink } from "../shell/SheetLink";
import { withOrWithout } from "../shell/sets";
import { useKeys } from "../shell/useKeys";
import { Pending, Quiet, SheetHead } from "../theme/pieces";
import { ColumnSheet } from "./ColumnSheet";
import { CoverageTable } from "./CoverageTable";
import { FilterBar } from "./FilterBar";
import { FindingSheet, type Found } from "./FindingSheet";
import { Ledger } from "./Ledger";
import { RowSheet } from "./RowSheet";
import { extended, type Selection, toggled } from "./selection";
import { useFilter } from "./useFilter";
import { WhySheet } from "./WhySheet";

/** The home of a site: what fills every slot of every page, what there is to settle, and why. */
export const OverviewScreen = () => {
  const { seen, asked } = useAboutSite();
  const { view, setView } = useFilter();
  const { data, error } = useCall("coverage", { ...asked, by: view.by, filter: view.filter });
  const [open, setOpen] = useState<ReadonlySet<string>>(new Set());
  const [selection, setSelection] = useState<Selection | null>(null);
  const [finding, setFinding] = useState<Found | null>(null);
  const select = (next: Selection | null) => {
    setFinding(null);
    setSelection(next);
  };
  useKeys({ escape: () => select(null) });
  if (!data) return <Pending error={error} what="Resolving all pages …" />;
  const toggle = (group: string) => setOpen((now) => withOrWithout(now, group));
  const hasSheet = selection !== null || finding !== null;
  return (
    <Box
      sx={{
        display: "grid",
        gridTemplateColumns: { xs: "minmax(0,1fr)", lg: hasSheet ? "minmax(0,1fr) 340px" : "minmax(0,1fr)" },
        height: { md: "100%" },
        gridTemplateRows: { lg: "minmax(0,1fr)" },
      }}
    >
      <Box sx={SHEET}>
        <SheetHead
          title="Overview"
          about={`${pagesText(data.pages)} · ${count(data.parts, "part")}${seen.state === "live" ? " · what visitors see" : ""}`}
        >
          <Button
            variant="text"
            color="inherit"
            sx={{ color: "text.secondary" }}
            onClick={() => setOpen(open.size > 0 ? new Set() : new Set(data.groups.map((group) => group.id)))}
          >
            {open.size > 0 ? "Close all" : "Open all"}
          </Button>
        </SheetHead>
        {data.parts === 0 ? <NoParts /> : null}
        <Ledger
          current={finding}
          onFinding={(next) => {
            setSelection(null);
            setFinding(next);
          }}
          onSelect={select}
        />
        <FilterBar view={view} onChange={setView} groupings={data.groupings} />
        {data.groups.length === 0 ? (
          <Box sx={{ py: 3 }}>
            <Quiet>No page fits. Change what is looked for, or show all pages again.</Quiet>
          </Box>
        ) : (
          <Box sx={TABLE}>
            <CoverageTable
              groups={data.groups}
              view={view}
              open={open}
              onOpen={toggle}
              selection={selection}
              onSelect={select}
              onAdd={({ slot, pages, label }, extend) => {
                setFinding(null);
                setSelection((now) => (extend ? extended : toggled)(now, slot, pages, label));
              }}
            />
          </Box>
        )}
      </Box>
      {hasSheet ? (
        <Aside>
          {finding ? <FindingSheet finding={finding} onDone={() => setFinding(null)} /> : null}
          {selection?.is === "cells" ? <WhySheet selection={selection} view={view} /> : null}
          {selection?.is === "row" ? <RowSheet selection={selection} onSelect={select} /> : null}
          {selection?.is === "column" ? <ColumnSheet slot={selection.slot} data={data} view={view} /> : null}
        </Aside>
      ) : null}
    </Box>
  );
};

const SHEET = {
  px: 2.5,
  pt: 2.25,
  pb: 1,
  minWidth: 0,
  display: "flex",
  flexDirection: "column",
  height: { md: "100%" },
  minHeight: 0,
} as const;

const TABLE = {
  mt: 0.5,
  overflowX: "auto",
  flex: 1,
  minHeight: 300,
  display: "flex",
  flexDirection: "column",
} as const;

const NoParts = () => {
  const { about } = useAboutSite();
  return (
    <Box sx={{ py: 1.25, borderBottom: 1, borderColor: "divider" }}>
      This site has no parts yet: visitors see its pages in a plain layout.{" "}
      <SheetLink href={leafPath("begin", about.site.id)}>Begin with a complete frame</SheetLink>
    </Box>
  );
};

/** What is told of what is selected: beside the table, or below it on small screens. */
const Aside = ({ children }: { readonly children: ReactNode }) => (
  <Box
    component="aside"
    aria-label="Why, and use another"
    sx={(theme) => ({
      borderLeft: { lg: 1 },
      borderTop: { xs: 1, lg: 0 },
      borderColor: { xs: "divider", lg: "divider" },
      background: theme.vars?.palette.ours.paper,
      px: 2.25,
      pt: 2.5,
      pb: 4,
      minWidth: 0,
      overflow: { lg: "auto" },
    })}
  >
    {children}
  </Box>
);
