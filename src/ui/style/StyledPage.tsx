"use client";
import { Box } from "@mui/material";
import { useMemo } from "react";
import type { HouseStyle } from "../../core/model/house-style";
import { SPECIMEN_ID, specimenPart } from "../../core/starting/specimen";
import type { Instead } from "../../workers/preview.worker";
import { useAboutSite } from "../client/about-site";
import { PreviewFrame } from "../preview/PreviewFrame";
import { usePreview } from "../preview/usePreview";
import { Quiet } from "../theme/pieces";

const WITHOUT = ["titleBar", "side"] as const;
/** The specimen in one style, in little, with its name. */
export const StyledPage = ({
  style,
  name,
  room,
}: {
  readonly style: HouseStyle;
  readonly name: string;
  readonly room: number;
}) => {
  const { about, asked } = useAboutSite();
  const { front, kinds } = about.site;
  const edited = useMemo(() => ({ id: SPECIMEN_ID, part: specimenPart(kinds) }), [kinds]);
  const instead = useMemo((): Instead => ({ style, without: WITHOUT }), [style]);
  const preview = usePreview(front, edited, asked, 1, { instead });
  return (
    <Box sx={{ minWidth: 0 }}>
      <Quiet style={{ fontSize: 12 }}>{name}</Quiet>
      <PreviewFrame
        origin={about.site.previewOrigin}
        source={preview.tie}
        width={1000}
        height={330}
        scale={Math.min(0.5, room / 1004)}
        slot={null}
        selected={null}
        title={`The style ${name}`}
        onDrawn={preview.onDrawn}
        onPointed={() => undefined}
      />
    </Box>
  );
};
