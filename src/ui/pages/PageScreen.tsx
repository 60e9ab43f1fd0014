"use client";
import { Box, MenuItem, Select, Typography } from "@mui/material";
import { useParams } from "next/navigation";
import { useState } from "react";
import type { Slot } from "../../core/model/slot";
import { SLOT_NAMES, slotName } from "../../messages/words";
import { useAboutSite } from "../client/about-site";
import type { CallResult } from "../client/call";
import { useAct, useCall, useSite } from "../client/hooks";
import { partPath } from "../client/paths";
import { PreviewFrame } from "../preview/PreviewFrame";
import type { Places } from "../preview/preview-talk";
import { usePreview } from "../preview/usePreview";
import { useRoom } from "../preview/useRoom";
import { PartBadge } from "../shell/PartBadge";
import { SheetLink } from "../shell/SheetLink";
import { Act, Mono, Quiet, SheetHead, Trouble, Waiting } from "../theme/pieces";
import { PageContent } from "./PageContent";
import { OpenValues, PointedSettings, type SlotOfPage } from "./PageValues";

interface Pointed {
  readonly slot: string | null;
  readonly nodes: readonly string[];
}
const WIDTH = 1280;
/** Room beside the page for badges on their leader lines. */
const MARGIN = 62;

/** One page: how it looks, and what it chooses for itself, slot by slot. */
export const PageScreen = () => {
  const params = useParams<{ page: string }>();
  const identity = decodeURIComponent(params.page);
  const { about, asked } = useAboutSite();
  const { data, error } = useCall("page", {
    ...asked,
    page: identity,
  });
  const { desk, room } = useRoom();
  const chosen = JSON.stringify(data?.slots.map((slot) => [slot.part, slot.resolved, slot.settings]) ?? []);
  const preview = usePreview(identity, null, asked, 1, { revision: chosen });
  const [pointed, setPointed] = useState<Pointed>({ slot: null, nodes: [] });
  const [height, setHeight] = useState(800);
  const [places, setPlaces] = useState<Places>({});
  const scale = Math.min(1, room / (WIDTH + 4));
  if (error && !data)
    return (
      <Box sx={{ p: 2.5 }}>
        <Trouble>{error.message}</Trouble>
      </Box>
    );
  return (
    <Box sx={{ px: 2.5, pt: 2.25, pb: 3 }}>
      <PageHead page={data?.page ?? null} />
      <Box
        sx={{
          mt: 2,
          display: "grid",
          gridTemplateColumns: { xs: "minmax(0,1fr)", lg: "minmax(0,1fr) 330px" },
          gap: 3,
        }}
      >
        <Box ref={desk} sx={{ minWidth: 0, position: "relative", pl: `${MARGIN}px` }}>
          {preview.trouble ? <Trouble>{preview.trouble}</Trouble> : null}
          {data ? <Leaders slots={data.slots} places={places} scale={scale} /> : null}
          <PreviewFrame
            origin={about.site.previewOrigin}
            source={preview.tie}
            width={WIDTH}
            scale={scale}
            height={Math.min(Math.ceil(height * scale), 3000)}
            title={`${data?.page.title ?? "Page"} at ${WIDTH} px`}
            slot={null}
            selected={pointed.nodes[0] ?? null}
            onDrawn={preview.onDrawn}
            onPlaces={(pageHeight, found) => {
              setHeight(pageHeight);
              setPlaces(found);
            }}
            onPointed={(nodes, slot) => setPointed({ nodes, slot })}
          />
        </Box>
        <Choices identity={identity} data={data ?? null} pointed={pointed} />
      </Box>
    </Box>
  );
};

const PageHead = ({ page }: { readonly page: CallResult<"page">["page"] | null }) => {
  const { about } = useAboutSite();
  return (
    <SheetHead title={page?.title ?? "…"} about={<Mono>{page?.path}</Mono>}>
      {page && page.role !== "notFound" ? (
        <Box
          component="a"
          href={about.site.origin + page.path}
          target="_blank"
          rel="noreferrer"
          sx={(theme) => ({ color: theme.vars?.palette.ours.brass, fontWeight: 600 })}
        >
          See it live ↗
        </Box>
      ) : null}
    </SheetHead>
  );
};

const Choices = ({
  identity,
  data,
  pointed,
}: {
  readonly identity: string;
  readonly data: CallResult<"page"> | null;
  readonly pointed: Pointed;
}) => (
  <Box component="section" aria-label="What this page chooses">
    <Typography variant="h2">What this page chooses</Typography>
    <Quiet>
      Choices are design: visitors see them with the next edition. Words and pictures of an entry are live at
      once.
    </Quiet>
    {data ? (
      data.slots.map((slot) => (
        <SlotChoiceView
          key={slot.slot}
          page={identity}
          data={slot}
          pointed={pointed.slot === slot.slot ? pointed.nodes : null}
        />
      ))
    ) : (
      <Waiting what="Reading the page …" />
    )}
    {data ? <PageContent key={data.page.key} data={data} /> : null}
  </Box>
);

interface LeadersProps {
  readonly slots: CallResult<"page">["slots"];
  readonly places: Places;
  readonly scale: number;
}

/** A badge in the margin for each slot, on a line to where it lies, as dimensions stand beside a drawing. */
const Leaders = ({ slots, places, scale }: LeadersProps) => (
  <Box aria-hidden sx={{ position: "absolute", inset: 0, pointerEvents: "none" }}>
    {slots.map(({ slot, part }) => {
      const place = places[slot];
      if (!place || part === null || slot === "side") return null;
      return (
        <Box key={slot}>
          <Box
            sx={{
              position: "absolute",
              left: MARGIN - 8,
              width: 5,
              top: place.top * scale + 2,
              height: Math.max(2, place.height * scale - 3),
              borderLeft: 1,
              borderTop: 1,
              borderBottom: 1,
              borderColor: "text.secondary",
            }}
          />
          <Box
            sx={{
              position: "absolute",
              left: 0,
              top: (place.top + Math.min(place.height, 900) / 2) * scale - 12,
              display: "flex",
              alignItems: "center",
            }}
          >
            <PartBadge part={part} />
            <Box sx={{ width: 12, borderTop: 1, borderColor: "text.secondary" }} />
          </Box>
        </Box>
      );
    })}
  </Box>
);

/** One slot of the page: as everywhere, this page only, or nothing. */
const SlotChoiceView = ({
  page,
  data,
  pointed,
}: {
  readonly page: string;
  readonly data: SlotOfPage;
  /** What was clicked in it, from the innermost outwards; null if nothing was. */
  readonly pointed: readonly string[] | null;
}) => {
  const { about } = useAboutSite();
  const site = useSite();
  const choose = useAct("choosePage");
  const { slot, chosen, part } = data;
  const value = chosen === null ? "everywhere" : chosen === "nothing" ? "nothing" : chosen.part;
  const pick = (next: string) =>
    choose.mutate({
      pages: [page],
      slot,
      choice: next === "everywhere" || next === "nothing" ? next : { part: next },
    });
  return (
    <Box
      sx={(theme) => ({
        py: 1.25,
        px: 1,
        mx: -1,
        borderBottom: 1,
        borderColor: "divider",
        background: pointed ? theme.vars?.palette.ours.brassWash : undefined,
      })}
    >
      <Box sx={{ display: "flex", alignItems: "center", gap: 1, minHeight: 26 }}>
        <strong>{SLOT_NAMES[slot]}</strong>
        {part && about.parts[part] ? (
          <>
            <PartBadge part={part} />{" "}
            <SheetLink href={partPath(part, site)}>{about.parts[part].name}</SheetLink>
          </>
        ) : (
          <Quiet>nothing</Quiet>
        )}
      </Box>
      <Box sx={{ display: "flex", alignItems: "center", gap: 1, mt: 0.5 }}>
        <ChoiceSelect data={data} value={value} isBusy={choose.isPending} onPick={pick} />
        {chosen === null ? null : <Act onClick={() => pick("everywhere")}>Reset</Act>}
      </Box>
      {pointed && pointed.length > 0 ? (
        <PointedSettings page={page} data={data} nodes={pointed} />
      ) : (
        <OpenValues page={page} data={data} />
      )}
    </Box>
  );
};

const ChoiceSelect = ({
  data: { slot, chosen, parts },
  value,
  isBusy,
  onPick,
}: {
  readonly data: SlotOfPage;
  readonly value: string;
  readonly isBusy: boolean;
  readonly onPick: (value: string) => void;
}) => {
  const { about, badge } = useAboutSite();
  return (
    <Select
      value={value}
      fullWidth
      onChange={(event) => onPick(event.target.value)}
      SelectDisplayProps={{ "aria-label": `${SLOT_NAMES[slot]} of this page` }}
      disabled={isBusy}
    >
      <MenuItem value="everywhere">as everywhere</MenuItem>
      {parts.map((id) => (
        <MenuItem key={id} value={id}>
          this page only: {badge(id)} {about.parts[id]?.name}
        </MenuItem>
      ))}
      {chosen !== null && chosen !== "nothing" && !parts.includes(chosen.part) ? (
        <MenuItem value={chosen.part}>a part that is paused or gone</MenuItem>
      ) : null}
      {slot === "layout" ? null : (
        <MenuItem value="nothing">this page only: no {slotName(slot as Slot)}</MenuItem>
      )}
    </Select>
  );
};
