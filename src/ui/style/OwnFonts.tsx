"use client";
import { Box, Button, TextField } from "@mui/material";
import { memo, useState } from "react";
import type { Operation } from "../../core/design/operations";
import type { HouseStyle } from "../../core/model/house-style";
import { sendFile } from "../client/call";
import { useRefresh, useSite } from "../client/hooks";
import { useSending } from "../fields/ChosenFile";
import { Act, Quiet, Rows, Trouble } from "../theme/pieces";

interface Props {
  readonly ownFonts: HouseStyle["ownFonts"];
  readonly fonts: HouseStyle["fonts"];
  readonly apply: (operations: readonly Operation[]) => boolean;
}

/** Fonts the site brings: WOFF2 with the words that say it may be used. */
export const OwnFonts = memo(({ ownFonts, fonts, apply }: Props) => {
  const takeOut = (file: string) => {
    const value = ownFonts.filter((font) => font.file !== file);
    apply([{ op: "set", id: "style", path: ["ownFonts"], value, was: ownFonts }]);
  };
  return (
    <Box sx={{ px: 2, py: 1.25 }}>
      <Box sx={{ fontWeight: 600, mb: 0.75 }}>Fonts of your own</Box>
      <Rows aria-label="Fonts of your own">
        {ownFonts.map(({ file, family, licence }) => (
          <Box component="li" key={file} sx={{ display: "flex", gap: 1, py: 0.25 }}>
            <span>{family}</span>
            <Quiet>{licence}</Quiet>
            {Object.values(fonts).includes(family) ? null : (
              <Act
                style={{ marginLeft: "auto", fontWeight: 400 }}
                aria-label={`Remove ${family}`}
                onClick={() => takeOut(file)}
              >
                remove
              </Act>
            )}
          </Box>
        ))}
      </Rows>
      <AddFont />
    </Box>
  );
});

/** Sends a font with its licence note. */
const useAddFont = (onDone: () => void) => {
  const site = useSite();
  const refresh = useRefresh();
  const { isSending, trouble, sending } = useSending();
  const add = (file: File, licence: string) =>
    sending(async () => {
      await sendFile(site, "addFont", file, { licence });
      onDone();
      await refresh();
    });
  return { add, trouble, isSending };
};

const AddFont = () => {
  const [file, setFile] = useState<File | null>(null);
  const [licence, setLicence] = useState("");
  const { add, trouble, isSending } = useAddFont(() => {
    setFile(null);
    setLicence("");
  });
  return (
    <Box sx={{ display: "grid", gap: 0.75, mt: 0.5 }}>
      <Button variant="outlined" component="label" sx={{ justifySelf: "start" }}>
        {file ? file.name : "Choose a WOFF2 file"}
        <input
          type="file"
          accept=".woff2,font/woff2"
          aria-label="Font file"
          hidden
          onChange={(event) => setFile(event.target.files?.[0] ?? null)}
        />
      </Button>
      {file ? (
        <>
          <TextField
            value={licence}
            placeholder="Why you may use it, such as OFL 1.1"
            onChange={(event) => setLicence(event.target.value)}
            slotProps={{ htmlInput: { "aria-label": "Licence note", maxLength: 500 } }}
          />
          <Button
            variant="contained"
            disabled={licence.trim() === "" || isSending}
            onClick={() => void add(file, licence)}
            sx={{ justifySelf: "start" }}
          >
            Add the font
          </Button>
        </>
      ) : null}
      {trouble ? <Trouble>{trouble}</Trouble> : null}
    </Box>
  );
};
