"use client";
import { Box } from "@mui/material";
import { useEffect, useRef } from "react";
import type { Slot } from "../../core/model/slot";
import type { RenderedPage } from "../../core/render/page";

export interface Drawing {
  readonly id: number;
  readonly page: RenderedPage;
  /** Name of what is drawn: when it changes, the frame scrolls to the slot being edited. */
  readonly subject: string;
}

export type Places = Readonly<Partial<Record<Slot, { readonly top: number; readonly height: number }>>>;

export interface PreviewView {
  readonly state: "rest" | "pointed" | "focused" | "scrolled" | "open";
  /** Text at 200 %. */
  readonly isLarge: boolean;
  readonly hasPictures: boolean;
  /** As for people who asked for less motion. */
  readonly isStill: boolean;
}
export const AT_REST: PreviewView = { state: "rest", isLarge: false, hasPictures: true, isStill: false };

const NONE: readonly string[] = [];

interface Props {
  readonly origin: string;
  readonly drawing: Drawing | null;
  /** Tells of drawings before they are rendered as `drawing`. */
  readonly subscribe?: (listener: (drawing: Drawing) => void) => () => void;
  readonly width: number;
  readonly scale: number;
  readonly height: number;
  readonly title: string;
  readonly slot: Slot | null;
  readonly selected: string | null;
  readonly also?: readonly string[];
  /** A node whose words are edited in this frame. */
  readonly editing?: string | null;
  /** What was typed there; null when it is done. */
  readonly onTyped?: (node: string, text: string | null) => void;
  /** The state it is looked at in; at rest if not said. */
  readonly view?: PreviewView;
  readonly onDrawn: (id: number) => void;
  /** Height of the page and where its slots lie, px of the page. */
  readonly onPlaces?: (height: number, places: Places) => void;
  readonly onPointed: (nodes: readonly string[], slot: string | null, isAdding: boolean) => void;
}

type Patch = { css?: string; body?: string; regions?: Partial<Record<Slot, string>> };

/** Only what differs from what the frame shows: one region where its neighbours are the same, else the body. */
const patchFrom = (before: RenderedPage | null, after: RenderedPage): Patch => {
  if (!before) return { css: after.css, body: after.body };
  const css = before.css === after.css ? {} : { css: after.css };
  if (before.body === after.body) return css;
  const changed = (Object.keys(after.regions) as Slot[]).filter(
    (slot) => before.regions[slot] !== after.regions[slot],
  );
  const samePlaces =
    changed.length > 0 && changed.every((slot) => before.regions[slot] !== "" && after.regions[slot] !== "");
  return samePlaces
    ? { ...css, regions: Object.fromEntries(changed.map((slot) => [slot, after.regions[slot]])) }
    : { ...css, body: after.body };
};

/** One preview: a frame on the preview host that is patched, never reloaded. */
export const PreviewFrame = ({
  origin,
  drawing,
  subscribe,
  width,
  scale,
  height,
  title,
  slot,
  selected,
  also = NONE,
  editing = null,
  view = AT_REST,
  onDrawn,
  onPlaces,
  onPointed,
  onTyped,
}: Props) => {
  const frame = useRef<HTMLIFrameElement>(null);
  const ready = useRef(false);
  const shown = useRef<RenderedPage | null>(null);
  const given = useRef<Drawing | null>(null);
  const subject = useRef("");
  const latest = useRef({ drawing, selected, also, view, onDrawn, onPlaces, onPointed, onTyped });
  latest.current = { drawing, selected, also, view, onDrawn, onPlaces, onPointed, onTyped };

  const post = (message: object) => frame.current?.contentWindow?.postMessage(message, origin);
  const draw = (next: Drawing | null) => {
    if (!next || !ready.current || next === given.current) return;
    // rendered later than it was told of: a newer one may be shown already
    if (subscribe && given.current && next.id < given.current.id) return;
    given.current = next;
    const isNew = subject.current !== next.subject;
    post({
      type: "draw",
      id: next.id,
      ...patchFrom(shown.current, next.page),
      ...(isNew && slot ? { show: slot } : {}),
    });
    shown.current = next.page;
    subject.current = next.subject;
  };

  // biome-ignore lint/correctness/useExhaustiveDependencies: the latest values are read from the ref
  useEffect(() => {
    const listen = (event: MessageEvent) => {
      if (event.origin !== origin || event.source !== frame.current?.contentWindow) return;
      const message = event.data as {
        type: string;
        id?: number;
        nodes?: string[];
        slot?: string | null;
        height?: number;
        places?: Places;
        isAdding?: boolean;
        text?: string | null;
        node?: string;
      };
      if (message.type === "ready") {
        ready.current = true;
        shown.current = null;
        given.current = null;
        if (latest.current.view !== AT_REST) post({ type: "view", view: latest.current.view });
        draw(latest.current.drawing);
        post({ type: "select", node: latest.current.selected, also: latest.current.also });
      }
      if (message.type === "drawn" && message.id !== undefined) latest.current.onDrawn(message.id);
      if (message.places && message.height) latest.current.onPlaces?.(message.height, message.places);
      if (message.type === "pointed")
        latest.current.onPointed(message.nodes ?? [], message.slot ?? null, message.isAdding ?? false);
      if (message.type === "typed" && message.node)
        latest.current.onTyped?.(message.node, message.text ?? null);
    };
    window.addEventListener("message", listen);
    return () => window.removeEventListener("message", listen);
  }, [origin]);
  // biome-ignore lint/correctness/useExhaustiveDependencies: a new drawing is the only reason to draw
  useEffect(() => draw(drawing), [drawing]);
  // biome-ignore lint/correctness/useExhaustiveDependencies: as above
  useEffect(() => subscribe?.(draw), [subscribe]);
  // biome-ignore lint/correctness/useExhaustiveDependencies: as above
  useEffect(() => {
    if (ready.current) post({ type: "select", node: selected, also });
  }, [selected, also]);

  // biome-ignore lint/correctness/useExhaustiveDependencies: as above
  useEffect(() => {
    if (ready.current && onTyped) post({ type: "edit", node: editing });
  }, [editing]);

  // biome-ignore lint/correctness/useExhaustiveDependencies: as above
  useEffect(() => {
    if (ready.current) post({ type: "view", view });
  }, [view]);

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
