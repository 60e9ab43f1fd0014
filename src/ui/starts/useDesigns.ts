"use client";
import { useQuery } from "@tanstack/react-query";
import { FORMS, lookedAtOn, type Traits } from "../../core/starting/traits";
import type { DrawnDesign } from "../../workers/preview.worker";
import { call } from "../client/call";
import { useSite } from "../client/hooks";
import { usePreviewWorker } from "../preview/usePreviewWorker";

export interface DesignsWish {
  readonly slot: Traits["slot"];
  readonly seed: number;
  readonly like: Traits | null;
}

/** Starting points made in a worker, drawn on pages of the site that have what they show. */
export const useDesigns = (wish: DesignsWish) => {
  const site = useSite();
  const worker = usePreviewWorker();
  return useQuery({
    queryKey: [site, "designs", wish],
    queryFn: async (): Promise<readonly DrawnDesign[]> => {
      const { pages, ...made } = await call(site, "starts", {});
      const sorts = new Set(FORMS[wish.slot].map((form) => lookedAtOn({ slot: wish.slot, form })));
      const data = Object.fromEntries(
        await Promise.all(
          [...sorts].map(async (sort) => {
            const shown = { page: pages[sort], audience: "signedOut", state: "draft" } as const;
            return [sort, await call(site, "previewPage", shown)] as const;
          }),
        ),
      );
      const thread = worker();
      if (!thread) throw new Error("The starting points cannot be made just now. Open the screen again.");
      return thread.designs(site, data as never, { ...wish, ...made } as never);
    },
  });
};
