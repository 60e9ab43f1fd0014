import { Box } from "@mui/material";
import type { ReactNode } from "react";

/** The line above what is being edited: its name, what is said of it, what can be done. */
export const HeadLine = ({ children }: { readonly children: ReactNode }) => (
  <Box
    sx={{
      display: "flex",
      flexWrap: "wrap",
      alignItems: "center",
      gap: 1.5,
      px: 2.5,
      pt: { xs: 1, md: 0 },
      minHeight: 52,
      borderBottom: 1,
      borderColor: "divider",
    }}
  >
    {children}
  </Box>
);
