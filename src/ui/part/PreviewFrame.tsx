"use client";
import { Box } from "@mui/material";
import { useEffect, useRef } from "react";
import type { Slot } from "../../core/model/slot";
import { type Drawing, FrameEnd } from "../../workers/frame-end";

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
  /** Takes the line to the frame, to draw by it; gives what ends that. Or a drawing that is made already. */
  readonly source: ((port: MessagePort) => () => void) | Drawing;
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
  /** A drawing is on the screen since a time of the clock, ms. */
  readonly onDrawn: (id: number, at: number) => void;
  /** Height of the page and where its slots lie, px of the page. */
  readonly onPlaces?: (height: number, places: Places) => void;
  readonly onPointed: (nodes: readonly string[], slot: string | null, isAdding: boolean) => void;
}

const ownEnd = (port: MessagePort, drawing: Drawing) => {
  const end = new FrameEnd(port);
  end.show(drawing);
  return () => end.close();
};

/** One preview: a frame on the preview host that is patched, never reloaded. */
export const PreviewFrame = ({
  origin,
  source,
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
  const untie = useRef<() => void>(undefined);
  const latest = useRef({ source, slot, selected, also, view, onDrawn, onPlaces, onPointed, onTyped });
  latest.current = { source, slot, selected, also, view, onDrawn, onPlaces, onPointed, onTyped };

  const post = (message: object, ports: Transferable[] = []) =>
    frame.current?.contentWindow?.postMessage(message, origin, ports);
  const tie = () => {
    const { port1, port2 } = new MessageChannel();
    const { source: from, slot: edited, onPlaces: askPlaces } = latest.current;
    untie.current?.();
    // nobody asks where things lie far down, and none of it is being edited
    const asksPlaces = askPlaces !== undefined;
    post({ type: "tie", slot: edited, asksPlaces, isFromAbove: edited === null && !asksPlaces }, [port2]);
    untie.current = typeof from === "function" ? from(port1) : ownEnd(port1, from);
  };

  // biome-ignore lint/correctness/useExhaustiveDependencies: the latest values are read from the ref
  useEffect(() => {
    const listen = (event: MessageEvent) => {
      if (event.origin !== origin || event.source !== frame.current?.contentWindow) return;
      const message = event.data as {
        type: string;
        id?: number;
        at?: number;
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
        if (latest.current.view !== AT_REST) post({ type: "view", view: latest.current.view });
        tie();
        post({ type: "select", node: latest.current.selected, also: latest.current.also });
      }
      if (message.type === "drawn" && message.id !== undefined && message.at !== undefined)
        latest.current.onDrawn(message.id, message.at);
      if (message.type === "places" && message.places && message.height)
        latest.current.onPlaces?.(message.height, message.places);
      if (message.type === "pointed")
        latest.current.onPointed(message.nodes ?? [], message.slot ?? null, message.isAdding ?? false);
      if (message.type === "typed" && message.node)
        latest.current.onTyped?.(message.node, message.text ?? null);
    };
    window.addEventListener("message", listen);
    return () => window.removeEventListener("message", listen);
  }, [origin]);
  // biome-ignore lint/correctness/useExhaustiveDependencies: another source is the only reason to tie it anew
  useEffect(() => {
    if (ready.current) tie();
  }, [source, slot]);
  useEffect(() => () => untie.current?.(), []);
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
