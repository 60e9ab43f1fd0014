"use client";
import { type Remote, wrap } from "comlink";
import { useCallback, useEffect, useRef } from "react";
import type { PreviewWorker } from "../../workers/preview.worker";

export type WorkerOf = () => Remote<PreviewWorker> | null;

/** A worker that lays out and draws, for as long as the component stands, or one that is there already; null before and after. */
export const usePreviewWorker = (given?: WorkerOf): WorkerOf => {
  const worker = useRef<Remote<PreviewWorker> | null>(null);
  useEffect(() => {
    if (given) return;
    const thread = new Worker(new URL("../../workers/preview.worker.ts", import.meta.url), {
      type: "module",
    });
    worker.current = wrap<PreviewWorker>(thread);
    return () => {
      worker.current = null;
      thread.terminate();
    };
  }, [given]);
  const own = useCallback(() => worker.current, []);
  return given ?? own;
};
