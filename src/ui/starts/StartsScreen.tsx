"use client";
import { Box, Button, ToggleButton, ToggleButtonGroup } from "@mui/material";
import { useSearchParams } from "next/navigation";
import { useMemo, useState } from "react";
import { OF_A_SEED, PAGE } from "../../core/starting/designs";
import { DESIGNED_SLOTS, type Traits } from "../../core/starting/traits";
import { describeStart } from "../../messages/starts";
import { slotName } from "../../messages/words";
import type { DrawnDesign } from "../../workers/preview.worker";
import { useAboutSite } from "../client/about-site";
import { NewPart } from "../parts/NewPart";
import { PreviewFrame } from "../preview/PreviewFrame";
import { useRoom } from "../preview/useRoom";
import { Act, Mono, Quiet, SheetHead, Trouble, Waiting } from "../theme/pieces";
import { useDesigns } from "./useDesigns";

const WIDTH = 1280;
const GAP = 20;
/** In less room than this they stand below one another. */
const ONE_COLUMN = 640;
/** How much of the page is shown, px of the page. */
const SHOWN = { header: 380, footer: 470, titleBar: 470, layout: 800, side: 700 } as const;
const PLAIN_HOLDS = "Every text in them can be read (4.5 : 1 or more) on its ground.";
/** What is true of each of them. */
const HOLDS = {
  header:
    "Every one stands in one row or behind a button from 320 to 1600 px, and every text in it can be read (4.5 : 1 or more).",
  footer:
    "None is wider than the screen from 320 to 1600 px, and every text in it can be read (4.5 : 1 or more).",
  titleBar:
    "None is wider than the screen from 320 to 1600 px, and every text in it can be read (4.5 : 1 or more), whatever picture a page or an entry brings.",
  layout: PLAIN_HOLDS,
  side: PLAIN_HOLDS,
} as const satisfies Readonly<Record<Traits["slot"], string>>;

const GRID = {
  listStyle: "none",
  m: 0,
  mt: 2,
  p: 0,
  display: "grid",
  gridTemplateColumns: { xs: "minmax(0,1fr)", md: "repeat(2, minmax(0,1fr))" },
  gap: `${GAP}px`,
} as const;

/** Complete headers, title bars or footers made from the site's own logo, menus and colours, six at a time. */
export const StartsScreen = () => {
  const query = useSearchParams();
  const asked = query.get("slot");
  const first = DESIGNED_SLOTS.find((each) => each === asked) ?? "header";
  const [slot, setSlot] = useState<Traits["slot"]>(first);
  const [like, setLike] = useState<Traits | null>(null);
  const [from, setFrom] = useState(0);
  const [round, setRound] = useState(1);
  const [chosen, setChosen] = useState<Traits | null>(null);
  const { data, error, isFetching } = useDesigns({ slot, seed: round, like });
  const { desk, room } = useRoom();
  const beside = room < ONE_COLUMN ? room : (room - GAP) / 2;
  const scale = Math.max(0.2, Math.min(0.5, beside / (WIDTH + 4)));
  const start = (next: { slot?: Traits["slot"]; like?: Traits | null }) => {
    setSlot(next.slot ?? slot);
    setLike(next.like ?? null);
    setFrom(0);
  };
  const shown = (data ?? []).slice(from, from + PAGE);
  const onward = () => {
    if (!like && from + PAGE < (data?.length ?? 0)) return setFrom(from + PAGE);
    setFrom(0);
    setRound(round + 1);
  };
  return (
    <Box sx={{ px: 2.5, pt: 2.25, pb: 4 }}>
      <Head
        slot={slot}
        hasLike={like !== null}
        onSlot={(next) => start({ slot: next })}
        onBack={like ? () => start({}) : from > 0 ? () => setFrom(from - PAGE) : null}
        onward={!data || isFetching ? null : onward}
      />
      <Quiet style={{ display: "block", marginTop: 12 }}>
        {HOLDS[slot]}{" "}
        {like ? "" : `These are ${from + 1} to ${from + shown.length} of ${OF_A_SEED}; then come others.`}
      </Quiet>
      {error ? <Trouble>{error.message}</Trouble> : null}
      {isFetching && !data ? <Waiting what="Laying out, measuring and comparing …" /> : null}
      {data && data.length === 0 ? (
        <Quiet style={{ display: "block", marginTop: 16 }}>
          Nothing passes with what the site has. Give it a menu or a logo first, or look at the contrast of
          its colours in House style.
        </Quiet>
      ) : null}
      <Box ref={desk} component="ul" aria-label={`Six ${slotName(slot)}s`} sx={GRID}>
        {shown.map((design, place) => (
          <DesignView
            key={`${slot} ${round} ${JSON.stringify(design.traits)}`}
            design={design}
            place={place}
            scale={scale}
            onUse={() => setChosen(design.traits)}
            onMore={() => start({ like: design.traits })}
          />
        ))}
      </Box>
      {chosen ? <NewPart slot={slot} design={chosen} starts={null} onClose={() => setChosen(null)} /> : null}
    </Box>
  );
};

const Head = ({
  slot,
  hasLike,
  onSlot,
  onBack,
  onward,
}: {
  readonly slot: Traits["slot"];
  readonly hasLike: boolean;
  readonly onSlot: (slot: Traits["slot"]) => void;
  /** `null` for the first six. */
  readonly onBack: (() => void) | null;
  /** `null` while others are being made. */
  readonly onward: (() => void) | null;
}) => (
  <SheetHead
    title="Starting points"
    about={hasLike ? "more like the one you chose" : "made of your logo, menus, pictures and colours"}
  >
    <ToggleButtonGroup
      exclusive
      size="small"
      value={slot}
      onChange={(_, next: Traits["slot"] | null) => next && onSlot(next)}
      aria-label="For the slot"
    >
      <ToggleButton value="header">headers</ToggleButton>
      <ToggleButton value="titleBar">title bars</ToggleButton>
      <ToggleButton value="layout">layouts</ToggleButton>
      <ToggleButton value="side">side columns</ToggleButton>
      <ToggleButton value="footer">footers</ToggleButton>
    </ToggleButtonGroup>
    {onBack ? (
      <Button variant="text" color="inherit" onClick={onBack}>
        {hasLike ? "Back to all" : "The six before"}
      </Button>
    ) : null}
    <Button variant="outlined" onClick={() => onward?.()} disabled={onward === null}>
      Six others
    </Button>
  </SheetHead>
);

/** Of what is written on a page nobody can say how high it is. */
const isAsHighAsWords = ({ slot }: Traits): boolean => slot === "layout" || slot === "side";

const DesignView = ({
  design,
  place,
  scale,
  onUse,
  onMore,
}: {
  readonly design: DrawnDesign;
  readonly place: number;
  readonly scale: number;
  readonly onUse: () => void;
  readonly onMore: () => void;
}) => {
  const { about } = useAboutSite();
  const { traits, page, edge, height, contrast, isOnPictures } = design;
  const words = describeStart(traits);
  const name = `Starting point ${place + 1}`;
  const drawing = useMemo(
    () => ({ id: 1, page, subject: JSON.stringify(page.regions[traits.slot]) }),
    [page, traits],
  );
  return (
    <Box component="li" aria-label={name} sx={{ minWidth: 0 }}>
      <PreviewFrame
        origin={about.site.previewOrigin}
        source={drawing}
        width={WIDTH}
        scale={scale}
        height={Math.round(SHOWN[traits.slot] * scale)}
        title={name}
        slot={traits.slot}
        selected={null}
        onDrawn={() => undefined}
        onPointed={onUse}
      />
      <Box sx={{ mt: 0.75 }}>{words}</Box>
      <Box sx={{ display: "flex", flexWrap: "wrap", columnGap: 2, alignItems: "baseline" }}>
        <Act onClick={onUse} aria-label={`Use this: ${words}`}>
          Use this
        </Act>
        <Act onClick={onMore} aria-label={`More like this: ${words}`}>
          More like this
        </Act>
        <Mono>
          {traits.slot !== "header" ? "" : edge === null ? "button · " : `row from ${edge} px · `}
          {isAsHighAsWords(traits) ? "" : `${Math.round(height)} px high · `}
          {isOnPictures ? "4.5 : 1 or more" : `${contrast.toFixed(1)} : 1`}
        </Mono>
      </Box>
    </Box>
  );
};
