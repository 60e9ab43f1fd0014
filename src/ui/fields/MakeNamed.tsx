"use client";
import { Box, Button, TextField } from "@mui/material";
import { useState } from "react";

interface Props {
  /** What the name says: shown while there is none. */
  readonly hint: string;
  readonly label: string;
  readonly words: string;
  readonly isPending: boolean;
  /** Where it fails, the name stays. */
  readonly onMake: (name: string) => Promise<unknown>;
  readonly variant: "contained" | "outlined";
}

/** Something that is made with a name alone: a token, a link, a variation. */
export const MakeNamed = ({ hint, label, words, isPending, onMake, variant }: Props) => {
  const [name, setName] = useState("");
  const trimmed = name.trim();
  return (
    <Box
      component="form"
      onSubmit={(event) => {
        event.preventDefault();
        if (trimmed === "") return;
        onMake(trimmed).then(
          () => setName(""),
          () => undefined,
        );
      }}
      sx={{ display: "flex", flexWrap: "wrap", gap: 1, mt: 1 }}
    >
      <TextField
        value={name}
        placeholder={hint}
        onChange={(event) => setName(event.target.value)}
        slotProps={{ htmlInput: { "aria-label": label, maxLength: 80 } }}
        sx={{ flex: 1, minWidth: 150, maxWidth: 280 }}
      />
      <Button type="submit" variant={variant} disabled={trimmed === "" || isPending}>
        {words}
      </Button>
    </Box>
  );
};
