import type { Slot } from "../core/model/slot";
import type { RenderedPage } from "../core/render/page";

/** A page drawn for a preview. */
export interface Drawing {
  readonly id: number;
  readonly page: RenderedPage;
  /** Name of what is drawn: when it changes, the frame scrolls to the slot being edited. */
  readonly subject: string;
}

/** What a frame is told: all of a page, or what differs from what it shows. */
export interface DrawMessage {
  readonly id: number;
  readonly isNew: boolean;
  readonly css?: string;
  readonly body?: string;
  readonly regions?: Partial<Record<Slot, string>>;
}

/** Only what differs from what the frame shows: one region where its neighbours are the same, else the body. */
const patchFrom = (
  before: RenderedPage | null,
  after: RenderedPage,
): Pick<DrawMessage, "css" | "body" | "regions"> => {
  if (!before) return { css: after.css, body: after.body };
  const css = before.css === after.css ? {} : { css: after.css };
  if (before.body === after.body) return css;
  const changed = (Object.keys(after.regions) as Slot[]).filter(
    (slot) => before.regions[slot] !== after.regions[slot],
  );
  const samePlaces =
    changed.length > 0 && changed.every((slot) => before.regions[slot] !== "" && after.regions[slot] !== "");
  return samePlaces
    ? { ...css, regions: Object.fromEntries(changed.map((slot) => [slot, after.regions[slot]])) }
    : { ...css, body: after.body };
};

/** Our end of the line to a preview frame. It knows what the frame shows, and sends what differs. */
export class FrameEnd {
  #shown: Drawing | null = null;
  constructor(private readonly port: Pick<MessagePort, "postMessage" | "close">) {}

  show(drawing: Drawing): void {
    const shown = this.#shown;
    this.#shown = drawing;
    this.port.postMessage({
      id: drawing.id,
      isNew: shown?.subject !== drawing.subject,
      ...patchFrom(shown?.page ?? null, drawing.page),
    } satisfies DrawMessage);
  }

  close(): void {
    this.port.close();
  }
}
