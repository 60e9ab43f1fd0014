"use client";
import { Box, Button, Checkbox, FormControlLabel, TextField, Typography } from "@mui/material";
import { useMemo, useState } from "react";
import { startName } from "../../messages/starts";
import { pages as pagesText } from "../../messages/words";
import type { DrawnFrame } from "../../workers/preview.worker";
import { type AboutSite, useAboutSite } from "../client/about-site";
import { useAct, useCall, useSite } from "../client/hooks";
import { leafPath } from "../client/paths";
import { useUploads } from "../client/useUploads";
import { OneOf } from "../fields/ChoiceInput";
import { ColourField } from "../fields/ColourField";
import { UploadList } from "../pictures/UploadList";
import { PreviewFrame } from "../preview/PreviewFrame";
import { useRoom } from "../preview/useRoom";
import { SheetLink } from "../shell/SheetLink";
import { GroundChoice } from "../style/GroundChoice";
import { Act, Empty, Pending, Quiet, SheetHead, Trouble, Waiting } from "../theme/pieces";
import { type Beginning, type Said, useFrames } from "./useFrames";

const WIDTH = 1280;
const SHOWN = 560;
/** A menu of more is rarely read. */
const FIRST_ITEMS = 7;

/** A site that has no parts yet: name, logo, one colour, menu; then complete frames on its own pages. */
export const BeginScreen = () => {
  const { data, error } = useCall("beginning", {});
  if (!data) return <Pending error={error} what="Reading the site …" />;
  return <Sheet beginning={data} />;
};

/** What is said so far, and saying more. */
interface Saying {
  readonly said: Said;
  readonly say: (next: Partial<Said>) => void;
}

/** What is answered before anybody says anything. */
const firstSaid = ({ profile, menu, style }: Beginning): Said => ({
  name: profile.name,
  tagline: profile.tagline,
  logo: profile.logo,
  colour: (style.palette.find(({ id }) => id === style.roles.accent)?.value ?? "#2f6673").slice(0, 7),
  ground: "light",
  menu: menu
    .slice(0, FIRST_ITEMS)
    .flatMap(({ target }) => (target && "identity" in target ? [target.identity] : [])),
});

const Sheet = ({ beginning }: { readonly beginning: Beginning }) => {
  const [said, setSaid] = useState(() => firstSaid(beginning));
  const [seed, setSeed] = useState(1);
  const [used, setUsed] = useState(false);
  const say = (next: Partial<Said>) => setSaid((now) => ({ ...now, ...next }));
  const frames = useFrames(beginning.hasParts ? undefined : beginning, said, seed);
  const begin = useAct("begin");
  if (used || beginning.hasParts) return <Begun isNew={used} />;
  const use = async ({ frame }: DrawnFrame) => {
    await begin.mutateAsync({ ...said, menu: [...said.menu], frame });
    setUsed(true);
  };
  return (
    <Box sx={{ px: 2.5, pt: 2.25, pb: 4 }}>
      <SheetHead title="Begin" about="from a name to a site one can publish">
        <Button variant="outlined" onClick={() => setSeed(seed + 1)} disabled={frames.isFetching}>
          Three others
        </Button>
      </SheetHead>
      <Box
        sx={{
          mt: 2,
          display: "grid",
          gridTemplateColumns: { xs: "minmax(0,1fr)", md: "300px minmax(0,1fr)" },
          gap: 4,
        }}
      >
        <Questions said={said} say={say} menu={beginning.menu} />
        <Frames
          frames={frames.data ?? []}
          isWaiting={frames.isFetching}
          trouble={frames.error?.message ?? begin.error?.message ?? null}
          isBusy={begin.isPending}
          onUse={use}
        />
      </Box>
    </Box>
  );
};

const Question = ({ name, children }: { readonly name: string; readonly children: React.ReactNode }) => (
  <Box component="section" aria-label={name} sx={{ display: "grid", gap: 1, alignContent: "start" }}>
    <Typography variant="h2">{name}</Typography>
    {children}
  </Box>
);

const Questions = ({ said, say, menu }: Saying & { readonly menu: Beginning["menu"] }) => (
  <Box sx={{ display: "grid", gap: 3, alignContent: "start" }}>
    <Question name="Name">
      <TextField
        label="Name"
        value={said.name}
        onChange={(event) => say({ name: event.target.value })}
        slotProps={{ inputLabel: { shrink: true }, htmlInput: { maxLength: 200 } }}
      />
      <TextField
        label="In a few words"
        value={said.tagline}
        onChange={(event) => say({ tagline: event.target.value })}
        slotProps={{ inputLabel: { shrink: true }, htmlInput: { maxLength: 300 } }}
      />
    </Question>
    <Logo said={said} say={say} />
    <Question name="One colour">
      <ColourField
        label="One colour"
        value={said.colour}
        onChange={(value) => say({ colour: value.slice(0, 7).toLowerCase() })}
      />
      <GroundChoice value={said.ground} onChange={(ground) => say({ ground })} />
      <Quiet>All other colours follow from it; every text can be read on them.</Quiet>
    </Question>
    <MenuQuestion said={said} say={say} menu={menu} />
  </Box>
);

const MenuQuestion = ({ said, say, menu }: Saying & { readonly menu: Beginning["menu"] }) => (
  <Question name="Menu">
    {menu.length === 0 ? <Quiet>There are no pages yet that a menu could lead to.</Quiet> : null}
    <Box>
      {menu.map((item) => {
        const identity = item.target && "identity" in item.target ? item.target.identity : "";
        const others = said.menu.filter((each) => each !== identity);
        const isIn = others.length < said.menu.length;
        return (
          <FormControlLabel
            key={identity}
            sx={{ display: "flex", mr: 0 }}
            control={
              <Checkbox
                size="small"
                checked={isIn}
                onChange={() => say({ menu: isIn ? others : [...said.menu, identity] })}
              />
            }
            label={item.label}
          />
        );
      })}
    </Box>
  </Question>
);

const Logo = ({ said, say }: Saying) => {
  const { about } = useAboutSite();
  const uploads = useUploads();
  // a picture that was sent for the logo becomes it as soon as it is ready
  const ready = uploads.jobs.filter(({ state, picture }) => state === "done" && picture).at(-1)?.picture;
  const [taken, setTaken] = useState<string | null>(null);
  if (ready && ready !== taken && about.pictures.some(({ id }) => id === ready)) {
    setTaken(ready);
    say({ logo: ready });
  }
  return (
    <Question name="Logo">
      <OneOf
        id="begin-logo"
        label="Logo"
        value={said.logo}
        options={[
          ["", "none: the name in words"],
          ...about.pictures.map(({ id, name }) => [id, name] as const),
        ]}
        onChange={(logo) => say({ logo })}
      />
      <Button component="label" variant="outlined">
        Send a picture
        <input
          type="file"
          hidden
          accept="image/*"
          aria-label="Logo file"
          onChange={(event) => uploads.add([...(event.target.files ?? [])])}
        />
      </Button>
      <UploadList {...uploads} />
    </Question>
  );
};

interface FramesProps {
  readonly frames: readonly DrawnFrame[];
  readonly isWaiting: boolean;
  readonly isBusy: boolean;
  readonly trouble: string | null;
  readonly onUse: (frame: DrawnFrame) => void;
}

const Frames = ({ frames, isWaiting, isBusy, trouble, onUse }: FramesProps) => {
  const { desk, room } = useRoom();
  const scale = Math.max(0.15, Math.min(0.34, (room - 12) / 2 / (WIDTH + 4)));
  return (
    <Box ref={desk} sx={{ minWidth: 0 }}>
      {trouble ? <Trouble>{trouble}</Trouble> : null}
      {frames.length === 0 && isWaiting ? <Waiting what="Laying out, measuring and comparing …" /> : null}
      {frames.length === 0 && !isWaiting ? (
        <Quiet>No frame passes with these. Another colour or a shorter name may help.</Quiet>
      ) : null}
      <Box
        component="ul"
        aria-label="Complete frames"
        aria-busy={isWaiting}
        sx={{ listStyle: "none", m: 0, p: 0, display: "grid", gap: 3 }}
      >
        {frames.map((each, place) => (
          <FrameView
            key={place}
            drawn={each}
            place={place}
            scale={scale}
            isBusy={isBusy}
            onUse={() => onUse(each)}
          />
        ))}
      </Box>
    </Box>
  );
};

interface FrameViewProps {
  readonly drawn: DrawnFrame;
  readonly place: number;
  readonly scale: number;
  readonly isBusy: boolean;
  readonly onUse: () => void;
}

const FrameView = ({ drawn, place, scale, isBusy, onUse }: FrameViewProps) => {
  const { about } = useAboutSite();
  const drawings = useMemo(() => drawn.pages.map((page) => ({ id: 1, page, subject: "" })), [drawn]);
  const { header, footer, hero } = drawn.frame;
  const words = `${startName(header)}; ${hero ? "a hero on the front page; " : ""}${startName(footer).toLowerCase()} at the foot`;
  return (
    <Box component="li" aria-label={`Frame ${place + 1}`} sx={{ minWidth: 0 }}>
      <Box sx={{ display: "flex", alignItems: "baseline", gap: 2, mb: 0.75 }}>
        <span>{words}</span>
        <Act onClick={onUse} disabled={isBusy} aria-label={`Use this: ${words}`}>
          Use this
        </Act>
      </Box>
      <Box sx={{ display: "flex", gap: "10px" }}>
        {drawings.map((drawing, at) => (
          <PreviewFrame
            key={at}
            origin={about.site.previewOrigin}
            source={drawing}
            width={WIDTH}
            scale={scale}
            height={Math.round(SHOWN * scale)}
            title={`Frame ${place + 1}, page ${at + 1}`}
            slot={null}
            selected={null}
            onDrawn={() => undefined}
            onPointed={() => undefined}
          />
        ))}
      </Box>
    </Box>
  );
};

/** What visitors see of what is in the draft. */
const begunWords = ({ draft, isPublished }: AboutSite): string => {
  if (draft.changes === 0)
    return isPublished
      ? "Visitors see what is in the draft."
      : "Nothing is published yet, and nothing is in the draft: visitors see a page that says so.";
  return isPublished
    ? `The draft changes ${pagesText(draft.pages)}. Visitors see them once it is published; undo removes all of it again.`
    : "Nothing is published yet: visitors see a page that says so. They see the site once the draft is published.";
};

/** The frame is in the draft: what is left is to publish it and to look. */
const Begun = ({ isNew }: { readonly isNew: boolean }) => {
  const { about } = useAboutSite();
  const site = useSite();
  const publish = useAct("publish");
  const [seq, setSeq] = useState<number | null>(null);
  const { draft } = about;
  const run = async () => setSeq((await publish.mutateAsync({ note: "The first design" })).seq);
  return (
    <Box sx={{ px: 2.5, pt: 2.25, pb: 4 }}>
      <SheetHead title="Begin" about={isNew ? "your frame is in the draft" : "this site has parts already"} />
      <Empty title={seq === null ? (isNew ? "One step is left" : "It has begun") : `Edition ${seq} is live.`}>
        {seq === null
          ? begunWords(about)
          : `Visitors see it now.${about.mayTakeBack ? " For an hour one click takes it back." : ""}`}
      </Empty>
      <Box sx={{ display: "flex", gap: 2.5, alignItems: "center" }}>
        {seq === null && draft.changes > 0 ? (
          <Button variant="contained" onClick={run} disabled={publish.isPending}>
            Publish
          </Button>
        ) : null}
        <Box
          component="a"
          href={about.site.origin}
          target="_blank"
          rel="noreferrer"
          sx={(theme) => ({ color: theme.vars?.palette.ours.brass, fontWeight: 600 })}
        >
          See it live ↗
        </Box>
        <SheetLink href={leafPath("parts", site)}>Look at its parts</SheetLink>
      </Box>
      {publish.error ? <Trouble>{publish.error.message}</Trouble> : null}
    </Box>
  );
};
