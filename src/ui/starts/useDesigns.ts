"use client";
import { useQuery } from "@tanstack/react-query";
import { type Remote, wrap } from "comlink";
import { useEffect, useRef } from "react";
import type { Traits } from "../../core/starting/traits";
import type { DrawnDesign, PreviewWorker } from "../../workers/preview.worker";
import { call } from "../client/call";
import { useSite } from "../client/hooks";

export interface DesignsWish {
  readonly slot: Traits["slot"];
  readonly seed: number;
  readonly like: Traits | null;
}

/** Starting points made in a worker, drawn on a page of the site. */
export const useDesigns = (page: string, wish: DesignsWish) => {
  const site = useSite();
  const worker = useRef<Remote<PreviewWorker> | null>(null);
  useEffect(() => {
    const thread = new Worker(new URL("../../workers/preview.worker.ts", import.meta.url), {
      type: "module",
    });
    worker.current = wrap<PreviewWorker>(thread);
    return () => thread.terminate();
  }, []);
  return useQuery({
    queryKey: [site, "designs", page, wish],
    queryFn: async (): Promise<readonly DrawnDesign[]> => {
      const [data, made] = await Promise.all([
        call(site, "previewPage", { page, audience: "signedOut", state: "draft" }),
        call(site, "starts", {}),
      ]);
      const thread = worker.current;
      if (!thread) throw new Error("The starting points cannot be made just now. Open the screen again.");
      await thread.load(site, data as never);
      return thread.designs({ ...wish, ...made } as never);
    },
  });
};
