"use client";
import { Box, Button, TextField } from "@mui/material";
import { memo, useState } from "react";
import type { Operation } from "../../core/design/operations";
import type { HouseStyle } from "../../core/model/house-style";
import { sendFile } from "../client/call";
import { useRefresh, useSite } from "../client/hooks";
import { Act, Quiet, Trouble } from "../theme/pieces";

/** Fonts the site brings: WOFF2 with the words that say it may be used. */
export const OwnFonts = memo(
  ({
    ownFonts,
    fonts,
    apply,
  }: {
    readonly ownFonts: HouseStyle["ownFonts"];
    readonly fonts: HouseStyle["fonts"];
    readonly apply: (operations: readonly Operation[]) => boolean;
  }) => {
    const site = useSite();
    const refresh = useRefresh();
    const [file, setFile] = useState<File | null>(null);
    const [licence, setLicence] = useState("");
    const [trouble, setTrouble] = useState<string | null>(null);
    const [isSending, setSending] = useState(false);
    const add = async () => {
      if (!file) return;
      setSending(true);
      setTrouble(null);
      try {
        await sendFile(site, "addFont", file, { licence });
        setFile(null);
        setLicence("");
        await refresh();
      } catch (error) {
        setTrouble(error instanceof Error ? error.message : "The font could not be sent.");
      } finally {
        setSending(false);
      }
    };
    const isUsed = (family: string) => fonts.text === family || fonts.headings === family;
    return (
      <Box sx={{ px: 2, py: 1.25 }}>
        <Box sx={{ fontWeight: 600, mb: 0.75 }}>Fonts of your own</Box>
        <Box component="ul" aria-label="Fonts of your own" sx={{ listStyle: "none", m: 0, p: 0 }}>
          {ownFonts.map((font) => (
            <Box component="li" key={font.file} sx={{ display: "flex", gap: 1, py: 0.25 }}>
              <span>{font.family}</span>
              <Quiet>{font.licence}</Quiet>
              {isUsed(font.family) ? null : (
                <Act
                  style={{ marginLeft: "auto", fontWeight: 400 }}
                  aria-label={`Take ${font.family} out`}
                  onClick={() =>
                    apply([
                      {
                        op: "set",
                        id: "style",
                        path: ["ownFonts"],
                        value: ownFonts.filter(({ file: each }) => each !== font.file),
                        was: ownFonts,
                      },
                    ])
                  }
                >
                  take out
                </Act>
              )}
            </Box>
          ))}
        </Box>
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
                onClick={() => void add()}
                sx={{ justifySelf: "start" }}
              >
                Add the font
              </Button>
            </>
          ) : null}
          {trouble ? <Trouble>{trouble}</Trouble> : null}
        </Box>
      </Box>
    );
  },
);
