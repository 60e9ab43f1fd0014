"use client";
import { createTheme } from "@mui/material/styles";
import type { Slot } from "../../core/model/slot";

/** The product's own look: paper and graphite, brass as the only accent. Light and dark are two designs, not an inversion. */
interface Ours {
  readonly paper: string;
  readonly sheet: string;
  readonly index: string;
  readonly hairline: string;
  readonly field: string;
  readonly muted: string;
  readonly brass: string;
  readonly brassWash: string;
  readonly brick: string;
  readonly desk: string;
  readonly slot: Readonly<Record<Slot, string>>;
  readonly slotWash: Readonly<Record<Slot, string>>;
}
declare module "@mui/material/styles" {
  interface Palette {
    ours: Ours;
  }
  interface PaletteOptions {
    ours: Ours;
  }
}

const light: Ours = {
  paper: "#fbf9f4",
  sheet: "#fffdf9",
  index: "#efe9dc",
  hairline: "#dcd6ca",
  field: "#8a8375",
  muted: "#5b5951",
  brass: "#886213",
  brassWash: "#f7ecd2",
  brick: "#9d2f1f",
  desk: "#f3eee5",
  slot: { header: "#2a5a8f", titleBar: "#5c6b1f", layout: "#6b4177", side: "#1f7a72", footer: "#a8482a" },
  slotWash: { header: "#dfe6ec", titleBar: "#e6e8d6", layout: "#e9e0ea", side: "#d9eae6", footer: "#f3e0d6" },
};
const dark: Ours = {
  paper: "#1d1f20",
  sheet: "#242627",
  index: "#161819",
  hairline: "#3d3f3f",
  field: "#8f8a7e",
  muted: "#b3ada0",
  brass: "#d3a13a",
  brassWash: "#3a3220",
  brick: "#f0907f",
  desk: "#191b1c",
  slot: { header: "#7fb0e3", titleBar: "#b3c463", layout: "#c79ad3", side: "#62c1b6", footer: "#e59a79" },
  slotWash: { header: "#2b3a48", titleBar: "#363b24", layout: "#3d2f42", side: "#22403c", footer: "#48332a" },
};

const SANS = "var(--font-sans), 'Public Sans Variable', system-ui, sans-serif";
export const MONO = "var(--font-mono), ui-monospace, monospace";

const paletteOf = (ours: Ours, ink: string, contrast: string) => ({
  ours,
  primary: { main: ours.brass, contrastText: contrast },
  error: { main: ours.brick },
  text: { primary: ink, secondary: ours.muted },
  background: { default: ours.paper, paper: ours.sheet },
  divider: ours.hairline,
});

export const theme = createTheme({
  cssVariables: { colorSchemeSelector: "data-scheme" },
  colorSchemes: {
    light: { palette: paletteOf(light, "#23272b", "#fffdf9") },
    dark: { palette: paletteOf(dark, "#ece7dc", "#1d1f20") },
  },
  shape: { borderRadius: 6 },
  typography: {
    fontFamily: SANS,
    fontSize: 13.5,
    htmlFontSize: 16,
    h1: { fontSize: "1.25rem", fontWeight: 650, lineHeight: 1.3, letterSpacing: "-0.01em" },
    h2: { fontSize: "0.9375rem", fontWeight: 600, lineHeight: 1.4 },
    h3: { fontSize: "0.84375rem", fontWeight: 600, lineHeight: 1.4 },
    body1: { fontSize: "0.84375rem", lineHeight: 1.5 },
    body2: { fontSize: "0.84375rem", lineHeight: 1.5 },
    caption: { fontSize: "0.75rem", lineHeight: 1.45 },
    button: { fontSize: "0.84375rem", fontWeight: 600, textTransform: "none" },
  },
  components: {
    MuiCssBaseline: {
      styleOverrides: (all) => ({
        body: { fontVariantNumeric: "tabular-nums", WebkitFontSmoothing: "auto" },
        ":focus-visible": { outline: `2px solid ${all.vars?.palette.ours.brass}`, outlineOffset: 2 },
        "@media (prefers-reduced-motion: reduce)": {
          "*": { animationDuration: "0.01ms !important", transitionDuration: "0.01ms !important" },
        },
      }),
    },
    MuiButtonBase: { defaultProps: { disableRipple: true } },
    MuiButton: {
      defaultProps: { disableElevation: true, size: "small" },
      styleOverrides: {
        root: { minHeight: 30, padding: "3px 12px", "@media (pointer: coarse)": { minHeight: 44 } },
        contained: ({ theme: all }) => ({
          background: all.vars?.palette.text.primary,
          color: all.vars?.palette.background.paper,
          "&:hover": { background: all.vars?.palette.text.primary, opacity: 0.9 },
        }),
        outlined: ({ theme: all }) => ({
          borderColor: all.vars?.palette.ours.field,
          color: all.vars?.palette.text.primary,
        }),
        text: { padding: "3px 6px", minWidth: 0 },
      },
    },
    MuiOutlinedInput: {
      styleOverrides: {
        root: ({ theme: all }) => ({
          background: all.vars?.palette.ours.sheet,
          minHeight: 30,
          // what may not be changed is still to be read
          "fieldset:disabled &, &.Mui-disabled": {
            background: "none",
            "& .MuiInputBase-input": {
              WebkitTextFillColor: "currentcolor",
              color: all.vars?.palette.ours.muted,
            },
            "& .MuiOutlinedInput-notchedOutline": { borderColor: `${all.vars?.palette.divider} !important` },
            "& .MuiSelect-icon": { display: "none" },
          },
        }),
        notchedOutline: ({ theme: all }) => ({ borderColor: all.vars?.palette.ours.field }),
        input: { padding: "4px 10px", height: "1.5em" },
        multiline: { padding: 0 },
      },
    },
    MuiInputLabel: {
      styleOverrides: {
        // where the words of an input of this height stand
        outlined: {
          "&.MuiInputLabel-sizeSmall:not(.MuiInputLabel-shrink)": { transform: "translate(11px, 5px)" },
        },
      },
    },
    MuiAutocomplete: {
      styleOverrides: {
        paper: ({ theme: all }) => ({
          border: `1px solid ${all.vars?.palette.ours.hairline}`,
          boxShadow: "0 6px 24px rgb(0 0 0 / .16)",
        }),
        groupLabel: ({ theme: all }) => ({
          background: "none",
          color: all.vars?.palette.ours.muted,
          fontSize: "0.75rem",
          lineHeight: "28px",
        }),
        option: { fontSize: "0.84375rem", "&.MuiAutocomplete-option": { minHeight: 32 } },
        inputRoot: {
          "&.MuiOutlinedInput-root.MuiInputBase-sizeSmall": { paddingTop: 0, paddingBottom: 0 },
        },
      },
    },
    MuiTextField: { defaultProps: { size: "small" } },
    MuiSelect: { defaultProps: { size: "small" } },
    // what is chosen from is there at once, and gone at once: what was chosen is being drawn meanwhile
    MuiMenu: { defaultProps: { transitionDuration: 0 } },
    MuiMenuItem: { styleOverrides: { root: { minHeight: 32, fontSize: "0.84375rem" } } },
    // as the tables that are our own
    MuiTableCell: {
      styleOverrides: {
        root: ({ theme: all }) => ({
          padding: "6px 16px 6px 0",
          borderBottom: `1px solid ${all.vars?.palette.divider}`,
          "&:last-of-type": { paddingRight: 0 },
        }),
        head: ({ theme: all }) => ({
          paddingBlock: 8,
          fontSize: "0.75rem",
          fontWeight: 600,
          lineHeight: 1.4,
          color: all.vars?.palette.text.secondary,
          borderBottomColor: all.vars?.palette.text.primary,
        }),
      },
    },
    MuiPaper: { defaultProps: { elevation: 0 }, styleOverrides: { root: { backgroundImage: "none" } } },
    MuiPopover: {
      styleOverrides: {
        paper: ({ theme: all }) => ({
          border: `1px solid ${all.vars?.palette.ours.hairline}`,
          boxShadow: "0 6px 24px rgb(0 0 0 / .16)",
        }),
      },
    },
    MuiDialog: {
      styleOverrides: {
        paper: ({ theme: all }) => ({ border: `1px solid ${all.vars?.palette.ours.hairline}` }),
      },
    },
    MuiTooltip: { defaultProps: { enterDelay: 400 } },
    MuiLink: { defaultProps: { underline: "hover" } },
  },
});
