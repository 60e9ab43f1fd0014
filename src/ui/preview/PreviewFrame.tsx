"use client";
import { Box } from "@mui/material";
import { type FrameSize, type Said, type Talk, usePreviewDocument, useTalk, useTie } from "./preview-talk";

/** One preview: a frame on the preview host that is patched, never reloaded. */
export const PreviewFrame = ({
  origin,
  width,
  scale,
  height,
  title,
  ...talk
}: Talk & FrameSize & { readonly origin: string }) => {
  const { frame, post } = usePreviewDocument(origin, (said: Said) => {
    if (said.type === "ready") tie();
    if (said.type === "drawn" && said.id !== undefined && said.at !== undefined)
      talk.onDrawn(said.id, said.at);
    if (said.type === "places" && said.places && said.height) talk.onPlaces?.(said.height, said.places);
    hear(said);
  });
  const tie = useTie(post, talk);
  const hear = useTalk(post, talk);
  return (
    <Box
      sx={{
        width: Math.round(width * scale),
        height,
        overflow: "hidden",
        border: 1,
        borderColor: "divider",
        background: "white",
        flex: "none",
      }}
    >
      <iframe
        ref={frame}
        src={`${origin}/`}
        title={title}
        style={{
          width,
          height: Math.ceil(height / scale),
          border: 0,
          transform: `scale(${scale})`,
          transformOrigin: "0 0",
          display: "block",
        }}
      />
    </Box>
  );
};
