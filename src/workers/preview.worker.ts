import { expose } from "comlink";
import type { Part } from "../core/model/part";
import { type RenderedPage, renderPage } from "../core/render/page";
import type { PageData } from "../core/render/page-data";
import { ENGLISH } from "../messages/visitor-words";

/** Draws pages for previews, off the main thread: the page's data once, then parts as they are edited. */
let data: PageData | undefined;

const api = {
  load(next: PageData): void {
    data = next;
  },
  /** The page with a part as it is now in place of the one in its slot. */
  render(id: string | null, part: Part | null): RenderedPage | null {
    if (!data) return null;
    const slots = part && id ? { ...data.slots, [part.slot]: { id, part } } : data.slots;
    return renderPage({ ...data, slots }, ENGLISH, { mark: true });
  },
};
export type PreviewWorker = typeof api;
expose(api);
