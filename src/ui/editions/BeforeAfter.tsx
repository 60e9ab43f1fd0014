"use client";
import { Box, Typography } from "@mui/material";
import { useState } from "react";
import { useAboutSite } from "../client/about-site";
import { useCall } from "../client/hooks";
import { OneOf } from "../fields/ChoiceInput";
import { PreviewFrame } from "../preview/PreviewFrame";
import { usePreview } from "../preview/usePreview";
import { useRoom } from "../preview/useRoom";
import { Quiet, Trouble } from "../theme/pieces";
import type { ReviewData } from "./Changes";

const WIDTH = 1280;
const BETWEEN = 12;
/** Narrower than this the two stand below each other, px. */
const BESIDE = 620;
const MOST_OF_A_GROUP = 3;

interface Page {
  readonly identity: string;
  readonly title: string;
}

/** Pages that would show something else: a few of each group, and of those a part looks different on. */
const usePagesChanged = ({ impact }: ReviewData): readonly Page[] => {
  const { about } = useAboutSite();
  const [redrawn] = impact.redrawn;
  const part = Object.entries(about.parts).find(
    ([, { slot, number }]) => slot === redrawn?.part?.slot && number === redrawn.part.number,
  )?.[0];
  const { data } = useCall("previewPages", { part: part ?? "" }, { enabled: part !== undefined });
  const pages = [
    ...impact.groups.flatMap(({ titles }) => titles.slice(0, MOST_OF_A_GROUP)),
    ...(part === undefined ? [] : (data?.pages ?? [])),
  ];
  return [...new Map(pages.map(({ identity, title }) => [identity, { identity, title }])).values()];
};

/** One page as visitors see it, and as it is in the draft. */
export const BeforeAfter = ({ data }: { readonly data: ReviewData }) => {
  const pages = usePagesChanged(data);
  const [chosen, setChosen] = useState<string | null>(null);
  const { desk, room } = useRoom();
  const page = pages.find(({ identity }) => identity === chosen) ?? pages[0];
  if (!page) return null;
  const isBeside = room > BESIDE && !data.isFirst;
  const width = isBeside ? (room - BETWEEN) / 2 : room;
  return (
    <Box component="section" aria-labelledby="before-after">
      <Box sx={{ display: "flex", alignItems: "center", gap: 1.5, mb: 1 }}>
        <Typography variant="h3" id="before-after">
          Before and after
        </Typography>
        <Box sx={{ width: 260, maxWidth: "60%" }}>
          <OneOf
            id="before-after-page"
            label="Page to compare"
            value={page.identity}
            options={pages.map(({ identity, title }) => [identity, title] as const)}
            onChange={setChosen}
          />
        </Box>
      </Box>
      <Box ref={desk} sx={{ display: "flex", flexWrap: "wrap", gap: `${BETWEEN}px`, minWidth: 0 }}>
        {data.isFirst ? null : <Side page={page} state="live" width={width} />}
        <Side page={page} state="draft" width={width} />
      </Box>
    </Box>
  );
};

const WORDS = { live: "Visitors see now", draft: "With everything in the draft" } as const;

const Side = ({
  page,
  state,
  width,
}: {
  readonly page: Page;
  readonly state: keyof typeof WORDS;
  readonly width: number;
}) => {
  const { about, asked } = useAboutSite();
  const preview = usePreview(page.identity, null, { audience: asked.audience, state }, 1, {
    revision: about.draft.changes,
  });
  const scale = (width - 2) / WIDTH;
  return (
    <div>
      <Quiet style={{ fontSize: 12 }}>{WORDS[state]}</Quiet>
      {preview.trouble ? <Trouble>{preview.trouble}</Trouble> : null}
      <PreviewFrame
        origin={about.site.previewOrigin}
        source={preview.tie}
        width={WIDTH}
        scale={scale}
        height={Math.round(860 * scale)}
        title={`${page.title}: ${WORDS[state].toLowerCase()}`}
        slot={null}
        selected={null}
        onDrawn={preview.onDrawn}
        onPointed={() => undefined}
      />
    </div>
  );
};
