"use client";
import { Box, Typography } from "@mui/material";
import { styled } from "@mui/material/styles";
import type { ComponentProps, ReactNode } from "react";
import { MONO } from "./theme";

/** Small things every screen is made of. */

/** A link-like button: says what it does, brass, underlined. */
export const Act = styled((props: ComponentProps<"button">) => <button type="button" {...props} />)(
  ({ theme }) => ({
    font: "inherit",
    fontWeight: 600,
    color: theme.vars?.palette.ours.brass,
    background: "none",
    border: 0,
    padding: "2px 0",
    cursor: "pointer",
    textDecoration: "underline",
    textUnderlineOffset: 3,
    textAlign: "left",
    "&:disabled": { color: theme.vars?.palette.ours.muted, textDecoration: "none", cursor: "default" },
    "@media (pointer: coarse)": { minHeight: 44 },
  }),
);

export const Quiet = styled("span")(({ theme }) => ({ color: theme.vars?.palette.ours.muted }));
export const Mono = styled("span")({ fontFamily: MONO, fontSize: "0.92em" });
export const Wrong = styled("span")(({ theme }) => ({
  color: theme.vars?.palette.ours.brick,
  fontWeight: 600,
}));

/** A list without signs, and a line of it. */
export const Rows = styled("ul")({ listStyle: "none", margin: 0, padding: 0 });
export const Row = styled("li")(({ theme }) => ({
  display: "flex",
  flexWrap: "wrap",
  gap: "4px 12px",
  alignItems: "center",
  minHeight: 36,
  padding: "4px 0",
  borderBottom: `1px solid ${theme.vars?.palette.divider}`,
}));

/** A heading of a screen with what goes beside it. */
export const SheetHead = ({
  title,
  about,
  children,
}: {
  readonly title: ReactNode;
  readonly about?: ReactNode;
  readonly children?: ReactNode;
}) => (
  <Box
    sx={{
      display: "flex",
      flexWrap: "wrap",
      alignItems: "baseline",
      gap: 1.5,
      pb: 1.5,
      borderBottom: 1,
      borderColor: "divider",
    }}
  >
    <Typography variant="h1">{title}</Typography>
    {about ? <Quiet>{about}</Quiet> : null}
    <Box sx={{ ml: "auto", display: "flex", gap: 1.5, alignItems: "center" }}>{children}</Box>
  </Box>
);

/** What a screen says while there is nothing on it: what visitors see now, and what to do. */
export const Empty = ({ title, children }: { readonly title: string; readonly children: ReactNode }) => (
  <Box sx={{ py: 5, maxWidth: 520 }}>
    <Typography variant="h2" component="p">
      {title}
    </Typography>
    <Box sx={{ mt: 1, color: "text.secondary" }}>{children}</Box>
  </Box>
);

export const Waiting = ({ what }: { readonly what: string }) => (
  <Box role="status" sx={{ py: 4, color: "text.secondary" }}>
    {what}
  </Box>
);

/** A screen before its data is there: what is going on, or what went wrong. */
export const Pending = ({ error, what }: { readonly error: Error | null; readonly what: string }) => (
  <Box sx={{ p: 2.5 }}>{error ? <Trouble>{error.message}</Trouble> : <Waiting what={what} />}</Box>
);

/** An error where it happened: what, and what to do. */
export const Trouble = ({ children }: { readonly children: ReactNode }) => (
  <Box
    role="alert"
    sx={(theme) => ({
      my: 1,
      px: 1.5,
      py: 1,
      borderRadius: 1,
      border: 1,
      borderColor: theme.vars?.palette.ours.brick,
      color: theme.vars?.palette.ours.brick,
    })}
  >
    {children}
  </Box>
);

/** What one should know where one works, that needs nobody to act. */
export const Notice = ({ children }: { readonly children: ReactNode }) => (
  <Box
    role="status"
    sx={(theme) => ({
      my: 1,
      px: 1.5,
      py: 1,
      borderRadius: 1,
      background: theme.vars?.palette.ours.brassWash,
    })}
  >
    {children}
  </Box>
);

/** Something that is shown once, to be kept by who reads it. */
export const ShownOnce = ({ children }: { readonly children: ReactNode }) => (
  <Box
    role="status"
    sx={(theme) => ({
      mt: 2,
      px: 1.5,
      py: 1,
      borderRadius: 1,
      display: "flex",
      flexWrap: "wrap",
      alignItems: "center",
      columnGap: 1.5,
      overflowWrap: "anywhere",
      background: theme.vars?.palette.ours.brassWash,
    })}
  >
    {children}
  </Box>
);
