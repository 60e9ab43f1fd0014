"use client";
import { replaceEqualDeep } from "@tanstack/react-query";
import { transfer } from "comlink";
import { useCallback, useEffect, useMemo, useRef, useState } from "react";
import { createStore, type StoreApi } from "zustand";
import type { Part } from "../../core/design/part";
import type { BandReading } from "../../core/layout/readings";
import type { Instead, Noticed } from "../../workers/preview.worker";
import type { Asked } from "../client/about-site";
import { type CallResult, call } from "../client/call";
import { useSite } from "../client/hooks";
import { Acknowledgements } from "./acknowledgements";
import { DrawLoop } from "./draw-loop";
import { needsKey } from "./preview-needs";
import { renderTogether } from "./render-together";
import { usePreviewWorker, type WorkerOf } from "./usePreviewWorker";

const RESTS_MS = 160;
const NOTHING_INSTEAD: Instead = {};
const NOTHING_NOTICED: Noticed = { headings: [], empty: [], faint: [], logos: [], hidden: [] };

interface Edited {
  readonly id: string;
  readonly part: Part;
}
/** What is to be drawn: a part as it is being edited, and what stands in for what the page has. */
interface Wanted {
  readonly edited: Edited | null;
  readonly instead: Instead;
}

export interface PreviewOptions {
  /** When it is another, the page's data is asked for anew. */
  readonly revision?: unknown;
  readonly instead?: Instead;
  /** Whether a ruler stands beside the frames. */
  readonly hasRuler?: boolean;
  /** A worker that draws another page with the same part: what is the same on both is drawn once. */
  readonly worker?: WorkerOf;
}

let views = 0;

/** What is said beside the frames; whoever says it follows it alone. */
interface Said {
  readonly readings: readonly BandReading[];
  readonly noticed: Noticed;
}

/** Runs when what was just changed is on the screen for two frames: told when the first was painted, and the time now, ms of the clock. */
const onceSeen = (then: (painted: number, at: number) => void) =>
  requestAnimationFrame(() => {
    const { port1, port2 } = new MessageChannel();
    let painted = now();
    // a message posted in a frame comes once it is painted
    port1.onmessage = () => {
      painted = now();
      port1.close();
    };
    port2.postMessage(null);
    requestAnimationFrame(() => then(painted, now()));
  });
/** The time of the clock, ms. */
const now = (): number => performance.timeOrigin + performance.now();

const isSame = (a: Wanted, b: Wanted): boolean =>
  a.edited?.id === b.edited?.id && a.edited?.part === b.edited?.part && a.instead === b.instead;

/** What one view of a page draws with. */
interface View {
  readonly worker: WorkerOf;
  /** Which it is among those that share the worker. */
  readonly view: number;
  readonly loop: DrawLoop<Wanted>;
  readonly said: StoreApi<Said>;
}

const useView = (wanted: Wanted, shared: WorkerOf | undefined): View => {
  const worker = usePreviewWorker(shared);
  const [view] = useState(() => ++views);
  useEffect(() => () => void worker()?.leave(view), [worker, view]);
  const [said] = useState(() => createStore<Said>(() => ({ readings: [], noticed: NOTHING_NOTICED })));
  const [loop] = useState(() => new DrawLoop<Wanted>(wanted));
  return useMemo(() => ({ worker, view, loop, said }), [worker, view, loop, said]);
};

/** What takes longer is asked for once typing rests. */
const useNotice = ({ worker, view, loop, said }: View): (() => void) => {
  const rest = useRef<ReturnType<typeof setTimeout>>(undefined);
  useEffect(() => () => clearTimeout(rest.current), []);
  return useCallback(() => {
    clearTimeout(rest.current);
    rest.current = setTimeout(async () => {
      const { edited: now, instead: over } = loop.wish;
      if (!now) return;
      const noticed = await worker()?.notice(view, now.id, now.part, over);
      if (noticed) said.setState((before) => replaceEqualDeep(before, { ...before, noticed }));
    }, RESTS_MS);
  }, [loop, said, worker, view]);
};

/** Draws what is wished for, of a page; while a drawing is under way only the newest waits. */
const useRender = (at: View, seen: Acknowledgements, hasRuler: boolean) => {
  const { worker, view, loop, said } = at;
  const notice = useNotice(at);
  const counter = useRef(0);
  return useCallback(
    async (subject: string) => {
      const thread = worker();
      if (!thread) return;
      await loop.run(
        ({ edited: now, instead: over }) => {
          counter.current += 1;
          const wanted = { view, name: { id: counter.current, subject }, hasRuler };
          return renderTogether(thread, wanted, {
            id: now?.id ?? null,
            part: now?.part ?? null,
            instead: over,
          });
        },
        (readings) => {
          const id = counter.current;
          const before = said.getState();
          said.setState(replaceEqualDeep(before, { ...before, readings }));
          // what stays as it is is on the screen already
          if (said.getState() === before) seen.said(id, 0, 0);
          else onceSeen((painted, now) => seen.said(id, painted, now));
          notice();
        },
      );
    },
    [loop, worker, view, said, notice, seen, hasRuler],
  );
};

/** Asks for the data of a page whenever it is another, and draws it; says which it is drawn from. */
const useLoaded = (
  { worker, view, loop }: View,
  page: string | null,
  asked: Asked,
  source: string,
  render: (subject: string) => Promise<void>,
) => {
  const site = useSite();
  const [trouble, setTrouble] = useState<string | null>(null);
  const loaded = useRef("");
  useEffect(() => {
    if (page === null) return;
    let current = true;
    const load = async () => {
      try {
        const shown = loop.wish.edited;
        const data: CallResult<"previewPage"> = await call(site, "previewPage", {
          page,
          audience: asked.audience,
          state: asked.state,
          ...(asked.at ? { at: asked.at } : {}),
          ...(shown ? { shown: { id: shown.id, part: shown.part as never } } : {}),
        });
        const thread = worker();
        if (!current || !thread) return;
        await thread.load(view, site, data as never);
        loaded.current = source;
        // a drawing under way was made of the page as it was
        loop.again();
        setTrouble(null);
        await render(page);
      } catch (error) {
        if (current) setTrouble(error instanceof Error ? error.message : "The preview cannot be drawn.");
      }
    };
    void load();
    return () => {
      current = false;
    };
  }, [page, render, loop, asked.audience, asked.state, asked.at, site, source, worker, view]);
  return { loaded, trouble };
};

/** What else can be asked of the worker for the view. */
const useAsking = ({ worker, view, loop }: View) => {
  const tied = useRef(0);
  /** Ties a frame to the drawings, by its line; gives what unties it. */
  const tie = useCallback(
    (port: MessagePort) => {
      tied.current += 1;
      const frame = tied.current;
      void worker()?.tie(view, frame, transfer(port, [port]));
      return () => void worker()?.untie(view, frame);
    },
    [worker, view],
  );
  /** Gets the fonts that can be chosen before one is. */
  const warm = useCallback(() => void worker()?.warm(view), [worker, view]);
  /** What would make a band of a part stand in one row from a width on. */
  const ways = useCallback(
    async (part: Part, band: string, target: number) =>
      (await worker()?.waysToReach(view, part, loop.wish.instead, band, target)) ?? [],
    [loop, worker, view],
  );
  return { tie, warm, ways };
};

/** What was given with this rendering is wished for, unless it was asked for already before. */
const useWish = ({ loop }: View, wanted: Wanted): void => {
  const given = useRef(wanted);
  if (isSame(given.current, wanted)) return;
  given.current = wanted;
  if (!isSame(loop.wish, wanted)) loop.want(wanted);
};

const useSeen = (frames: number): Acknowledgements =>
  useMemo(
    () =>
      new Acknowledgements(frames, (detail) =>
        window.dispatchEvent(new CustomEvent("gray-latch:drawn", { detail })),
      ),
    [frames],
  );

/**
 * Drawings of one page with a part as it is being edited. Renders in a worker, which the frames are tied to; while one
 * is under way only the newest edit waits. `onDrawn` counts the frames that have it on the screen; when all have, and
 * what is said beside them is there too, the window is told.
 */
export const usePreview = (
  page: string | null,
  edited: Edited | null,
  asked: Asked,
  frames: number,
  { revision = null, instead = NOTHING_INSTEAD, hasRuler = false, worker: shared }: PreviewOptions = {},
) => {
  const at = useView({ edited, instead }, shared);
  const { worker, loop, said } = at;
  const seen = useSeen(frames);
  useWish(at, { edited, instead });
  /** A drawing is on the screen in one more frame, since a time of the clock, ms. */
  const onDrawn = useCallback((id: number, time: number) => seen.frame(id, time), [seen]);
  const render = useRender(at, seen, hasRuler);
  const sourceOf = (part: Part | null): string =>
    page === null
      ? ""
      : `${page} ${asked.audience} ${asked.state} ${asked.at} ${part ? needsKey(part) : ""} ${String(revision)}`;
  const source = sourceOf(loop.wish.edited?.part ?? null);
  const latest = useRef(sourceOf);
  latest.current = sourceOf;
  const { loaded, trouble } = useLoaded(at, page, asked, source, render);

  // biome-ignore lint/correctness/useExhaustiveDependencies: every edit is drawn, whatever it touched
  useEffect(() => {
    if (page !== null && loaded.current === source) void render(page);
  }, [edited?.part, instead]);

  /** Draws something else at once: what it changes on the screen beside the frames may come after. */
  const redraw = useCallback(
    (next: Partial<Wanted>) => {
      const asks = { ...loop.wish, ...next };
      loop.want(asks);
      // what needs other data of the page is drawn when that is there
      if (page !== null && loaded.current === latest.current(asks.edited?.part ?? null)) void render(page);
    },
    [page, loop, loaded, render],
  );
  const { tie, warm, ways } = useAsking(at);
  return useMemo(
    () => ({ tie, onDrawn, trouble, redraw, said, ways, warm, worker }),
    [tie, onDrawn, trouble, redraw, said, ways, warm, worker],
  );
};
