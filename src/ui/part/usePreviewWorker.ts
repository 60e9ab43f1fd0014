"use client";
import { type Remote, wrap } from "comlink";
import { useCallback, useEffect, useRef } from "react";
import type { PreviewWorker } from "../../workers/preview.worker";

/** A worker that lays out and draws, for as long as the component stands; null before and after. */
export const usePreviewWorker = (): (() => Remote<PreviewWorker> | null) => {
  const worker = useRef<Remote<PreviewWorker> | null>(null);
  useEffect(() => {
    const thread = new Worker(new URL("../../workers/preview.worker.ts", import.meta.url), {
      type: "module",
    });
    worker.current = wrap<PreviewWorker>(thread);
    return () => {
      worker.current = null;
      thread.terminate();
    };
  }, []);
  return useCallback(() => worker.current, []);
};
