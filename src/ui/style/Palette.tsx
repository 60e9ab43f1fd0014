"use client";
import { Box, TextField } from "@mui/material";
import { memo } from "react";
import { COLOUR_ROLES, type HouseStyle, type PaletteColour } from "../../core/model/house-style";
import { ROLE_NAMES } from "../../messages/words";
import { useStyleEditor } from "../client/style-editor";
import { ColourField } from "../fields/ColourField";
import { Act, Quiet } from "../theme/pieces";
import type { ValueSection } from "./Rows";

type Set = (path: readonly (string | number)[], value: unknown) => void;

/** A key no colour of the palette has, from a name. */
const keyFor = (name: string, palette: readonly PaletteColour[]): string => {
  const plain =
    name
      .toLowerCase()
      .replace(/[^a-z0-9]+/g, "-")
      .replace(/^-+|-+$/g, "")
      .slice(0, 50) || "colour";
  const taken = new Set(palette.map(({ id }) => id));
  let key = plain;
  for (let more = 2; taken.has(key); more += 1) key = `${plain}-${more}`;
  return key;
};

/** A row may be older than the palette round it. */
const paletteNow = (): readonly PaletteColour[] => useStyleEditor.getState().body?.palette ?? [];

const ColourName = memo(
  ({ name, at, set }: { readonly name: string; readonly at: number; readonly set: Set }) => (
    <TextField
      value={name}
      fullWidth
      onChange={(event) => {
        if (event.target.value !== "") set(["palette", at, "name"], event.target.value.slice(0, 80));
      }}
      slotProps={{ htmlInput: { "aria-label": `Name of ${name}`, maxLength: 80 } }}
    />
  ),
);

/** The named colours: each with its name, its value, what it is for, and a way out while nothing is for it. */
export const paletteSection = (style: HouseStyle, set: Set): ValueSection => ({
  title: "Colours",
  rows: style.palette.map((colour, at) => {
    const roles = COLOUR_ROLES.filter((role) => style.roles[role] === colour.id);
    return {
      label: colour.name,
      isWide: true,
      isNamed: true,
      value: colour,
      options: `${roles.join(" ")} ${style.palette.length}`,
      field: () => (
        <Box
          sx={{ display: "grid", gridTemplateColumns: "124px minmax(0,1fr)", gap: 0.75, alignItems: "start" }}
        >
          <Box sx={{ minWidth: 0 }}>
            <ColourName name={colour.name} at={at} set={set} />
            <Box sx={{ fontSize: 11.5, lineHeight: 1.3 }}>
              <Quiet>{roles.map((role) => ROLE_NAMES[role]).join(", ")}</Quiet>
              {roles.length === 0 && style.palette.length > 1 ? (
                <Act
                  style={{ fontWeight: 400, padding: 0, minHeight: 24 }}
                  aria-label={`Remove ${colour.name}`}
                  onClick={() => set(["palette"], paletteNow().toSpliced(at, 1))}
                >
                  remove
                </Act>
              ) : null}
            </Box>
          </Box>
          <ColourField
            label={colour.name}
            value={colour.value}
            onChange={(value) => {
              const { source: _, ...plain } = colour;
              set(["palette", at], { ...plain, value });
            }}
          />
        </Box>
      ),
    };
  }),
  below: (
    <Act
      onClick={() =>
        set(
          ["palette"],
          [
            ...style.palette,
            { id: keyFor("new colour", style.palette), name: "New colour", value: "#808080" },
          ],
        )
      }
    >
      Another colour
    </Act>
  ),
});
