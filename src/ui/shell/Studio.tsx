"use client";
import CssBaseline from "@mui/material/CssBaseline";
import { ThemeProvider } from "@mui/material/styles";
import { QueryClientProvider } from "@tanstack/react-query";
import { SnackbarProvider } from "notistack";
import { type ReactNode, useState } from "react";
import { newQueries } from "../client/queries";
import { theme } from "../theme/theme";

/** What stands round every screen, signed in or not. */
export const Studio = ({ children }: { readonly children: ReactNode }) => {
  const [queries] = useState(newQueries);
  return (
    <ThemeProvider theme={theme} defaultMode="system" disableTransitionOnChange>
      <CssBaseline />
      <QueryClientProvider client={queries}>
        <SnackbarProvider
          maxSnack={3}
          autoHideDuration={7000}
          anchorOrigin={{ vertical: "bottom", horizontal: "left" }}
        >
          {children}
        </SnackbarProvider>
      </QueryClientProvider>
    </ThemeProvider>
  );
};
