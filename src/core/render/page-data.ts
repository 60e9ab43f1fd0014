import type { Piece } from "../design/design";
import type { Part } from "../design/part";
import type { PageMaterial } from "../draw/page-material";
import type { PageValues } from "../model/choices";
import type { Slot } from "../model/slot";

/**
 * Everything the drawing of one page needs, as plain data: the same object goes to the server's renderer, to the
 * browser's worker, and later to the static export.
 */
export interface PageData extends PageMaterial {
  /** Parts as this page has them: what it says itself is in them. */
  readonly slots: Readonly<Record<Slot, { readonly id: string; readonly part: Part } | null>>;
  /** What the page says itself, for parts that are edited while it is looked at. */
  readonly values: Readonly<Partial<Record<Slot, PageValues>>>;
  /** Pieces that a part edited while it is looked at may use; empty elsewhere. */
  readonly pieces: Readonly<Record<string, Piece>>;
}
