"use client";
import { Box } from "@mui/material";
import { useEffect, useMemo, useRef } from "react";
import type { HouseStyle } from "../../core/model/house-style";
import { SPECIMEN_ID, specimenPart } from "../../core/starting/specimen";
import type { Instead } from "../../workers/preview.worker";
import { PreviewFrame } from "../part/PreviewFrame";
import { usePreview } from "../part/usePreview";
import { useRoom } from "../part/useRoom";
import { useFrame } from "../shell/frame";
import { Trouble } from "../theme/pieces";
import { useStyleEditor } from "./style-editor";

const WIDE = 1280;
const NARROWER = [820, 390] as const;
const WITHOUT = ["titleBar", "side"] as const;

const insteadOf = (style: HouseStyle): Instead => ({ style, without: WITHOUT });

/** The style on the specimen, between the site's own header and footer, at three widths. It follows the editor by itself. */
export const Specimen = () => {
  const { frame, asked } = useFrame();
  const { desk, room } = useRoom();
  const { front, kinds } = frame.site;
  const edited = useMemo(() => ({ id: SPECIMEN_ID, part: specimenPart(kinds) }), [kinds]);
  const instead = useMemo(() => insteadOf(useStyleEditor.getState().body as HouseStyle), []);
  const preview = usePreview(front, edited, asked, 3, { instead });
  const { redraw, warm, onDrawn } = preview;
  const isWarm = useRef(false);
  useEffect(
    () =>
      useStyleEditor.subscribe(({ body }, before) => {
        if (body && body !== before.body) redraw({ instead: insteadOf(body) });
      }),
    [redraw],
  );
  const scale = Math.min(0.62, room / (WIDE + 4));
  const common = {
    origin: frame.site.previewOrigin,
    source: preview.tie,
    scale,
    slot: null,
    selected: null,
    onDrawn: (id: number, at: number) => {
      onDrawn(id, at);
      if (!isWarm.current) warm();
      isWarm.current = true;
    },
    onPointed: () => undefined,
  };
  return (
    <Box ref={desk} sx={{ overflowX: "hidden" }}>
      {preview.trouble ? <Trouble>{preview.trouble}</Trouble> : null}
      <PreviewFrame {...common} width={WIDE} height={500} title={`The style at ${WIDE} px`} />
      <Box sx={{ mt: 1.25, display: "flex", gap: 1.25 }}>
        {NARROWER.map((width) => (
          <PreviewFrame
            key={width}
            {...common}
            width={width}
            height={430}
            title={`The style at ${width} px`}
          />
        ))}
      </Box>
    </Box>
  );
};
