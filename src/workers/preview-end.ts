import type { Slot } from "../core/model/slot";
import type { RenderedPage } from "../core/render/page";
import { type ChangedNode, changedNode } from "./changed-node";
import { cutSheet, type Sheet, type SheetChange, sheetChange } from "./sheet";

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
  readonly sheet?: SheetChange;
  readonly node?: ChangedNode;
  readonly body?: string;
  readonly regions?: Partial<Record<Slot, string>>;
}

/** The stylesheets of drawings: cut once for all frames that show them. */
const sheets = new WeakMap<RenderedPage, Sheet>();
const sheetOf = (page: RenderedPage): Sheet => {
  const known = sheets.get(page) ?? cutSheet(page.css);
  sheets.set(page, known);
  return known;
};

type Patch = Pick<DrawMessage, "sheet" | "node" | "body" | "regions">;

/** The element that differs where it is one, else the regions where what is between them is the same, else the body. */
const bodyPatch = (before: RenderedPage, after: RenderedPage): Patch => {
  const node = changedNode(before.body, after.body);
  if (node) return { node };
  const changed = (Object.keys(after.regions) as Slot[]).filter(
    (slot) => before.regions[slot] !== after.regions[slot],
  );
  const samePlaces =
    changed.length > 0 && changed.every((slot) => before.regions[slot] !== "" && after.regions[slot] !== "");
  return samePlaces
    ? { regions: Object.fromEntries(changed.map((slot) => [slot, after.regions[slot]])) }
    : { body: after.body };
};

/** Only what differs from what the frame shows. */
const patchFrom = (before: RenderedPage | null, after: RenderedPage): Patch => {
  const change = before?.css === after.css ? null : sheetChange(before && sheetOf(before), sheetOf(after));
  const sheet = change ? { sheet: change } : {};
  if (!before) return { ...sheet, body: after.body };
  return before.body === after.body ? sheet : { ...sheet, ...bodyPatch(before, after) };
};

/** Our end of the line to a preview frame, or to a row of them. It knows what is shown there, and sends what differs. */
export class PreviewEnd {
  #shown: Drawing | null = null;
  constructor(private readonly port: Pick<MessagePort, "postMessage" | "close">) {}

  show(drawing: Drawing): void {
    this.prepare(drawing)();
  }

  /** Makes ready what is to be told of a drawing; gives what tells it: several are told in one breath, and drawn in one. */
  prepare(drawing: Drawing): () => void {
    const shown = this.#shown;
    this.#shown = drawing;
    const message: DrawMessage = {
      id: drawing.id,
      isNew: shown?.subject !== drawing.subject,
      ...patchFrom(shown?.page ?? null, drawing.page),
    };
    return () => this.port.postMessage(message);
  }

  close(): void {
    this.port.close();
  }
}
