"use client";
import { useCallback, useEffect, useRef } from "react";
import type { Slot } from "../../core/model/slot";
import { type Drawing, PreviewEnd } from "../../workers/preview-end";
import type { Words } from "./words-in-place";

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

/** What is said to the inside of a frame, and what is to be done with what it says. */
export interface Talk {
  /** Takes the line to the frame, to draw by it; gives what ends that. Or a drawing that is made already. */
  readonly source: ((port: MessagePort) => () => void) | Drawing;
  readonly slot: Slot | null;
  readonly selected: string | null;
  readonly also?: readonly string[];
  /** Words that are edited in this frame. */
  readonly editing?: Words | null;
  /** What was typed there; null when it is done. */
  readonly onTyped?: (words: Words, text: string | null) => void;
  /** The state it is looked at in; at rest if not said. */
  readonly view?: PreviewView;
  /** A drawing is on the screen since a time of the clock, ms. */
  readonly onDrawn: (id: number, at: number) => void;
  /** Height of the page and where its slots lie, px of the page. */
  readonly onPlaces?: (height: number, places: Places) => void;
  readonly onPointed: (
    nodes: readonly string[],
    slot: string | null,
    isAdding: boolean,
    words: string | null,
  ) => void;
}

/** What is said with one frame of several by itself. */
export type Saying = Omit<Talk, "source" | "slot" | "onDrawn" | "onPlaces">;

export type Post = (message: object, ports?: Transferable[]) => void;

/** What the inside of a frame says. */
export interface Said {
  readonly type: string;
  readonly id?: number;
  readonly at?: number;
  readonly nodes?: string[];
  readonly slot?: string | null;
  readonly height?: number;
  readonly places?: Places;
  readonly isAdding?: boolean;
  readonly text?: string | null;
  readonly node?: string;
  readonly words?: string | null;
  readonly key?: string;
  readonly ctrlKey?: boolean;
  readonly altKey?: boolean;
  readonly shiftKey?: boolean;
}

/** A key that was pressed in a preview does what it does at the node that is selected, or on the screen. */
const pressHere = (
  { key = "", ctrlKey = false, altKey = false, shiftKey = false }: Said,
  node: string | null,
) => {
  const target = (node && document.querySelector(`[data-list-node="${CSS.escape(node)}"]`)) || document.body;
  target.dispatchEvent(
    new KeyboardEvent("keydown", { key, ctrlKey, altKey, shiftKey, bubbles: true, cancelable: true }),
  );
};

const ownEnd = (port: MessagePort, drawing: Drawing) => {
  const end = new PreviewEnd(port);
  end.show(drawing);
  return () => end.close();
};

/** Hands the inside of a frame, or of a row of them, its line to draw by, and another one when it is to show something else. Gives what is called when it listens. */
export const useTie = (
  post: Post,
  { source, slot, onPlaces }: Pick<Talk, "source" | "slot" | "onPlaces">,
): (() => void) => {
  const listens = useRef(false);
  const untie = useRef<() => void>(undefined);
  const tie = () => {
    const { port1, port2 } = new MessageChannel();
    untie.current?.();
    // nobody asks where things lie far down, and none of it is being edited
    const asksPlaces = onPlaces !== undefined;
    post({ type: "tie", slot, asksPlaces, isFromAbove: slot === null && !asksPlaces }, [port2]);
    untie.current = typeof source === "function" ? source(port1) : ownEnd(port1, source);
  };
  // biome-ignore lint/correctness/useExhaustiveDependencies: another source is the only reason to tie it anew
  useEffect(() => {
    if (listens.current) tie();
  }, [source, slot]);
  useEffect(() => () => untie.current?.(), []);
  return () => {
    listens.current = true;
    tie();
  };
};

/** Talks to the inside of a frame through what posts to it; gives what hears it. */
export const useTalk = (post: Post, talk: Saying): ((said: Said) => void) => {
  const { selected, also = NONE, editing = null, view = AT_REST, onTyped } = talk;
  const ready = useRef(false);
  const latest = useRef({ ...talk, also, view });
  latest.current = { ...talk, also, view };

  // biome-ignore lint/correctness/useExhaustiveDependencies: only what changes is said
  useEffect(() => {
    if (ready.current) post({ type: "select", node: selected, also });
  }, [selected, also]);
  // biome-ignore lint/correctness/useExhaustiveDependencies: as above
  useEffect(() => {
    if (ready.current && onTyped) post({ type: "edit", words: editing });
  }, [editing]);
  // biome-ignore lint/correctness/useExhaustiveDependencies: as above
  useEffect(() => {
    if (ready.current) post({ type: "view", view });
  }, [view]);

  return (said) => {
    const now = latest.current;
    if (said.type === "ready") {
      ready.current = true;
      if (now.view !== AT_REST) post({ type: "view", view: now.view });
      post({ type: "select", node: now.selected, also: now.also });
    }
    if (said.type === "pointed")
      now.onPointed(said.nodes ?? [], said.slot ?? null, said.isAdding ?? false, said.words ?? null);
    if (said.type === "key") pressHere(said, now.selected);
    if (said.type === "typed" && said.node && said.words)
      now.onTyped?.({ node: said.node, words: said.words }, said.text ?? null);
  };
};

/** A document of the preview host in a frame: what posts to it, and what it says to whoever listens. */
export const usePreviewDocument = (origin: string, onSaid: (said: never) => void) => {
  const frame = useRef<HTMLIFrameElement>(null);
  const latest = useRef(onSaid);
  latest.current = onSaid;
  useEffect(() => {
    const listen = (event: MessageEvent) => {
      if (event.origin === origin && event.source === frame.current?.contentWindow)
        latest.current(event.data as never);
    };
    window.addEventListener("message", listen);
    return () => window.removeEventListener("message", listen);
  }, [origin]);
  const post = useCallback<Post>(
    (message, ports = []) => frame.current?.contentWindow?.postMessage(message, origin, ports),
    [origin],
  );
  return { frame, post };
};

/** How large a frame is: the width of its screen, px, and how much smaller it is looked at; its height as looked at. */
export interface FrameSize {
  readonly title: string;
  readonly width: number;
  readonly height: number;
  readonly scale: number;
}
