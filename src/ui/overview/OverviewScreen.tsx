"use client";
import { Box, Button } from "@mui/material";
import { useState } from "react";
import { count, pages as pagesText } from "../../messages/words";
import { useCall } from "../client/hooks";
import { useFrame } from "../shell/frame";
import { useKeys } from "../shell/useKeys";
import { Pending, SheetHead } from "../theme/pieces";
import { CoverageTable } from "./CoverageTable";
import { Ledger } from "./Ledger";
import { type Selection, toggled } from "./selection";
import { WhySheet } from "./WhySheet";

/** The home of a site: what fills every slot of every page, what there is to settle, and why. */
export const OverviewScreen = () => {
  const { seen } = useFrame();
  const { data, error } = useCall("coverage", { audience: seen.audience as "signedOut", state: seen.state });
  const [open, setOpen] = useState<ReadonlySet<string>>(new Set());
  const [selection, setSelection] = useState<Selection | null>(null);
  useKeys({ escape: () => setSelection(null) });
  if (!data) return <Pending error={error} what="Resolving all pages …" />;
  const toggle = (group: string) =>
    setOpen((now) =>
      now.has(group) ? new Set([...now].filter((each) => each !== group)) : new Set([...now, group]),
    );
  return (
    <Box
      sx={{
        display: "grid",
        gridTemplateColumns: { xs: "minmax(0,1fr)", lg: selection ? "minmax(0,1fr) 340px" : "minmax(0,1fr)" },
        height: { md: "100%" },
        gridTemplateRows: { lg: "minmax(0,1fr)" },
      }}
    >
      <Box
        sx={{
          px: 2.5,
          pt: 2.25,
          pb: 1,
          minWidth: 0,
          display: "flex",
          flexDirection: "column",
          height: { md: "100%" },
          minHeight: 0,
        }}
      >
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
        <Ledger findings={data.findings} pages={data.pages} onSelect={setSelection} />
        <Box
          sx={{
            mt: 1.5,
            overflowX: "auto",
            flex: 1,
            minHeight: 300,
            display: "flex",
            flexDirection: "column",
          }}
        >
          <CoverageTable
            groups={data.groups}
            open={open}
            onOpen={toggle}
            selection={selection}
            onSelect={(slot, pages, label, adding) =>
              setSelection(adding ? toggled(selection, slot, pages, label) : { slot, pages, label })
            }
          />
        </Box>
      </Box>
      {selection ? (
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
          <WhySheet selection={selection} />
        </Box>
      ) : null}
    </Box>
  );
};
