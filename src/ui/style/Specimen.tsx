"use client";
import { Box } from "@mui/material";
import { useEffect, useMemo, useRef } from "react";
import type { HouseStyle } from "../../core/model/house-style";
import { SPECIMEN_ID, specimenPart } from "../../core/starting/specimen";
import type { Instead } from "../../workers/preview.worker";
import { useAboutSite } from "../client/about-site";
import { useStyleEditor } from "../client/style-editor";
import { Followers } from "../preview/followers";
import { PreviewRow } from "../preview/PreviewRow";
import { usePreview } from "../preview/usePreview";
import { useRoom } from "../preview/useRoom";
import { Trouble } from "../theme/pieces";

const WIDE = 1280;
/** Widths and heights of the frames, px; heights as looked at. */
const FRAMES = [
  [WIDE, 500],
  [820, 430],
  [390, 430],
] as const;
const WITHOUT = ["titleBar", "side"] as const;

const insteadOf = (style: HouseStyle): Instead => ({ style, without: WITHOUT });

const followers = new Followers(useStyleEditor);

/** The style on the specimen, between the site's own header and footer, at three widths. It follows the editor by itself. */
export const Specimen = () => {
  const { about, asked } = useAboutSite();
  const { desk, room } = useRoom();
  const { front, kinds } = about.site;
  const edited = useMemo(() => ({ id: SPECIMEN_ID, part: specimenPart(kinds) }), [kinds]);
  const instead = useMemo(() => insteadOf(useStyleEditor.getState().body as HouseStyle), []);
  const preview = usePreview(front, edited, asked, 1, { instead });
  const { redraw, warm, onDrawn } = preview;
  const isWarm = useRef(false);
  useEffect(
    () =>
      followers.add(({ body }, before) => {
        if (body && body !== before.body) redraw({ instead: insteadOf(body) });
      }),
    [redraw],
  );
  const scale = Math.min(0.62, room / (WIDE + 4));
  const drawn = (id: number, at: number) => {
    onDrawn(id, at);
    if (!isWarm.current) warm();
    isWarm.current = true;
  };
  return (
    <Box ref={desk} sx={{ overflowX: "hidden" }}>
      {preview.trouble ? <Trouble>{preview.trouble}</Trouble> : null}
      <PreviewRow
        origin={about.site.previewOrigin}
        title="The style at three widths"
        source={preview.tie}
        slot={null}
        selected={null}
        onDrawn={drawn}
        frames={FRAMES.map(([width, height]) => ({
          size: { title: `The style at ${width} px`, width, height, scale },
          onPointed: () => undefined,
        }))}
      />
    </Box>
  );
};
