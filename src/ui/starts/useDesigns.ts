"use client";
import { useQuery } from "@tanstack/react-query";
import type { Traits } from "../../core/starting/traits";
import type { DrawnDesign } from "../../workers/preview.worker";
import { call } from "../client/call";
import { useSite } from "../client/hooks";
import { usePreviewWorker } from "../preview/usePreviewWorker";

export interface DesignsWish {
  readonly slot: Traits["slot"];
  readonly seed: number;
  readonly like: Traits | null;
}

/** Starting points made in a worker, drawn on a page of the site. */
export const useDesigns = (page: string, wish: DesignsWish) => {
  const site = useSite();
  const worker = usePreviewWorker();
  return useQuery({
    queryKey: [site, "designs", page, wish],
    queryFn: async (): Promise<readonly DrawnDesign[]> => {
      const [data, made] = await Promise.all([
        call(site, "previewPage", { page, audience: "signedOut", state: "draft" }),
        call(site, "starts", {}),
      ]);
      const thread = worker();
      if (!thread) throw new Error("The starting points cannot be made just now. Open the screen again.");
      return thread.designs(site, data as never, { ...wish, ...made } as never);
    },
  });
};
