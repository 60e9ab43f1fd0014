"use client";
import { Box } from "@mui/material";
import { SheetHead } from "../theme/pieces";
import { ExportPack } from "./ExportPack";
import { ImportPack } from "./ImportPack";

/** Carry: parts out as a template pack, and packs in, with a plan first. */
export const PacksScreen = () => (
  <Box sx={{ px: 2.5, pt: 2.25, pb: 5 }}>
    <SheetHead title="Packs" about="parts as a file anyone can open" />
    <Box
      sx={{
        display: "grid",
        gridTemplateColumns: { xs: "minmax(0,1fr)", lg: "minmax(0,1fr) minmax(0,1fr)" },
        gap: 5,
        mt: 2,
      }}
    >
      <ImportPack />
      <ExportPack />
    </Box>
  </Box>
);
