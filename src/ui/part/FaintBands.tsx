"use client";
import { Box } from "@mui/material";
import type { FaintBand } from "../../core/checks/part-contrast";
import { setNodeOperation } from "../../core/model/operations";
import type { Band, Part } from "../../core/model/part";
import { findPlace } from "../../core/model/tree";
import { ratioWords } from "../../messages/fit";
import { useFrame } from "../shell/frame";
import { Act, Quiet, Wrong } from "../theme/pieces";
import { useEditor } from "./editor";

const TEXT_WORDS: Readonly<Record<string, string>> = { "#ffffff": "White text", "#000000": "Black text" };

/** What of the part is hard to read on the page looked at: which band, over which picture, and what would help. */
export const FaintBands = ({
  part,
  faint,
}: {
  readonly part: Part;
  readonly faint: readonly FaintBand[];
}) => {
  const { frame } = useFrame();
  const { id, apply, select } = useEditor();
  if (faint.length === 0) return null;
  const set = (node: string, path: readonly string[], value: unknown) =>
    apply([setNodeOperation(useEditor.getState().body ?? part, id, node, path, value)]);
  return (
    <Box component="section" aria-label="Hard to read here" sx={{ mb: 1 }}>
      {faint.map((each) => {
        const { band, under, overlay, texts } = each;
        const name = (findPlace(part, band)?.node as Band | undefined)?.name || "Band";
        const picture = frame.pictures.find((known) => known.id === each.picture)?.name ?? "a picture";
        const textPath = under === null ? ["colour"] : ["overPicture", "colour"];
        return (
          <Box
            key={band}
            sx={{ display: "flex", flexWrap: "wrap", columnGap: 2, alignItems: "baseline", py: 0.25 }}
          >
            <Act onClick={() => select(band)}>{name}</Act>
            <Wrong>{ratioWords(each.ratio)}</Wrong>
            <Quiet>
              over “{picture}” at {each.screen} px; {each.needed} : 1 is needed
            </Quiet>
            {under === null && overlay !== null ? (
              <Act onClick={() => set(band, ["background", "overlay"], overlay)}>Overlay {overlay} %</Act>
            ) : null}
            {texts.map((colour) => (
              <Act key={colour} onClick={() => set(band, textPath, colour)}>
                {TEXT_WORDS[colour]}
              </Act>
            ))}
          </Box>
        );
      })}
    </Box>
  );
};
