"use client";
import { Box, Button } from "@mui/material";
import { useState } from "react";
import type { Video } from "../../core/model/video";
import { sendFile } from "../client/call";
import { useSite } from "../client/hooks";
import { Act, Quiet, Wrong } from "../theme/pieces";

/** A video behind a band: chosen from this computer, or taken out. */
export const VideoInput = ({
  id,
  value,
  onChange,
}: {
  readonly id: string;
  readonly value: Video | null;
  readonly onChange: (value: Video | null) => void;
}) => {
  const site = useSite();
  const [isSending, setSending] = useState(false);
  const [trouble, setTrouble] = useState<string | null>(null);
  const send = async (file: File | undefined) => {
    if (!file) return;
    setSending(true);
    setTrouble(null);
    try {
      const { video } = await sendFile(site, "keepVideo", file, { name: file.name.slice(0, 120) });
      onChange(video);
    } catch (error) {
      setTrouble(error instanceof Error ? error.message : "The video could not be sent.");
    } finally {
      setSending(false);
    }
  };
  return (
    <Box sx={{ minWidth: 0 }}>
      {value ? (
        <Box sx={{ display: "flex", gap: 1.5, alignItems: "baseline" }}>
          <Box component="span" sx={{ overflow: "hidden", textOverflow: "ellipsis", whiteSpace: "nowrap" }}>
            {value.name}
          </Box>
          <Act onClick={() => onChange(null)}>Take it out</Act>
        </Box>
      ) : (
        <Button variant="outlined" component="label" disabled={isSending}>
          {isSending ? "Sending …" : "Choose a video"}
          <input
            id={id}
            type="file"
            hidden
            accept="video/mp4,video/webm"
            aria-label="Video file"
            onChange={(event) => void send(event.target.files?.[0])}
          />
        </Button>
      )}
      <Quiet style={{ display: "block", fontSize: 12, lineHeight: 1.4, paddingTop: 4 }}>
        MP4 or WebM, silent, at most 20 MB; the picture behind is seen until it plays.
      </Quiet>
      {trouble ? <Wrong role="alert">{trouble}</Wrong> : null}
    </Box>
  );
};
