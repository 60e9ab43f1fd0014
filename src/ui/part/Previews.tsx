"use client";
import { Box, ToggleButton, ToggleButtonGroup } from "@mui/material";
import { memo, type ReactNode, useEffect, useState } from "react";
import { useStore } from "zustand";
import { useShallow } from "zustand/react/shallow";
import type { Part } from "../../core/design/part";
import { findPlace } from "../../core/design/tree";
import { isRuled } from "../../core/layout/readings";
import type { Slot } from "../../core/model/slot";
import { useAboutSite } from "../client/about-site";
import { useCall } from "../client/hooks";
import { useMenuEditor } from "../menus/menu-editor";
import { Followers } from "../preview/followers";
import { PreviewRow } from "../preview/PreviewRow";
import { needsKey } from "../preview/preview-needs";
import { AT_REST, type Talk } from "../preview/preview-talk";
import { type PreviewOptions, usePreview } from "../preview/usePreview";
import type { WorkerOf } from "../preview/usePreviewWorker";
import { useRoom } from "../preview/useRoom";
import { ViewChoice } from "../preview/ViewChoice";
import { letterKeysOn, useKeys } from "../shell/useKeys";
import { Mono, Quiet, Trouble } from "../theme/pieces";
import { useEditor } from "./editor";
import { FaintBands } from "./FaintBands";
import { menuInstead, useMenuInHand } from "./menu-in-hand";
import { PagesToLookAt, type PageToLookAt, WHY_WORDS } from "./PagesToLookAt";
import { Ruler } from "./Ruler";
import { useWordsInPlace } from "./useWordsInPlace";

const NO_PAGES: readonly PageToLookAt[] = [];
const WIDE = 1280;
const WIDTHS = [WIDE, 820, 390] as const;
/** Distance between frames, px. */
const BETWEEN = 10;
/** How large frames are: several pages one below the other, all three widths of each in a row; or one page, as large as fits or as it is. */
type Size = "row" | "fit" | "whole";
const PAGES_AT_ONCE = 3;

/** One page at three widths with the part as it is being edited, and up to five pages to look at. */
export const Previews = ({ id }: { readonly id: string }) => {
  const slot = useEditor((state) => state.body?.slot);
  return slot ? <PreviewsOf id={id} slot={slot} /> : null;
};

const followers = new Followers(useEditor);
const menuFollowers = new Followers(useMenuEditor);

/** A page with the part as it is being edited. It follows the editor by itself: what is typed is no reason to render the screen round the frames. */
const useFollowed = (
  id: string,
  page: string | null,
  options: Pick<PreviewOptions, "hasRuler" | "worker">,
) => {
  const { asked } = useAboutSite();
  const [opened] = useState(() => ({ id, part: useEditor.getState().body as Part }));
  // another menu or picture is other data of the page: a reason to look again
  useEditor(({ body }) => (body ? needsKey(body) : ""));
  const revision = useEditor(({ others }) => others);
  const preview = usePreview(page, opened, asked, 1, { revision, ...options });
  const { redraw } = preview;
  useEffect(() => {
    const draw = (part: Part | null) => (part ? redraw({ edited: { id, part } }) : undefined);
    draw(useEditor.getState().body);
    return followers.add(({ body, id: open }, before) => {
      if (body !== before.body && open === id) draw(body);
    });
  }, [id, redraw]);
  useEffect(() => {
    let shown = menuInstead();
    redraw({ instead: shown });
    const draw = () => {
      const instead = menuInstead();
      if (instead !== shown) redraw({ instead });
      shown = instead;
    };
    const leave = [menuFollowers.add(draw), useMenuInHand.subscribe(draw)];
    return () => {
      for (const each of leave) each();
    };
  }, [redraw]);
  return preview;
};

const PreviewsOf = ({ id, slot }: { readonly id: string; readonly slot: Slot }) => {
  const setNoticed = useEditor((state) => state.setNoticed);
  const { asked } = useAboutSite();
  const { audience, at } = asked;
  const { data } = useCall("previewPages", { part: id, audience, ...(at ? { at } : {}) });
  const [chosen, setChosen] = useState<string | null>(null);
  const pages = data?.pages ?? NO_PAGES;
  const page = pages.find((each) => each.identity === chosen) ?? pages[0];
  const preview = useFollowed(id, page?.identity ?? null, { hasRuler: isRuled(slot) });
  const { headings, empty } = useStore(preview.said, ({ noticed }) => noticed);
  const looked = page?.identity ?? null;
  useEffect(() => setNoticed({ headings, empty, page: looked }), [headings, empty, looked, setNoticed]);
  const pick = (index: number) => () =>
    letterKeysOn() && pages[index] ? setChosen(pages[index].identity) : undefined;
  useKeys({ "1": pick(0), "2": pick(1), "3": pick(2), "4": pick(3), "5": pick(4) });
  return (
    <Desk
      id={id}
      slot={slot}
      pages={pages}
      page={page}
      showsNowhere={data?.showsNowhere ?? false}
      preview={preview}
      onChoose={setChosen}
    />
  );
};

interface DeskProps {
  readonly id: string;
  readonly slot: Slot;
  readonly pages: readonly PageToLookAt[];
  readonly page: PageToLookAt | undefined;
  readonly showsNowhere: boolean;
  readonly preview: ReturnType<typeof usePreview>;
  readonly onChoose: (page: string) => void;
}

/** The frames with what stands round them: how they are looked at, the ruler, what is hard to read, other pages. */
const Desk = memo(({ id, slot, pages, page, showsNowhere, preview, onChoose }: DeskProps) => {
  const { about } = useAboutSite();
  const { selected, also } = useEditor(useShallow(({ selected, also }) => ({ selected, also })));
  const words = useWordsInPlace();
  const [size, setSize] = useState<Size>("fit");
  const [view, setView] = useState(AT_REST);
  const { desk, room } = useRoom();
  useKeys({
    "0": () => (letterKeysOn() ? setSize((now) => (now === "whole" ? "fit" : "whole")) : undefined),
  });

  const scales: Readonly<Record<Size, number>> = {
    row: (room - 2 * BETWEEN - 6) / WIDTHS.reduce<number>((sum, width) => sum + width, 0),
    fit: Math.min(0.62, room / (WIDE + 4)),
    whole: 1,
  };
  const scale = scales[size];
  const isLarge = slot === "layout" || slot === "side";
  const heights = size === "row" ? (isLarge ? [170, 170] : [128, 128]) : isLarge ? [430, 300] : [270, 200];
  const pointedAt = pointing(slot, words);
  const common = {
    origin: about.site.previewOrigin,
    slot,
    selected,
    also,
    view,
  };
  const rowOf = (shown: PageToLookAt | undefined, { tie, onDrawn }: RowSource) => (
    <PreviewRow
      {...common}
      title={`${shown?.title ?? "Page"} at three widths`}
      source={tie}
      onDrawn={onDrawn}
      onTyped={words.typed}
      width={size === "whole" ? WIDE + BETWEEN : undefined}
      frames={WIDTHS.map((width, at) => {
        const name = `${shown?.identity ?? ""} ${width}`;
        return {
          size: {
            title: `${shown?.title ?? "Page"} at ${width} px`,
            width,
            scale,
            height: heights[at === 0 ? 0 : 1] as number,
          },
          editing: words.in(name),
          onPointed: pointedAt(name),
        };
      })}
    />
  );
  const others = pages.filter((each) => each !== page).slice(0, PAGES_AT_ONCE - 1);
  return (
    <Box sx={{ p: 2, minWidth: 0 }}>
      <Above page={page}>
        <ViewChoice view={view} onChange={setView} />
        <SizeChoice
          percent={Math.round(scales.fit * 100)}
          pages={room > 500 ? 1 + others.length : 1}
          size={size}
          onChange={setSize}
        />
      </Above>
      {showsNowhere ? (
        <Trouble>It shows on no page yet; these previews show how it would look.</Trouble>
      ) : null}
      {isRuled(slot) ? <Ruler said={preview.said} ways={preview.ways} /> : null}
      <FaintBands said={preview.said} />
      {preview.trouble ? <Trouble>{preview.trouble}</Trouble> : null}
      <Box ref={desk} sx={{ overflowX: size === "whole" ? "auto" : "hidden" }}>
        {rowOf(page, preview)}
        {size === "row"
          ? others.map((each) => (
              <OtherPage key={each.identity} id={id} page={each} worker={preview.worker}>
                {(source) => rowOf(each, source)}
              </OtherPage>
            ))
          : null}
      </Box>
      <PagesToLookAt pages={pages} shown={page?.identity ?? null} onChoose={onChoose} />
    </Box>
  );
});

/** What a click into a frame selects. */
const pointing =
  (slot: Slot, words: ReturnType<typeof useWordsInPlace>) =>
  (frame: string): Talk["onPointed"] =>
  (seen, at, isAdding, pointed) => {
    const { body: part, selected, select, selectAlso } = useEditor.getState();
    if (at !== slot || !part) return;
    // what is inside a shared piece is the piece's: here it is one block
    const nodes = seen.filter((node) => findPlace(part, node));
    const [innermost] = nodes;
    if (isAdding && innermost) return selectAlso(innermost);
    // words that are selected are edited where they stand
    const isSelected = innermost !== undefined && innermost === selected && seen[0] === innermost;
    if (words.point(isSelected ? innermost : null, pointed, frame)) return;
    // a first click takes the block, another one what is around it: its cell, its band
    const place = selected === null ? -1 : nodes.indexOf(selected);
    select(nodes[place + 1] ?? nodes[0] ?? null);
  };

/** Which page is looked at, and how. */
const Above = ({
  page,
  children,
}: {
  readonly page: PageToLookAt | undefined;
  readonly children: ReactNode;
}) => (
  <Box
    sx={{
      display: "flex",
      flexWrap: "wrap",
      alignItems: "center",
      columnGap: 1.5,
      rowGap: 0.5,
      mb: 1,
      minHeight: 28,
      "& .MuiToggleButton-root": { whiteSpace: "nowrap" },
    }}
  >
    <Box
      sx={{
        flex: "1 1 160px",
        minWidth: 0,
        overflow: "hidden",
        textOverflow: "ellipsis",
        whiteSpace: "nowrap",
      }}
    >
      <strong>{page?.title}</strong> <Quiet>{page ? WHY_WORDS[page.why] : ""}</Quiet>{" "}
      <Mono style={{ opacity: 0.75 }}>{page?.path}</Mono>
    </Box>
    {children}
  </Box>
);

type RowSource = Pick<ReturnType<typeof usePreview>, "tie" | "onDrawn">;

/** One more page with the part, below the one that is looked at. */
const OtherPage = ({
  id,
  page,
  worker,
  children,
}: {
  readonly id: string;
  readonly page: PageToLookAt;
  readonly worker: WorkerOf;
  readonly children: (source: RowSource) => ReactNode;
}) => {
  const preview = useFollowed(id, page.identity, { worker });
  return (
    <Box component="section" aria-label={page.title} sx={{ mt: 1.5 }}>
      <strong>{page.title}</strong> <Quiet>{WHY_WORDS[page.why]}</Quiet>
      <FaintBands said={preview.said} />
      {preview.trouble ? <Trouble>{preview.trouble}</Trouble> : null}
      <Box sx={{ mt: 0.5 }}>{children(preview)}</Box>
    </Box>
  );
};

interface SizeChoiceProps {
  readonly percent: number;
  /** How many pages can be looked at at once. */
  readonly pages: number;
  readonly size: Size;
  readonly onChange: (size: Size) => void;
}

const SizeChoice = memo(({ percent, pages, size, onChange }: SizeChoiceProps) => (
  <ToggleButtonGroup
    exclusive
    size="small"
    value={size}
    onChange={(_, next: Size | null) => onChange(next ?? size)}
    aria-label="Size of the previews"
    sx={{ "& .MuiToggleButton-root": { py: 0, px: 1, textTransform: "none", color: "text.primary" } }}
  >
    {pages > 1 ? <ToggleButton value="row">{pages} pages</ToggleButton> : null}
    <ToggleButton value="fit">{percent} %</ToggleButton>
    <ToggleButton value="whole">100 %</ToggleButton>
  </ToggleButtonGroup>
));
