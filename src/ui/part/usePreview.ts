"use client";
import { useCallback, useEffect, useRef, useState } from "react";
import type { FaintBand } from "../../core/checks/part-contrast";
import type { BandReading } from "../../core/layout/fit";
import type { HeadingLines } from "../../core/layout/heading-lines";
import type { Part } from "../../core/model/part";
import type { Instead } from "../../workers/preview.worker";
import { type CallResult, call } from "../client/call";
import { useSite } from "../client/hooks";
import type { Asked } from "../shell/frame";
import type { Drawing } from "./PreviewFrame";
import { needsKey } from "./preview-needs";
import { usePreviewWorker } from "./usePreviewWorker";

const RESTS_MS = 160;
const NOTHING_INSTEAD: Instead = {};

/**
 * Drawings of one page with a part as it is being edited. Renders in a worker; while one is under way only the newest
 * edit waits. `onAllDrawn` tells when every frame has it on the screen.
 */
export const usePreview = (
  page: string | null,
  edited: { readonly id: string; readonly part: Part } | null,
  asked: Asked,
  frames: number,
  revision: unknown = null,
  instead: Instead = NOTHING_INSTEAD,
) => {
  const site = useSite();
  const worker = usePreviewWorker();
  const [drawing, setDrawing] = useState<Drawing | null>(null);
  const [readings, setReadings] = useState<readonly BandReading[]>([]);
  const [faint, setFaint] = useState<readonly FaintBand[]>([]);
  const [headings, setHeadings] = useState<readonly HeadingLines[]>([]);
  const [trouble, setTrouble] = useState<string | null>(null);
  const loaded = useRef("");
  const busy = useRef(false);
  const wanted = useRef({ edited, instead });
  const counter = useRef(0);
  const acknowledged = useRef(new Map<number, number>());
  const given = useRef({ edited, instead });
  if (given.current.edited !== edited || given.current.instead !== instead) {
    given.current = { edited, instead };
    wanted.current = given.current;
  }

  const render = useCallback(
    async (subject: string) => {
      const thread = worker();
      if (busy.current || !thread) return;
      busy.current = true;
      try {
        let drawn: typeof wanted.current | undefined;
        while (drawn !== wanted.current) {
          drawn = wanted.current;
          const { edited: now, instead: over } = drawn;
          const result = await thread.render(now?.id ?? null, now?.part ?? null, over);
          if (!result) break;
          counter.current += 1;
          setDrawing({ id: counter.current, page: result, subject });
          setReadings((now) =>
            JSON.stringify(now) === JSON.stringify(result.readings) ? now : result.readings,
          );
        }
      } finally {
        busy.current = false;
      }
    },
    [worker],
  );

  const key = edited ? needsKey(edited.part) : "";
  const source =
    page === null ? "" : `${page} ${asked.audience} ${asked.state} ${asked.at} ${key} ${String(revision)}`;
  useEffect(() => {
    if (page === null) return;
    let current = true;
    const load = async () => {
      try {
        const shown = wanted.current.edited;
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
        wanted.current = { ...wanted.current };
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
  }, [page, render, asked.audience, asked.state, asked.at, site, source, worker]);

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
      const noticed = await thread.notice(editedId, edit, instead);
      setFaint((now) => (JSON.stringify(now) === JSON.stringify(noticed.faint) ? now : noticed.faint));
      setHeadings((now) =>
        JSON.stringify(now) === JSON.stringify(noticed.headings) ? now : noticed.headings,
      );
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
  /** Draws with something else instead, at once: what it changes on the screen beside the frames may come after. */
  const redraw = useCallback(
    (next: Instead) => {
      wanted.current = { ...wanted.current, instead: next };
      if (page !== null && loaded.current !== "") void render(page);
    },
    [page, render],
  );
  /** What would make a band of a part stand in one row from a width on. */
  const ways = useCallback(
    async (part: Part, band: string, target: number) =>
      (await worker()?.waysToReach(part, band, target)) ?? [],
    [worker],
  );
  return { drawing, onDrawn, trouble, redraw, readings, headings, faint, ways };
};
