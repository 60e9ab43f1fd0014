"use client";
import { startTransition, useCallback, useEffect, useMemo, useRef, useState } from "react";
import type { BandReading } from "../../core/layout/fit";
import type { Part } from "../../core/model/part";
import type { Instead, Noticed } from "../../workers/preview.worker";
import { type CallResult, call } from "../client/call";
import { useSite } from "../client/hooks";
import type { Asked } from "../shell/frame";
import { DrawLoop } from "./draw-loop";
import type { Drawing } from "./PreviewFrame";
import { needsKey } from "./preview-needs";
import { usePreviewWorker } from "./usePreviewWorker";

const RESTS_MS = 160;
const NOTHING_INSTEAD: Instead = {};
const NOTHING_NOTICED: Noticed = { headings: [], faint: [], logos: [] };

interface Edited {
  readonly id: string;
  readonly part: Part;
}
/** What is to be drawn: a part as it is being edited, and what stands in for what the page has. */
interface Wanted {
  readonly edited: Edited | null;
  readonly instead: Instead;
}

const isSame = (a: Wanted, b: Wanted): boolean =>
  a.edited?.id === b.edited?.id && a.edited?.part === b.edited?.part && a.instead === b.instead;

/**
 * Drawings of one page with a part as it is being edited. Renders in a worker; while one is under way only the newest
 * edit waits. `onDrawn` counts the frames that have it on the screen.
 */
export const usePreview = (
  page: string | null,
  edited: Edited | null,
  asked: Asked,
  frames: number,
  revision: unknown = null,
  instead: Instead = NOTHING_INSTEAD,
) => {
  const site = useSite();
  const worker = usePreviewWorker();
  const [drawing, setDrawing] = useState<Drawing | null>(null);
  const [readings, setReadings] = useState<readonly BandReading[]>([]);
  const [noticed, setNoticed] = useState<Noticed>(NOTHING_NOTICED);
  const [trouble, setTrouble] = useState<string | null>(null);
  const loaded = useRef("");
  const [loop] = useState(() => new DrawLoop<Wanted>({ edited, instead }));
  const counter = useRef(0);
  const acknowledged = useRef(new Map<number, number>());
  const given = useRef<Wanted>({ edited, instead });
  if (!isSame(given.current, { edited, instead })) {
    given.current = { edited, instead };
    // it may have been asked for already, before this was rendered
    if (!isSame(loop.wish, given.current)) loop.want(given.current);
  }
  const listeners = useRef(new Set<(drawing: Drawing) => void>());

  const read = useCallback(
    (found: readonly BandReading[]) =>
      startTransition(() =>
        setReadings((now) => (JSON.stringify(now) === JSON.stringify(found) ? now : found)),
      ),
    [],
  );
  const render = useCallback(
    async (subject: string) => {
      const thread = worker();
      if (!thread) return;
      await loop.run(
        ({ edited: now, instead: over }) => thread.render(now?.id ?? null, now?.part ?? null, over),
        (result, { edited: now }) => {
          counter.current += 1;
          const next = { id: counter.current, page: result, subject };
          // the frames have it before the screen round them is rendered
          for (const listener of listeners.current) listener(next);
          startTransition(() => setDrawing(next));
          if (now) void thread.readings().then(read);
        },
      );
    },
    [loop, worker, read],
  );

  const sourceOf = (part: Part | null): string =>
    page === null
      ? ""
      : `${page} ${asked.audience} ${asked.state} ${asked.at} ${part ? needsKey(part) : ""} ${String(revision)}`;
  const source = sourceOf(edited?.part ?? null);
  const latest = useRef(sourceOf);
  latest.current = sourceOf;
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
        await thread.load(site, data as never);
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
  }, [page, render, loop, asked.audience, asked.state, asked.at, site, source, worker]);

  // biome-ignore lint/correctness/useExhaustiveDependencies: every edit is drawn, whatever it touched
  useEffect(() => {
    if (page !== null && loaded.current === source) void render(page);
  }, [edited?.part, instead]);

  // what takes longer is asked for once typing rests
  const edit = edited?.part ?? null;
  const editedId = edited?.id ?? null;
  // biome-ignore lint/correctness/useExhaustiveDependencies: another drawing is a reason to look again
  useEffect(() => {
    const rest = setTimeout(async () => {
      const thread = worker();
      if (!thread || edit === null || editedId === null || loaded.current === "") return;
      const found = await thread.notice(editedId, edit, instead);
      setNoticed((now) => (JSON.stringify(now) === JSON.stringify(found) ? now : found));
    }, RESTS_MS);
    return () => clearTimeout(rest);
  }, [drawing, edit, editedId, instead, worker]);

  const onDrawn = useCallback(
    (id: number) => {
      const count = (acknowledged.current.get(id) ?? 0) + 1;
      acknowledged.current.set(id, count);
      if (count < frames) return;
      acknowledged.current.clear();
      window.dispatchEvent(new CustomEvent("gray-latch:drawn", { detail: { id } }));
    },
    [frames],
  );
  /** Draws something else at once: what it changes on the screen beside the frames may come after. */
  const redraw = useCallback(
    (next: Partial<Wanted>) => {
      const asks = { ...loop.wish, ...next };
      loop.want(asks);
      // what needs other data of the page is drawn when that is there
      if (page !== null && loaded.current === latest.current(asks.edited?.part ?? null)) void render(page);
    },
    [page, loop, render],
  );
  /** Tells of each drawing as it comes. */
  const subscribe = useCallback((listener: (drawing: Drawing) => void) => {
    listeners.current.add(listener);
    return () => {
      listeners.current.delete(listener);
    };
  }, []);
  /** What would make a band of a part stand in one row from a width on. */
  const ways = useCallback(
    async (part: Part, band: string, target: number) =>
      (await worker()?.waysToReach(part, band, target)) ?? [],
    [worker],
  );
  return useMemo(
    () => ({ drawing, subscribe, onDrawn, trouble, redraw, readings, noticed, ways }),
    [drawing, subscribe, onDrawn, trouble, redraw, readings, noticed, ways],
  );
};
